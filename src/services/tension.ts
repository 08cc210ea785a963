import { compileDrive, installationSlack, newMatcher, type Drive, type Mounting } from '../core/drive';
import {
  beltSettings,
  beltsSharing,
  eccentricAt,
  equalPlaces,
  feltAt,
  FEEL_METHODS,
  isSprung,
  isLooseByDesign,
  newBeltTarget,
  signsAt,
  tensionSheet,
  withoutBelts,
  type Combined,
  type Eccentric,
  type FeelMethod,
  type FeltReading,
  type BeltSettings,
  type AssessedSetting,
  type LooksLoose,
  type MarkPair,
  type Recommendation,
  type SpanSign,
  type TakenReading,
  type TensionAsk,
  type TensionResult,
  type TensionSheet,
} from '../core/tension';

/** Basis of a tension besides the drawing. */
export interface TensionBasis {
  /** Target of the manual, N. It takes precedence, and the computed one is shown next to it. */
  readonly ownTargetN: number | null;
  /** Lowest and highest tension by the manual, N. Null where it states one value. */
  readonly ownRangeN?: readonly [number, number] | null;
  /** A belt that has not run in yet. */
  readonly newBelt: boolean;
}

export const NO_BASIS: TensionBasis = { ownTargetN: null, newBelt: false };

/** A reading, and the belts that were off during it. With one off, it is not the setting. */
export interface AskedReading {
  readonly reading: TakenReading;
  readonly without: readonly string[];
}

export interface TensionRequest {
  readonly drive: Drive;
  readonly beltId: string;
  /** Outside length of the belt that is on it, where it is not the drive's own, mm. */
  readonly outsideMm?: number;
  readonly readings: readonly AskedReading[];
  readonly basis?: TensionBasis;
  /** Training pairs of feel and marks on this drive. */
  readonly felt?: readonly FeltReading[];
  readonly marked?: readonly MarkPair[];
  /** Time in which a clutch brakes the driver, s. */
  readonly stopSeconds?: number | undefined;
}

/** Result of each reading in order, or the reason why it has none. */
export type Amount =
  | { readonly ok: true; readonly tensionN: number; readonly sdN: number; readonly outlier: boolean; readonly setting: boolean }
  | { readonly ok: false; readonly problem: string };

/** For belts on a shared tensioner: tension of this one with all on, and with the others off. */
export interface SharedTension {
  readonly belts: readonly string[];
  readonly togetherN: number | null;
  readonly aloneN: number | null;
  /** Its slack then, mm. */
  readonly aloneSlackMm: number | null;
}

export type TensionAnswer =
  | {
      readonly ok: true;
      /** Its band's target is the computed one, for a belt that has run in. */
      readonly sheet: TensionSheet;
      /** Tension to set: that of the manual, of a new belt, or the computed one. */
      readonly targetN: number | null;
      readonly targetBy: 'manual' | 'new-belt' | 'computed';
      /** Range of the manual’s target, N. Null without one. */
      readonly manualN: readonly [number, number] | null;
      /** Signs at that tension. */
      readonly spans: readonly SpanSign[];
      /** Degrees or mm that the longest span shows by feel at the target. */
      readonly feel: Readonly<Partial<Record<FeelMethod, number>>>;
      /** The settings of each adjuster and the one to set, for the tension as it was read. */
      readonly settings: readonly AssessedSetting[];
      readonly recommended: readonly Recommendation[];
      readonly recommendedRows: readonly AssessedSetting[];
      /** The present setting of each adjuster, by its id. */
      readonly present: BeltSettings['present'];
      /** Where else the belt is as tight as at the place recommended, degrees by adjuster: an eccentric's other side. */
      readonly asTightAt: Readonly<Record<string, readonly number[]>>;
      /** Each eccentric, by its adjuster: at the recommended angle and at those of the same tension. */
      readonly eccentrics: Readonly<Record<string, Eccentric>>;
      /** Ease of fitting the belt. Null for a belt without a length. */
      readonly mounting: Mounting | null;
      readonly readings: readonly Amount[];
      readonly combined: Combined | null;
      readonly loose: LooksLoose | null;
      readonly shared: SharedTension | null;
      readonly sprung: boolean;
      /** A clutch brakes this belt's driver and an inertia is known, so a braked release can be calculated. */
      readonly clutchBrakes: boolean;
    }
  | { readonly ok: false; readonly problem: string };

type Told = Extract<TensionAnswer, { ok: true }>;

/** Tolerance of a manual that states one value. A choice: readings and settings have about the same error. */
const MANUAL_TOLERANCE = 0.15;

/** Range of the manual’s target: as stated, or its one value with a tolerance. */
const manualRange = ({ ownTargetN, ownRangeN = null }: TensionBasis): readonly [number, number] | null =>
  ownRangeN ?? (ownTargetN === null ? null : [(1 - MANUAL_TOLERANCE) * ownTargetN, (1 + MANUAL_TOLERANCE) * ownTargetN]);

/** The drive with another outside length of one belt. */
export const withLength = (drive: Drive, beltId: string, outsideMm: number): Drive => ({
  ...drive,
  belts: drive.belts.map((b) => (b.id === beltId ? { ...b, length: { value: outsideMm, reference: 'outside' as const } } : b)),
});

const problemOf = (result: Exclude<TensionResult, { ok: true }>): string =>
  'problems' in result ? (result.problems[0]?.message ?? '') : result.problem;

/** Tension range of a belt, the signs at its target, its readings, and the effect of each setting. */
export function answerTension(request: TensionRequest): TensionAnswer {
  const { beltId, outsideMm, readings, felt = [], marked = [], stopSeconds } = request;
  const basis = request.basis ?? NO_BASIS;
  const drive = outsideMm === undefined ? request.drive : withLength(request.drive, beltId, outsideMm);
  const ask: TensionAsk = { belt: beltId, felt, marked, stopSeconds };
  const bare = tensionSheet(drive, ask);
  if (!bare.ok) return { ok: false, problem: problemOf(bare) };
  const { amounts, sheet } = amountsOf(drive, ask, readings, bare.sheet);
  const { band, strands } = sheet;
  const sprung = isSprung(drive, beltId);
  const newTarget = band.target === null ? null : newBeltTarget(band.target, band.ceiling, sprung);
  const [targetN, targetBy] =
    basis.ownTargetN !== null
      ? ([basis.ownTargetN, 'manual'] as const)
      : basis.newBelt && !sprung
        ? ([newTarget, 'new-belt'] as const)
        : ([band.target, 'computed'] as const);
  const belt = drive.belts.find((b) => b.id === beltId);
  const longest = strands.length === 0 ? null : strands.reduce((a, s) => (s.strand.spanMm > a.strand.spanMm ? s : a));
  const feel = Object.fromEntries(
    FEEL_METHODS.flatMap((m) => {
      const pairs = felt.flatMap((f) => (longest && f.method === m ? [{ ...f, strand: longest.strand }] : []));
      const at = longest && targetN !== null ? feltAt(longest.strand, m, targetN, pairs) : null;
      return at === null ? [] : [[m, at]];
    }),
  );
  const driven = new Set(belt?.route.map((r) => r.pulley));
  // A reading that differs from the drawing shows the stretch of the belt or the loss of the spring. Every setting
  // differs by the same share.
  const readShare = sheet.combined && sheet.tension !== null && sheet.tension > 0 ? sheet.combined.tensionN / sheet.tension : 1;
  const settings = beltSettings(drive, beltId, targetN, { readShare });
  return {
    ok: true,
    sheet,
    targetN,
    targetBy,
    manualN: manualRange(basis),
    spans: signsAt(strands, targetN),
    feel,
    ...settings,
    ...placing(drive, beltId, settings.recommended),
    readings: amounts,
    combined: sheet.combined,
    loose: isLooseByDesign({ strands, band: { ...band, target: targetN } }),
    shared: sharedOf(drive, beltId, sheet.tension),
    sprung,
    clutchBrakes:
      drive.kind === 'mower-deck' &&
      !drive.springs.some((s) => s.from.leverTravel !== undefined || s.to.leverTravel !== undefined) &&
      drive.pulleys.some((p) => driven.has(p.id) && p.role === 'driven' && (p.inertia ?? 0) > 0),
  };
}

/** Values of the drive besides its tension: fitting of the belt, and equal positions of an eccentric. */
function placing(
  drive: Drive,
  beltId: string,
  recommended: readonly Recommendation[],
): Pick<Told, 'mounting' | 'asTightAt' | 'eccentrics'> {
  const made = compileDrive(drive);
  const matcher = made.ok ? newMatcher(made.compiled, beltId) : undefined;
  if (!made.ok || !matcher) return { mounting: null, asTightAt: {}, eccentrics: {} };
  const { compiled } = made;
  const places = drive.adjusters.map((a) => {
    const at = recommended.find((r) => r.adjuster === a.id)?.position ?? a.position;
    return { id: a.id, at, others: equalPlaces(compiled, matcher.belt, a.id, at) };
  });
  return {
    mounting: installationSlack(matcher),
    asTightAt: Object.fromEntries(places.map(({ id, others }) => [id, others])),
    eccentrics: Object.fromEntries(
      places.flatMap(({ id, at, others }) => {
        const eccentric = eccentricAt(compiled, matcher.belt, id, [at, ...others]);
        return eccentric ? [[id, eccentric]] : [];
      }),
    ),
  };
}

/**
 * Each reading by the drive at its time. A reading that the current drive cannot place is reported, and does not block
 * the others.
 */
function amountsOf(
  drive: Drive,
  ask: TensionAsk,
  readings: readonly AskedReading[],
  bare: TensionSheet,
): { readonly amounts: Amount[]; readonly sheet: TensionSheet } {
  const amounts: Amount[] = readings.map(() => ({ ok: false, problem: '' }));
  const groups = new Map<string, number[]>();
  readings.forEach(({ without }, i) => {
    const key = without.join('\n');
    groups.set(key, [...(groups.get(key) ?? []), i]);
  });
  let sheet = bare;
  for (const members of groups.values()) {
    const { without } = readings[members[0]!]!;
    const there = without.length === 0 ? drive : withoutBelts(drive, without);
    let left = members;
    for (;;) {
      const result = tensionSheet(there, { ...ask, readings: left.map((i) => readings[i]!.reading) });
      if (result.ok) {
        left.forEach((i, k) => {
          const { tension, sd, outlier } = result.sheet.readings[k]!;
          amounts[i] = { ok: true, tensionN: tension, sdN: sd, outlier, setting: without.length === 0 };
        });
        if (without.length === 0) sheet = result.sheet;
        break;
      }
      if ('problems' in result) {
        for (const i of left) amounts[i] = { ok: false, problem: problemOf(result) };
        break;
      }
      amounts[left[result.reading]!] = { ok: false, problem: result.problem };
      left = left.filter((_, k) => k !== result.reading);
    }
  }
  return { amounts, sheet };
}

/** Both states of a shared tensioner: all belts on, and this one alone. */
function sharedOf(drive: Drive, beltId: string, togetherN: number | null): SharedTension | null {
  const belts = beltsSharing(drive, beltId);
  if (belts.length === 0) return null;
  const alone = tensionSheet(withoutBelts(drive, belts), { belt: beltId });
  const slack = alone.ok ? alone.sheet.slack : null;
  return { belts, togetherN, aloneN: alone.ok ? alone.sheet.tension : null, aloneSlackMm: slack };
}
