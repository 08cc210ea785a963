'use client';

import { useEffect, useMemo, useState } from 'react';
import type { Drive } from '@/core/drive';
import type { DriveKind, DrivePart } from '@/core/fault';
import { cautionsFor, loadsOnJob, securingOf, type Caution, type Securing } from '@/core/job';
import { absentParts, driveKindOf, factsOfDrive, stopLimitOf, type Facts } from '@/core/machine';
import { withLoads } from '@/core/tension';
import { useWhen } from '@/ui/when';
import type { Job, StoredDrive } from '@/db';
import { useWithWaitingFacts } from '../machines/waiting-facts';

export interface Bay {
  /** With the loads that the job reckons on. */
  readonly drive: Drive | null;
  /** As it is kept. */
  readonly drawn: Drive | null;
  /** What is known of machine and drive together, with what the drive's file says itself. */
  readonly facts: Facts;
  readonly kind: DriveKind | null;
  /** Parts that it lacks: nothing is asked about them. */
  readonly absent: readonly DrivePart[];
  /** What the stop time is held to, s; null where there is none to keep. */
  readonly stopLimitS: number | null;
  readonly cautions: readonly Caution[];
  readonly securing: Securing;
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

/** What the stages of a job know of its machine, and whether that is made safe. */
export function useBay(job: Job, drives: readonly StoredDrive[]): Bay {
  const { day } = useWhen();
  const now = useNow();
  const drawn = drives.find((d) => d.id === job.driveId)?.document ?? null;
  const drive = useMemo(() => drawn && withLoads(drawn, loadsOnJob(job.entries)), [drawn, job.entries]);
  const known = useMemo(() => ({ ...job.facts.drive, ...job.facts.machine }), [job.facts]);
  const told = useWithWaitingFacts(known, job);
  return useMemo(() => {
    const facts = { ...(drive ? factsOfDrive(drive) : {}), ...told };
    const kind = drive ? driveKindOf(drive, facts) : null;
    const cautions = cautionsFor('full', facts, { kind });
    return {
      drive,
      drawn,
      facts,
      kind,
      absent: absentParts(drive, told),
      stopLimitS: stopLimitOf(told, job.limits),
      cautions,
      securing: securingOf(
        job.entries,
        cautions.map((c) => c.id),
        day,
        now,
      ),
    };
  }, [drive, drawn, told, job.entries, day, now, job.limits]);
}
