import * as z from 'zod';
import type { Drive } from '@/core/drive';
import type { CompareRequest } from '@/services/compare';

/** Most variants side by side. */
export const MOST_VARIANTS = 4;
const costShape = z.object({ cents: z.number().nullable(), hours: z.number().nullable() }).default({ cents: null, hours: null });
const variantShape = z.object({
  diametersMm: z.record(z.string(), z.number()),
  outsideMm: z.number().nullable(),
  cost: costShape,
});
export const draftShape = z.object({
  beltId: z.string(),
  shaftOf: z.string(),
  variants: z.array(variantShape).max(MOST_VARIANTS),
  bladesMm: z.record(z.string(), z.number()),
  hubRpm: z.record(z.string(), z.number()).default({}),
  /** Bolt circle and bolt of the hub on the driven shaft, mm. */
  hub: z.object({ circleMm: z.number().nullable(), boltMm: z.number().nullable() }).default({ circleMm: null, boltMm: null }),
  idleRpm: z.number().nullable().default(null),
  /** Cost of the belt as drawn. */
  cost: costShape,
  sweepOf: z.string(),
  figure: z.string(),
});
export type Draft = z.infer<typeof draftShape>;

export const NOTHING_CHANGED: Draft = {
  beltId: '',
  shaftOf: '',
  variants: [{ diametersMm: {}, outsideMm: null, cost: { cents: null, hours: null } }],
  bladesMm: {},
  hubRpm: {},
  hub: { circleMm: null, boltMm: null },
  idleRpm: null,
  cost: { cents: null, hours: null },
  sweepOf: '',
  figure: 'rpm',
};

/** Belt, shaft and pulley of the comparison: the chosen ones, or the first of each. */
export function chosenIn(drive: Drive, draft: Draft) {
  const belt = drive.belts.find((b) => b.id === draft.beltId) ?? drive.belts[0];
  const onBelt = belt ? drive.pulleys.filter((p) => belt.route.some((r) => r.pulley === p.id)) : [];
  const driven = onBelt.filter((p) => p.role === 'driven');
  const shaft = driven.find((p) => p.id === draft.shaftOf) ?? driven[0] ?? onBelt[0];
  return { belt, onBelt, driven, shaft, swept: onBelt.find((p) => p.id === draft.sweepOf) ?? shaft };
}

/** Range of a sweep above and below the drawn diameter. */
const SWEEP = { from: 0.75, to: 1.25 };

export function requestOf(drive: Drive, draft: Draft): CompareRequest | null {
  const { belt, shaft, swept } = chosenIn(drive, draft);
  if (!belt || !shaft || !swept) return null;
  const { circleMm, boltMm } = draft.hub;
  const own = {
    bladesMm: draft.bladesMm,
    hubRpm: draft.hubRpm[shaft.id],
    hub: circleMm !== null && boltMm !== null ? { circleMm, boltMm } : undefined,
    idleRpm: draft.idleRpm ?? undefined,
  };
  return {
    drive,
    beltId: belt.id,
    shaftOf: shaft.id,
    variants: [
      { diametersMm: {}, ...own, cost: costOf(draft.cost) },
      ...draft.variants.map((v) => ({ diametersMm: v.diametersMm, outsideMm: v.outsideMm ?? undefined, ...own, cost: costOf(v.cost) })),
    ],
    sweep: { pulley: swept.id, fromMm: SWEEP.from * swept.outsideDiameter, toMm: SWEEP.to * swept.outsideDiameter },
  };
}

const costOf = ({ cents, hours }: Draft['cost']) => (cents !== null && hours !== null ? { cents, hours } : undefined);

/** Draft with a change of one variant. */
export const withVariant = (draft: Draft, at: number, part: Partial<Draft['variants'][number]>): Draft => ({
  ...draft,
  variants: draft.variants.map((v, i) => (i === at ? { ...v, ...part } : v)),
});

/** Draft with one more variant, a copy of the last. */
export const withAnotherVariant = (draft: Draft): Draft => ({
  ...draft,
  variants: [...draft.variants, draft.variants.at(-1) ?? NOTHING_CHANGED.variants[0]!],
});
