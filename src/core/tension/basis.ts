import type { Drive } from '../drive';

/** Grass or snow today, compared with the usual. */
export const CONDITIONS = ['light', 'usual', 'heavy'] as const;
export type Condition = (typeof CONDITIONS)[number];
const CONDITION_SHARE: Readonly<Record<Condition, number>> = { light: 0.6, usual: 1, heavy: 1.5 };

/** Sources of an estimated load. All are nominal, and results are marked as estimates. */
export type LoadGuess =
  /** Blades of a deck that this pulley drives: their length, how many, and the grass. */
  | { readonly by: 'blades'; readonly bladeMm: number; readonly blades: number; readonly grass: Condition }
  /** Rated engine power. This pulley takes all of the power at the belt, in the stated snow or grass. */
  | { readonly by: 'engine'; readonly engineKw: number; readonly work: Condition }
  /** Output power of a generator or pump, kW. */
  | { readonly by: 'output'; readonly outKw: number };

/** Power of a 530 mm blade in usual grass, kW. It scales with the swept area. */
const BLADE = { mm: 530, kw: 2.2 };
/** Share of the rated engine power that a governed machine uses at its belt in usual work. */
const ENGINE_SHARE = 0.6;
/** Efficiency of a small generator or pump. */
const EFFICIENCY = 0.8;

/** Power that a driven pulley takes, kW, by a guess at its work. Never more than the engine has. */
export function guessKw(guess: LoadGuess): number {
  switch (guess.by) {
    case 'blades':
      return BLADE.kw * (guess.bladeMm / BLADE.mm) ** 2 * guess.blades * CONDITION_SHARE[guess.grass];
    case 'engine':
      return guess.engineKw * Math.min(1, ENGINE_SHARE * CONDITION_SHARE[guess.work]);
    case 'output':
      return guess.outKw / EFFICIENCY;
  }
}

/** The drive with other loads, kW by pulley id; pulleys not named keep theirs. */
export function withLoads(drive: Drive, kw: Readonly<Record<string, number>>): Drive {
  if (Object.keys(kw).length === 0) return drive;
  return { ...drive, pulleys: drive.pulleys.map((p) => (kw[p.id] === undefined ? p : { ...p, powerKw: kw[p.id] })) };
}

/** The drive with belts taken off: without a length they pull on nothing. */
export function withoutBelts(drive: Drive, ids: readonly string[]): Drive {
  return {
    ...drive,
    belts: drive.belts.map((b) => {
      if (!ids.includes(b.id)) return b;
      const { length: _length, designation: _designation, ...bare } = b;
      return bare;
    }),
  };
}

/** Other belts that move with this one: some free tensioner carries pulleys of both. Their tension is one matter. */
export function beltsSharing(drive: Drive, beltId: string): string[] {
  const onBelt = (id: string) => new Set(drive.belts.find((b) => b.id === id)?.route.map((r) => r.pulley));
  const own = onBelt(beltId);
  const shared = drive.tensioners.filter((t) => t.locked !== true && t.carries.some((p) => own.has(p)));
  return drive.belts.flatMap((b) => {
    if (b.id === beltId) return [];
    const theirs = onBelt(b.id);
    return shared.some((t) => t.carries.some((p) => theirs.has(p))) ? [b.id] : [];
  });
}

/** A new belt on locked centres is set so much over the target of a run-in one: it seats within its first hours. */
const NEW_OVER_RUN_IN = 1.3;

/**
 * Target of a new belt: above that of a run-in one if nothing takes up the loss by seating, but never above the bearing
 * limit. A spring holds its tension, so both are the same there.
 */
export const newBeltTarget = (targetN: number, ceilingN: number | null, sprung: boolean): number =>
  sprung ? targetN : Math.min(NEW_OVER_RUN_IN * targetN, ceilingN ?? Infinity);

/** True if a free tensioner moves a pulley of the belt. */
export function isSprung(drive: Drive, beltId: string): boolean {
  const own = new Set(drive.belts.find((b) => b.id === beltId)?.route.map((r) => r.pulley));
  return drive.springs.length > 0 && drive.tensioners.some((t) => t.locked !== true && t.carries.some((p) => own.has(p)));
}
