import {
  corrected,
  learned,
  trace,
  vocabulary,
  whatIf,
  withoutParts,
  type Confirmed,
  type Correction,
  type DrivePart,
  type FaultCase,
  type IfSo,
  type Trace,
  type Vocabulary,
} from '../core/fault';
import type { ComputedFact } from '../core/job';
import { convertLength } from '../core/belt';
import {
  answerState,
  compileDrive,
  hasLengthWindow,
  newMatcher,
  newSolver,
  settingsThatRun,
  speedsOf,
  evaluateLength,
  twoStates,
  type Drive,
  type Matcher,
  type ReasonCode,
} from '../core/drive';
import { tensionSheet } from '../core/tension';

export interface TraceAnswer {
  readonly trace: Trace;
}

/** Changes of the base by a shop. */
export interface ShopBase {
  /** Causes confirmed by its jobs. */
  readonly confirmed: readonly Confirmed[];
  /** Corrections by its owner. */
  readonly corrections: readonly Correction[];
}

export interface TraceRequest extends ShopBase {
  readonly faultCase: FaultCase;
  /** Parts that the drive lacks. */
  readonly absent?: readonly DrivePart[];
}

const wordsFor = (request: TraceRequest): Vocabulary => withoutParts(shopWords(request), request.absent ?? [], request.faultCase);

/** The base as a shop has it: corrected by its owner, with its own frequencies over the priors. */
export const shopWords = ({ confirmed, corrections }: ShopBase): Vocabulary => learned(corrected(vocabulary(), corrections), confirmed);

/** A case traced by the base as the shop has it. */
export const answerTrace = (request: TraceRequest): TraceAnswer => ({ trace: trace(wordsFor(request), request.faultCase) });

export interface WhatIfRequest extends TraceRequest {
  readonly check: string;
}

/** State after each answer to a check. */
export const answerWhatIf = (request: WhatIfRequest): IfSo[] => whatIf(wordsFor(request), request.faultCase, request.check);

export interface FactsRequest {
  readonly drive: Drive;
  readonly beltId: string;
  /** Outside length of the belt that is on it, where it is not the drive's own, mm. */
  readonly outsideMm?: number | undefined;
  /** Measured stop time, s. */
  readonly stopSeconds?: number | undefined;
}

const said = (check: ComputedFact['check'], bad: boolean): ComputedFact => ({ check, result: bad ? 'bad' : 'good' });

/**
 * Results of a belt length: grip, distance from the stop, slack, and brake. Each of the four is evidence for its own
 * causes.
 */
function lengthFacts(matcher: Matcher, outsideMm: number): ComputedFact[] {
  const trial = evaluateLength(matcher, outsideMm);
  const fails = (...codes: ReasonCode[]) => trial.failures.some((f) => codes.includes(f));
  const adjusters = matcher.solver.work.compiled.drive.adjusters.length > 0 ? settingsThatRun(matcher, outsideMm) : [];
  const off = trial.failures.length > 0 && adjusters.some(({ ranges }) => ranges.length > 0);
  return [
    ...(trial.engaged.loadKnown || trial.engaged.tension <= 0 ? [said('grip-computed', fails('slips'))] : []),
    ...(matcher.tensioner >= 0 ? [said('stop-computed', fails('at-stop'))] : []),
    ...(matcher.letsGo ? [said('slack-computed', fails('too-little-slack', 'still-stretched'))] : []),
    ...(trial.disengaged.brakeMargin === null
      ? []
      : [said('brake-computed', fails('brake-stays-off')), said('brake-driving-computed', fails('brake-stays-on'))]),
    // A setting is off its table only where another would do.
    ...(adjusters.length > 0 && (off || trial.failures.length === 0) ? [said('setting-computed', off)] : []),
  ];
}

/**
 * Results of checks calculated from the drive: belt length in its window, slack released, brake clear while driving,
 * setting in the table. Also the tensioner on the slack side and not held, and slack during braking. A value that is
 * unknown or cannot be solved has no result.
 */
export function computedFacts({ drive, beltId, outsideMm, stopSeconds }: FactsRequest): ComputedFact[] {
  const made = compileDrive(drive);
  const matcher = made.ok ? newMatcher(made.compiled, beltId) : undefined;
  if (!made.ok || !matcher) return [];
  const own = matcher.solver.work.belts[matcher.belt]?.pitchLength ?? 0;
  const band = answerState(newSolver(made.compiled), twoStates(drive).engaged, speedsOf(made.compiled)).bands[matcher.belt];
  const sheet = stopSeconds === undefined ? null : tensionSheet(drive, { belt: beltId, stopSeconds });
  const release = sheet?.ok ? sheet.sheet.release : null;
  return [
    ...(own > 0 && hasLengthWindow(drive)
      ? lengthFacts(matcher, outsideMm ?? convertLength(own, 'pitch', 'outside', matcher.section))
      : []),
    ...(band?.loadKnown ? [said('tight-side-computed', band.idlerOnTightSide)] : []),
    ...(drive.tensioners.length > 0
      ? [
          said(
            'link-computed',
            drive.tensioners.every((t) => t.locked === true),
          ),
        ]
      : []),
    ...(release ? [said('over-run-computed', release.goesSlack)] : []),
  ];
}
