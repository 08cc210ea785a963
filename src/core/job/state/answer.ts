import { beltGroup, compileDrive, newMatcher, tryPitchLength, twoStates, type Drive } from '../../drive';
import type { DriveKind } from '../../fault';
import { tensionSheet, type TakenReading } from '../../tension';
import { driveNow, driveNumbers } from './drive-now';
import type { JobEvent } from './events';
import type { JobFile } from './file';
import { replayEvents, type ReplayedJob } from './replay';
import { safeHandBack, type SafeHandBack } from './safe-hand-back';

/** Kinds of drive with a stop time of 5 s where the file states no limit. */
const STOP_LIMIT_S: Readonly<Partial<Record<DriveKind, number>>> = {
  'deck-lever': 5,
  'deck-clutch': 5,
  'sliding-deck': 5,
  'snow-thrower': 5,
  reel: 5,
};

/** A replayed job with the values calculated from its drive. */
export interface JobAnswer {
  readonly replayed: ReplayedJob;
  readonly drive: ReturnType<typeof driveNumbers>;
  /** Current tension readings, by event index, and what they amount to; tension and its standard deviation in N. */
  readonly tension: { readonly used: readonly number[]; readonly combined: { readonly tension: number; readonly sd: number } | null };
  readonly handBack: SafeHandBack;
}

export type JobAnswerResult =
  | { readonly ok: true; readonly answer: JobAnswer }
  | { readonly ok: false; readonly problem: { readonly path: string; readonly message: string } };

/** State of a job from its events: one answer for the command line and the screens. */
export function answerJob({ kind, drive, belt, stopLimitS, events, struck }: JobFile): JobAnswerResult {
  const replayed = replayEvents(drive, events, struck);
  const now = driveNow(drive, replayed);
  const read = currentReadings(replayed, events, belt);
  const sheet = read.length === 0 ? null : tensionSheet(now, { ...(belt === null ? {} : { belt }), readings: read.map((r) => r.reading) });
  // A reading that cannot be is refused. A drive that settles nowhere at its present setting has no tension.
  if (sheet && !sheet.ok && 'reading' in sheet)
    return { ok: false, problem: { path: `events[${read[sheet.reading]!.index}].reading`, message: sheet.problem } };
  const combined = sheet?.ok ? sheet.sheet.combined : null;
  return {
    ok: true,
    answer: {
      replayed,
      drive: driveNumbers(now),
      tension: { used: read.map((r) => r.index), combined: combined && { tension: combined.tensionN, sd: combined.sdN } },
      handBack: safeHandBack(replayed, {
        stopLimitS: stopLimitS === undefined ? (STOP_LIMIT_S[kind as DriveKind] ?? null) : stopLimitS,
        hasBrake: hasBrake(now, belt),
        fittedStaysTight: fittedStaysTight(now, replayed, belt),
      }),
    },
  };
}

/** Tension readings of one belt that no later change made stale, with the indexes of their events. */
export function currentReadings(
  replayed: ReplayedJob,
  events: readonly JobEvent[],
  belt: string | null,
): { readonly index: number; readonly reading: TakenReading }[] {
  return replayed.events.flatMap(({ index, current }) => {
    const event = events[index]!;
    return current && event.type === 'reading' && (event.belt ?? belt) === belt ? [{ index, reading: event.reading }] : [];
  });
}

/** Belts that the job fitted: those of another length, and its own where it was replaced. */
const fittedBelts = ({ belts, beltReplaced }: ReplayedJob, own: string | null): string[] => [
  ...new Set([...Object.keys(belts), ...(beltReplaced && own !== null && Object.keys(belts).length === 0 ? [own] : [])]),
];

/** True if a belt fitted on the job stays tight with the lever released, on the current drive. */
export const fittedStaysTight = (now: Drive, replayed: ReplayedJob, belt: string | null): boolean =>
  replayed.beltReplaced && fittedBelts(replayed, belt).some((b) => staysTight(now, b));

/** True if a belt of the drive stays tight with the lever released, although it should go slack. */
export function staysTight(drive: Drive, belt: string): boolean {
  const made = compileDrive(drive);
  const matcher = made.ok ? newMatcher(made.compiled, belt) : undefined;
  if (!matcher?.letsGo) return false;
  const { stretchMm, slack } = tryPitchLength(matcher).disengaged;
  return stretchMm > 0 || slack < matcher.settings.releaseSlackMm;
}

/** True if a brake belongs to the group of a belt: its body touches the belt, or is joined to one that does. */
export function hasBrake(drive: Drive, belt: string | null): boolean {
  const made = compileDrive(drive);
  const index = drive.belts.findIndex((b) => b.id === belt);
  if (!made.ok || index < 0) return false;
  const { engaged, released } = twoStates(drive);
  const bodies = new Set(
    [engaged, ...(released ? [released] : [])].flatMap(({ locks }) => [
      ...beltGroup(made.compiled, index, locks ?? {}, (b) => made.compiled.belts[b]!.statedLength > 0).bodies,
    ]),
  );
  return drive.brakes.some((brake) => bodies.has(drive.tensioners.findIndex((t) => t.id === brake.tensioner)));
}
