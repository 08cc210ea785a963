import type { Recommendation } from './recommend';
import { RETENSION_OVER_FLOOR } from './retension';
import type { AssessedSetting, SettingFault } from './settings-table';
import type { TensionBand } from './sheet';

/** Engagement is prompt under the first, soft up to the second and slips beyond it, s. Settings of the trade. */
export const ENGAGES = { prompt: 0.8, slips: 2 } as const;
export type Engagement = 'prompt' | 'soft' | 'slips';
export const engagementOf = (seconds: number): Engagement =>
  seconds < ENGAGES.prompt ? 'prompt' : seconds <= ENGAGES.slips ? 'soft' : 'slips';

/** A stop under `stopS` is hard, s. A prompt engagement is sudden where the engine loses the share `sag` of its speed. */
export const SUDDEN = { stopS: 1, sag: 0.15 } as const;

export interface DecideAsk {
  readonly band: TensionBand;
  /** Range of the manual’s target, N: it takes precedence. Null without one. */
  readonly manualN?: readonly [number, number] | null;
  /** The position of each adjuster to set, for the tension as it was read. */
  readonly recommended: readonly Recommendation[];
  /** Current settings, by adjuster id. `settings` holds every setting, to find one that is tight enough. */
  readonly present: Readonly<Record<string, AssessedSetting>>;
  readonly settings: readonly AssessedSetting[];
  /** Tension computed for the present settings, and the tension that was read; N. Null if unknown. */
  readonly computedN: number | null;
  readonly readN: number | null;
  /** Time from the lever to full speed; null if it was not taken. */
  readonly engagementS: number | null;
  /** The brake was seen to stay off when released, or the stop time is over its limit. */
  readonly brakeSeenOff: boolean;
  readonly stopTooLong: boolean;
  /** Findings: a belt that is worn, cracked or hurt; an arm or slide that is stiff. */
  readonly beltBad: boolean;
  readonly armStiff: boolean;
  /** The largest entry angle that was read is over its limit. */
  readonly misaligned: boolean;
  /** Loss of tension in each tenfold of hours, N, from readings. */
  readonly lossN: number | null;
}

export type DecideReason =
  | 'arm-stiff'
  | 'belt-bad'
  | 'misaligned'
  | 'load-unknown'
  | 'nothing-read'
  | 'holds'
  | 'holds-but-slow'
  | 'under-floor'
  | 'over-ceiling'
  | 'under-manual'
  | 'over-manual'
  | 'soft'
  | 'slips'
  | 'brake-stays-off'
  | 'brake-drags'
  | 'stop-too-long'
  | 'not-slack'
  | 'reserve-left'
  | 'drawn-holds'
  | 'already-set'
  | 'other-cause'
  | 'no-reserve'
  | 'release-breaks-first';

export interface Decided {
  readonly act: 'free-first' | 'align-first' | 'read-first' | 'brake-first' | 'leave' | 'adjust' | 'replace';
  readonly because: readonly DecideReason[];
  /** The setting to make, and the tension expected there from what was read. */
  readonly to: { readonly adjuster: string; readonly position: number; readonly tensionN: number } | null;
  /** Hours until it must be set again after that; null if no readings show how it falls. */
  readonly hoursGained: number | null;
}

/** Least share of tension that a new setting must change. No reading or time shows less. A choice, not a standard. */
const LEAST_CHANGE = 0.05;
/** A position nearer to the present one than this is the present one, mm or degrees. */
const SAME_POSITION = 0.05;

const RELEASE_REASONS: Readonly<Partial<Record<SettingFault, DecideReason>>> = {
  'brake-stays-off': 'brake-stays-off',
  'brake-stays-on': 'brake-drags',
  'not-slack': 'not-slack',
};

/** Reasons about the release: seen, timed and computed. */
function releaseReasons({ present, brakeSeenOff, stopTooLong }: DecideAsk): { all: DecideReason[]; computed: DecideReason[] } {
  const computed = Object.values(present).flatMap((row) => row.faults.flatMap((f) => RELEASE_REASONS[f] ?? []));
  const seen: DecideReason[] = [
    ...(brakeSeenOff ? (['brake-stays-off'] as const) : []),
    ...(stopTooLong ? (['stop-too-long'] as const) : []),
  ];
  return { all: [...new Set([...seen, ...computed])], computed };
}

/** Reasons about the time to full speed. */
function slowReasons({ engagementS }: DecideAsk): DecideReason[] {
  const engages = engagementS === null ? null : engagementOf(engagementS);
  return engages === 'slips' ? ['slips'] : engages === 'soft' ? ['soft'] : [];
}

/** The tension that a setting is judged by, N: the reading, or the computed one once the engagement was timed. Null if unknown. */
function knownTension({ band, readN, computedN, engagementS }: DecideAsk): number | null {
  if (band.target === null || (readN === null && engagementS === null)) return null;
  return readN ?? computedN;
}

/** Faults of the present setting. */
interface Wrong {
  readonly release: readonly DecideReason[];
  readonly computed: readonly DecideReason[];
  readonly slow: readonly DecideReason[];
  readonly tooTight: boolean;
  readonly low: boolean;
  readonly nowN: number | null;
}

/** The recommended setting nearest to the target that improves on the present one. */
function betterSetting({ recommended, present, band }: DecideAsk, { release, computed, tooTight, nowN }: Wrong) {
  const moves = recommended.filter((r) => Math.abs(r.position - (present[r.adjuster]?.position ?? Infinity)) > SAME_POSITION);
  const better = moves.filter((r) =>
    release.length > 0
      ? (r.brakeMargin ?? Infinity) > (present[r.adjuster]?.brakeMargin ?? -Infinity) || !computed.includes('brake-stays-off')
      : tooTight
        ? r.tension < (1 - LEAST_CHANGE) * nowN!
        : r.tension > (1 + LEAST_CHANGE) * nowN!,
  );
  const target = band.target ?? 0;
  return [...better].sort((a, b) => Math.abs(a.tension - target) - Math.abs(b.tension - target))[0] ?? null;
}

/** True if some setting would hold, but no longer release. */
function holdsOnlyUnreleased({ readN, computedN, settings, band }: DecideAsk): boolean {
  const share = readN !== null && computedN !== null && computedN > 0 ? readN / computedN : 1;
  return settings.some(
    ({ engaged, faults }) =>
      (engaged.tension ?? 0) * share >= RETENSION_OVER_FLOOR * band.floor && faults.some((f) => RELEASE_REASONS[f] !== undefined),
  );
}

/** Reason against a tension that is too high or too low: the physical limit before the manual’s range. */
const gripReason = ({ band }: DecideAsk, tooTight: boolean, nowN: number | null): DecideReason =>
  tooTight
    ? band.ceiling !== null && nowN !== null && nowN > band.ceiling
      ? 'over-ceiling'
      : 'over-manual'
    : nowN !== null && nowN < RETENSION_OVER_FLOOR * band.floor
      ? 'under-floor'
      : 'under-manual';

/** The setting to make, or what to do where none is better. */
function correction(ask: DecideAsk, wrong: Wrong): Pick<Decided, 'act' | 'because'> & { readonly to?: Decided['to'] } {
  const { release, slow, tooTight, low } = wrong;
  // It holds by what was read and is still slow: tension alone is not the cause, but a little more of it is the cheapest try.
  const grip: DecideReason[] = tooTight || low ? [gripReason(ask, tooTight, wrong.nowN)] : slow.length > 0 ? ['holds-but-slow'] : [];
  const why = [...release, ...grip, ...slow];
  const best = betterSetting(ask, wrong);
  if (best) {
    const { adjuster, position, tension } = best;
    return { act: 'adjust', because: [...why, 'reserve-left'], to: { adjuster, position, tensionN: tension } };
  }
  const set = ask.recommended.length > 0;
  if ((['brake-stays-off', 'brake-drags', 'stop-too-long'] as const).some((reason) => release.includes(reason)))
    return { act: 'brake-first', because: set ? [...why, 'already-set'] : why };
  if (grip.includes('holds-but-slow') && release.length === 0 && set)
    // By the drawing it holds, by the time it slips: a reading decides. A reading that agrees points to another cause.
    return ask.readN === null
      ? { act: 'read-first', because: ['nothing-read', 'drawn-holds', ...slow] }
      : { act: 'leave', because: [...why, 'other-cause'] };
  return { act: 'replace', because: [...why, holdsOnlyUnreleased(ask) ? 'release-breaks-first' : 'no-reserve'] };
}

/**
 * Decision: leave, adjust or replace. A stiff arm has the signs of a slack belt. It is freed and timed again before
 * anything is set or bought. Misaligned pulleys are aligned before the tension is set. A drive with its brake off, or
 * with a tight belt when released, is never left. It is set to the recommended position. If that is the present
 * setting, its brake is repaired first. The recommended positions are those of `recommendSettings`, so that this advice
 * and the settings table agree.
 */
export function decide(ask: DecideAsk): Decided {
  const { band } = ask;
  const answer = (act: Decided['act'], because: readonly DecideReason[], to: Decided['to'] = null): Decided => ({
    act,
    because,
    to,
    hoursGained: to && hoursTo(to.tensionN, band.floor, ask.lossN),
  });
  const slow = slowReasons(ask);
  const { all: release, computed } = releaseReasons(ask);
  if (ask.armStiff) return answer('free-first', ['arm-stiff', ...release, ...slow]);
  if (ask.beltBad) return answer('replace', ['belt-bad', ...release, ...slow]);
  // Correcting the alignment changes the tension, so it comes before the setting.
  if (ask.misaligned) return answer('align-first', ['misaligned', ...release, ...slow]);
  const nowN = knownTension(ask);
  if (nowN === null && release.length === 0)
    return band.target === null ? answer('read-first', ['load-unknown', ...slow]) : answer('read-first', ['nothing-read']);
  const [leastN, mostN] = ask.manualN ?? [0, Infinity];
  const tooTight = nowN !== null && nowN > Math.min(mostN, band.ceiling ?? Infinity);
  const low = nowN !== null && !tooTight && nowN < Math.max(leastN, RETENSION_OVER_FLOOR * band.floor);
  if (!low && !tooTight && slow.length === 0 && release.length === 0) return answer('leave', ['holds']);
  const { act, because, to = null } = correction(ask, { release, computed, slow, tooTight, low, nowN });
  return answer(act, because, to);
}

/** Hours until a tension comes down to where it is set again, T − b·log₁₀(1 + h). */
function hoursTo(tensionN: number, floorN: number, lossN: number | null): number | null {
  if (lossN === null || lossN <= 0) return null;
  const over = tensionN - RETENSION_OVER_FLOOR * floorN;
  return over <= 0 ? 0 : Math.min(5000, 10 ** (over / lossN) - 1);
}
