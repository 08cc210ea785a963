import {
  answerState,
  compileDrive,
  endingProblem,
  isOverCentre,
  newBeltMatching,
  newSolver,
  seededRandom,
  settingsThatRun,
  solveEquilibrium,
  speedsOf,
  statesOf,
  withBeltSeatOffset,
  evaluateLength,
  variationsThatWork,
  windowByAdjuster,
  type BeltDuty,
  type Candidate,
  type Drive,
  type LengthWindow,
  type MatchedBelt,
  type Matcher,
  type Pose,
  type Problem,
  type RunningSettings,
  type SolvedState,
  type Speeds,
  type Spread,
  type Trial,
  type Uncertainty,
  type Warning,
  type WindowSpread,
  type GripBand,
} from '../core/drive';
import { convertLength, standardSizes } from '../core/belt';
import { drawnShifted } from '../core/cvt';
import { newSeeing, rimAtTap, type MarkedRim, type Picture, type SeenRim } from '../core/see';
import { hearTap, hearTimes, soundPicture, type SoundPicture, type TapHeard, type TimesHeard, type TimesOptions } from '../core/sound';
import { solveNotebook, type NotebookSolutionResult, type Notebook } from '../core/survey';
import { answerEntries } from './entry-angles';
import { compareDrives } from './compare';
import { reviewPracticeSession } from './practice-review';
import { answerTrace, answerWhatIf, computedFacts } from './trace';
import { answerWear, newFleet } from './wear';
import { answerTension, withLength } from './tension';

/** A drive at one lever position, ready to be drawn. */
export interface PoseAnswer {
  readonly pose: Pose;
  readonly solved: SolvedState;
  readonly bands: readonly GripBand[];
  readonly duties: readonly BeltDuty[];
  readonly speeds: Speeds;
  readonly warnings: readonly Warning[];
  /** Set where the state did not settle: what is drawn is where it got to. */
  readonly problem: string | null;
}

export type PoseResult = { readonly ok: true; readonly answer: PoseAnswer } | { readonly ok: false; readonly problems: readonly Problem[] };

export interface PoseRequest {
  readonly drive: Drive;
  /** 0 released … 1 engaged. */
  readonly lever: number;
  /** Outside lengths tried in place of the drive's own, by belt id, mm. */
  readonly outsideMm?: Readonly<Record<string, number>>;
}

export interface MatchRequest {
  readonly drive: Drive;
  readonly beltId: string;
  readonly candidates: readonly Candidate[];
  /** Uncertainty of the drive, if it was measured. */
  readonly uncertainty?: Uncertainty | null;
  /** Lower seat of the belt, mm: in all its grooves, or in one. */
  readonly sunk?: { readonly mm: number; readonly pulley?: string };
}

export interface MatchAnswer {
  readonly window: LengthWindow;
  /** The window with nothing worn, where a belt that sits lower was asked about. */
  readonly unworn: LengthWindow | null;
  /** False for a variable drive: section, width and angle are judged, lengths are not. */
  readonly hasLengthWindow: boolean;
  /** Uncertainty of its ends. Null for a drive that was drawn. */
  readonly spread: WindowSpread | null;
  readonly belts: readonly MatchedBelt[];
  /** Candidates that could not be read, with why. */
  readonly unread: readonly { readonly id: string; readonly problem: string }[];
  /** Standard sizes in the window, shortest first. */
  readonly standard: readonly MatchedBelt[];
  /** The window at each end of every adjuster, and in between. */
  readonly adjusters: readonly {
    readonly id: string;
    readonly windows: readonly { readonly position: number; readonly window: LengthWindow }[];
  }[];
  /** For each belt that seats and narrowly fails, the settings of adjusters that would make it run; by candidate id. */
  readonly rescues: Readonly<Record<string, readonly RunningSettings[]>>;
  /** The belt is meant to go slack when released. */
  readonly asksForRelease: boolean;
  /** The mechanism stays engaged when the lever is released. */
  readonly overCentre: boolean;
  /** The belt's own length if it has one, tried. */
  readonly own: Trial | null;
}

export type MatchResult =
  { readonly ok: true; readonly answer: MatchAnswer } | { readonly ok: false; readonly problems: readonly Problem[] };

/** The drive with outside lengths tried in place of its own. */
const shown = (drive: Drive, outsideMm: Readonly<Record<string, number>> = {}): Drive =>
  Object.entries(outsideMm).reduce((d, [belt, mm]) => withLength(d, belt, mm), drive);

/** Largest miss of a belt for which the adjusters are searched, mm, and the largest number of such belts. */
const RESCUE_WITHIN_MM = 40;
const MOST_RESCUES = 12;

/** Settings at which the nearest failing belts run. */
function rescuesOf(matcher: Matcher, window: LengthWindow, belts: readonly MatchedBelt[]): MatchAnswer['rescues'] {
  if (matcher.solver.work.compiled.drive.adjusters.length === 0) return {};
  const ends = [window.releaseMinMm, window.gripMaxMm].filter((mm): mm is number => mm !== null && Number.isFinite(mm));
  const missed = (b: MatchedBelt) => Math.min(...ends.map((mm) => Math.abs(mm - b.outsideMm)));
  const lengths = new Map<number, readonly RunningSettings[]>();
  return Object.fromEntries(
    belts
      .filter((b) => (b.verdict === 'too-short' || b.verdict === 'too-long') && missed(b) <= RESCUE_WITHIN_MM)
      .sort((a, b) => missed(a) - missed(b))
      .slice(0, MOST_RESCUES)
      .map((b) => {
        const settings = lengths.get(b.outsideMm) ?? settingsThatRun(matcher, b.outsideMm);
        lengths.set(b.outsideMm, settings);
        return [b.id, settings];
      }),
  );
}

const matchBelts = newBeltMatching();

/** A recording of a tapped span, and where its note is expected. */
export interface TapRequest {
  readonly sampleRate: number;
  readonly channels: readonly Float32Array[];
  readonly expect?: readonly [number, number] | undefined;
}

/** A recording of a machine that is engaged and released. */
export interface TimesRequest extends TimesOptions {
  readonly sampleRate: number;
  readonly channels: readonly Float32Array[];
}

/** Result of a recording, with its spectrum. */
export interface HeardRecording extends TapHeard {
  readonly picture: SoundPicture;
}

/** A tap on a picture and its marked rims, in pixels. The picture is null where the worker has it from before. */
export interface SeeRequest {
  readonly name: string;
  readonly picture: Picture | null;
  /** Null: the picture is read beforehand. */
  readonly tap: readonly [number, number] | null;
  readonly marked: readonly MarkedRim[];
}

/** The last picture, as its edges are needed for each tap. */
let seen: { readonly name: string; readonly at: ReturnType<typeof newSeeing> } | null = null;

/** Heavy computations of the interface. They run in a worker. Answers are plain values. */
export const solverService = {
  tap({ channels, sampleRate, expect }: TapRequest): HeardRecording {
    const heard = hearTap(channels, sampleRate, { expect });
    const picture = soundPicture(
      channels,
      sampleRate,
      heard.taps.map((t) => t.at),
    );
    return { ...heard, picture };
  },
  /** The rim at the tap. */
  see({ name, picture, tap, marked }: SeeRequest): SeenRim | 'read' | 'picture needed' {
    if (picture) seen = { name, at: newSeeing(picture) };
    if (seen?.name !== name) return 'picture needed';
    if (tap) return rimAtTap(seen.at, tap, marked);
    // One search beforehand: the first one after a start takes twice as long as the next.
    if (picture) seen.at([[picture.width / 2, picture.height / 2]]);
    return 'read';
  },
  times({ channels, sampleRate, ...options }: TimesRequest): TimesHeard {
    return hearTimes(channels, sampleRate, options);
  },
  pose({ drive, lever, outsideMm }: PoseRequest): PoseResult {
    const made = compileDrive(drawnShifted(shown(drive, outsideMm), lever));
    if (!made.ok) return made;
    const speeds = speedsOf(made.compiled);
    const states = statesOf(drive);
    const nearest = states.find((s) => s.lever === lever);
    const { pose, solved, bands, duties, equilibrium, collision } = answerState(
      newSolver(made.compiled),
      nearest ?? { name: 'between', lever },
      speeds,
    );
    return {
      ok: true,
      answer: {
        pose,
        solved,
        bands,
        duties,
        speeds,
        warnings: made.compiled.warnings,
        problem: endingProblem(equilibrium, collision, { name: nearest?.name ?? 'between' }, 0)?.message ?? null,
      },
    };
  },

  match({ drive: drawn, beltId, candidates, uncertainty, sunk }: MatchRequest): MatchResult {
    const worn = sunk !== undefined && sunk.mm !== 0;
    const drive = worn ? withBeltSeatOffset(drawn, beltId, sunk.mm, sunk.pulley) : drawn;
    const result = matchBelts({ drive, beltId, candidates, ...(uncertainty ? { uncertainty } : {}) });
    if (!result.ok) return result;
    const { matcher, window, spread, hasLengthWindow: judged, belts, unread } = result.match;
    const { compiled } = matcher.solver.work;
    const asDrawn = worn ? matchBelts({ drive: drawn, beltId, candidates: [] }) : null;
    const count = drive.belts[matcher.belt]?.count ?? 1;
    const sizes = window.intervals.flatMap(([from, to]) =>
      Number.isFinite(from) && Number.isFinite(to) ? standardSizes(matcher.section, from, to, count) : [],
    );
    const tried = sizes.map(({ designation }) => ({ id: designation, designation }));
    const standard = matchBelts({ drive, beltId, candidates: tried, ...(uncertainty ? { uncertainty } : {}) });
    const adjusters = drive.adjusters.map((a) => ({
      id: a.id,
      windows: windowByAdjuster(matcher, a.id, [a.min, (a.min + a.max) / 2, a.max]),
    }));
    const solver = newSolver(compiled);
    const rest = solveEquilibrium(solver, matcher.released?.lever ?? 0, matcher.released?.locks ?? {});
    const engaged = solveEquilibrium(solver, matcher.engaged.lever, matcher.engaged.locks ?? {});
    const own = compiled.belts[matcher.belt]?.statedLength ?? 0;
    return {
      ok: true,
      answer: {
        window,
        spread,
        unworn: asDrawn?.ok ? asDrawn.match.window : null,
        hasLengthWindow: judged,
        belts,
        unread,
        rescues: judged ? rescuesOf(matcher, window, belts) : {},
        standard: standard.ok ? standard.match.belts.filter((b) => b.verdict === 'fits' || b.verdict === 'marginal') : [],
        adjusters,
        asksForRelease: matcher.letsGo,
        overCentre: matcher.released !== null && isOverCentre(solver, engaged, matcher.engaged.lever, rest, matcher.released.lever),
        own: own > 0 ? evaluateLength(matcher, convertLength(own, 'pitch', 'outside', matcher.section)) : null,
      },
    };
  },

  tension: answerTension,
  entries: answerEntries,
  compare: compareDrives,
  wear: answerWear,
  fleet: newFleet(),
  /** A practice session compared with tracing. */
  review: reviewPracticeSession,
  trace: answerTrace,
  whatIf: answerWhatIf,
  facts: computedFacts,

  /** Result of a notebook: positions, contradictions, next measurements, and the drive if it can be made. */
  look(notebook: Notebook): NotebookSolutionResult {
    return solveNotebook(notebook);
  },

  /** Samples many uncertain drives. Reports after every hundred. The caller stops it through `keepGoing`. */
  async variations(
    drive: Drive,
    beltId: string,
    outsideMm: number,
    spread: Spread,
    draws: number,
    report: (done: number, works: number) => boolean | Promise<boolean>,
  ): Promise<{ done: number; works: number }> {
    let last = { done: 0, works: 0 };
    for (const tally of variationsThatWork(drive, beltId, outsideMm, spread, draws, seededRandom(1))) {
      last = tally;
      if (tally.done % 100 === 0 && !(await report(tally.done, tally.works))) break;
    }
    return last;
  },
};

export type SolverService = typeof solverService;
