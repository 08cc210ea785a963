import type { JudgedSetting } from './advice';
import { RETENSION_OVER_FLOOR } from './retension';
import type { TensionBand } from './sheet';

/** Engagement is prompt under the first, soft up to the second and slips beyond it, s. Settings of the trade. */
export const ENGAGES = { prompt: 0.8, slips: 2 } as const;
export type Engagement = 'prompt' | 'soft' | 'slips';
export const engagementOf = (seconds: number): Engagement =>
  seconds < ENGAGES.prompt ? 'prompt' : seconds <= ENGAGES.slips ? 'soft' : 'slips';

export interface DecideAsk {
  readonly band: TensionBand;
  readonly settings: readonly JudgedSetting[];
  /** Where each adjuster stands, by id. */
  readonly stands: Readonly<Record<string, number>>;
  /** What the drive makes of those places, and what was read; N. Null where it is not known. */
  readonly computedN: number | null;
  readonly readN: number | null;
  /** Time from the lever to full speed; null where it was not taken. */
  readonly engagementS: number | null;
  /** Findings: a belt that is worn, cracked or hurt; an arm or slide that is stiff. */
  readonly beltBad: boolean;
  readonly armStiff: boolean;
  /** What it loses each tenfold of hours, N, where readings tell. */
  readonly lossN: number | null;
}

export type DecideReason =
  | 'arm-stiff'
  | 'belt-bad'
  | 'load-unknown'
  | 'nothing-read'
  | 'holds'
  | 'holds-but-slow'
  | 'under-floor'
  | 'over-ceiling'
  | 'soft'
  | 'slips'
  | 'reserve-left'
  | 'no-reserve'
  | 'release-breaks-first';

export interface Decided {
  readonly act: 'free-first' | 'read-first' | 'leave' | 'adjust' | 'replace';
  readonly because: readonly DecideReason[];
  /** Where to set it, and what it comes to there by what was read. */
  readonly to: { readonly adjuster: string; readonly position: number; readonly tensionN: number } | null;
  /** Hours until it has to be looked at again after that; null where no readings tell how it falls. */
  readonly hoursGained: number | null;
}

/**
 * Leave it, adjust it or replace the belt. A stiff arm looks like a slack belt: it is freed and timed again before anything is set or bought. What was
 * read against what the drive computes tells how far the belt has stretched; every other setting is taken to be off by the same share.
 */
export function decide(ask: DecideAsk): Decided {
  const { band, engagementS } = ask;
  const answer = (act: Decided['act'], because: readonly DecideReason[], to: Decided['to'] = null): Decided => ({
    act,
    because,
    to,
    hoursGained: to && hoursTo(to.tensionN, band.floor, ask.lossN),
  });
  const engages = engagementS === null ? null : engagementOf(engagementS);
  const slow: DecideReason[] = engages === 'slips' ? ['slips'] : engages === 'soft' ? ['soft'] : [];
  if (ask.armStiff) return answer('free-first', ['arm-stiff', ...slow]);
  if (ask.beltBad) return answer('replace', ['belt-bad', ...slow]);
  if (band.target === null) return answer('read-first', ['load-unknown', ...slow]);
  const nowN = ask.readN ?? ask.computedN;
  if (nowN === null || (ask.readN === null && engages === null)) return answer('read-first', ['nothing-read']);
  const tooTight = band.ceiling !== null && nowN > band.ceiling;
  const low = nowN < RETENSION_OVER_FLOOR * band.floor;
  if (!low && !tooTight && slow.length === 0) return answer('leave', ['holds']);
  // Held by what was read, and yet slow: it is not the tension alone, but a little more of it is the cheapest try.
  const why: DecideReason[] = [
    ...(tooTight ? ['over-ceiling' as const] : low ? ['under-floor' as const] : ['holds-but-slow' as const]),
    ...slow,
  ];
  const share = ask.readN !== null && ask.computedN !== null && ask.computedN > 0 ? ask.readN / ask.computedN : 1;
  const target = band.target;
  const within = ask.settings.flatMap((s) => {
    const n = (s.engaged.tension ?? 0) * share;
    const stands = ask.stands[s.adjuster] === s.position;
    const better = tooTight ? n < nowN : n > nowN;
    const broken = s.faults.some((f) => f !== 'slips' && f !== 'overloads');
    const holds = n >= RETENSION_OVER_FLOOR * band.floor && (band.ceiling === null || n <= band.ceiling);
    return stands || !better || s.engaged.tension === null
      ? []
      : [{ adjuster: s.adjuster, position: s.position, tensionN: n, broken, holds }];
  });
  const right = within.filter((s) => s.holds && !s.broken);
  right.sort((a, b) => Math.abs(a.tensionN - target) - Math.abs(b.tensionN - target));
  const [best] = right;
  if (best) {
    const { adjuster, position, tensionN } = best;
    return answer('adjust', [...why, 'reserve-left'], { adjuster, position, tensionN });
  }
  return answer('replace', [...why, within.some((s) => s.holds && s.broken) ? 'release-breaks-first' : 'no-reserve']);
}

/** Hours until a tension comes down to where it is set again, T − b·log₁₀(1 + h). */
function hoursTo(tensionN: number, floorN: number, lossN: number | null): number | null {
  if (lossN === null || lossN <= 0) return null;
  const over = tensionN - RETENSION_OVER_FLOOR * floorN;
  return over <= 0 ? 0 : Math.min(5000, 10 ** (over / lossN) - 1);
}
