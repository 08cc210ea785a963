'use client';

import { useEffect, useMemo, useState } from 'react';
import type { Drive } from '@/core/drive';
import type { DriveKind, DrivePart } from '@/core/fault';
import {
  driveNow,
  handBackOf,
  knownMachine,
  loadsOnJob,
  replayTicket,
  runListInput,
  runListOf,
  securingOf,
  stagesOf,
  type Caution,
  type HandBack,
  type ReplayedTicket,
  type RunList,
  type RunListOf,
  type Securing,
  type Stages,
} from '@/core/job';
import { absentParts, type Facts } from '@/core/machine';
import { withLoads } from '@/core/tension';
import { useWhen } from '@/ui/when';
import { useWithQueuedFacts } from '../machines/queued-facts';
import type { Job, StoredDrive } from '@/contract/records';

export interface JobContext {
  /** Now: with the loads that the job assumes, adjusters where the job set them, and the belts it fitted. */
  readonly drive: Drive | null;
  /** The same with the belts of its file: what a belt is matched against. */
  readonly matchDrive: Drive | null;
  /** As it is stored. */
  readonly drawn: Drive | null;
  /** Facts of machine and drive, including those in the drive file. */
  readonly facts: Facts;
  readonly kind: DriveKind | null;
  /** Parts that it lacks: nothing is asked about them. */
  readonly absent: readonly DrivePart[];
  /** Limit of the stop time, s; null where the machine has none. */
  readonly stopLimitS: number | null;
  readonly cautions: readonly Caution[];
  readonly securing: Securing;
  /** The ticket as events: conditions, current readings, findings. */
  readonly replayed: ReplayedTicket;
  /** Everything the job needs, in order; null on a simulated machine. */
  readonly list: RunList | null;
  /** The same list with tracing's next check in it. */
  readonly runList: ((next: RunListOf['next']) => RunList) | null;
  /** Missing items before a safe hand-back: the only list of them. */
  readonly hand: HandBack;
  /** How far each stage is, by that list. */
  readonly stages: Stages;
}

/** The present, as often as a day may change. */
function useNow(): string {
  const [now, setNow] = useState(() => new Date().toISOString());
  useEffect(() => {
    const tick = setInterval(() => setNow(new Date().toISOString()), 60_000);
    return () => clearInterval(tick);
  }, []);
  return now;
}

/** Facts of the machine for the stages of a job, and its safety. */
export function useJobContext(job: Job, drives: readonly StoredDrive[]): JobContext {
  const { day } = useWhen();
  const now = useNow();
  const drawn = drives.find((d) => d.id === job.driveId)?.document ?? null;
  const { entries, beltId, limits } = job;
  const replayed = useMemo(() => replayTicket(entries, drawn, beltId), [entries, drawn, beltId]);
  const loaded = useMemo(() => drawn && withLoads(drawn, loadsOnJob(entries)), [drawn, entries]);
  const drive = useMemo(() => loaded && driveNow(loaded, replayed.replayed), [loaded, replayed]);
  const matchDrive = useMemo(() => loaded && driveNow(loaded, { ...replayed.replayed, belts: {} }), [loaded, replayed]);
  const stored = useMemo(() => ({ ...job.facts.drive, ...job.facts.machine }), [job.facts]);
  const told = useWithQueuedFacts(stored, job);
  return useMemo(() => {
    const known = knownMachine({ drive: drawn, facts: { machine: told, drive: {} }, limits });
    const required = known.cautions.map((c) => c.id);
    const securing = securingOf(entries, required, day, now);
    const of = { lines: entries, drive: drawn, beltId, closed: job.status === 'closed' };
    const runList = (next: RunListOf['next']) => runListOf(runListInput(of, known, { safe: securing.state === 'secured', next }));
    const list = runList(null);
    return {
      ...known,
      drive,
      matchDrive,
      drawn,
      absent: absentParts(drawn, told),
      securing,
      replayed,
      list,
      runList,
      hand: handBackOf({ lines: entries, stopLimitS: known.stopLimitS, drive: drawn, beltId }),
      stages: stagesOf(list, entries),
    };
  }, [drive, matchDrive, drawn, told, entries, replayed, day, now, limits, beltId, job.status]);
}
