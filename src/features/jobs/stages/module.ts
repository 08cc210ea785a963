import type { ComponentType } from 'react';
import type { Stage } from '@/core/job';
import type { Job, StoredDrive, UnreadableRow } from '@/db';
import type { JobActs } from '../job-acts';
import type { Bay } from '../use-bay';

/** What a stage is given to work with. */
export interface StageProps {
  readonly job: Job;
  readonly at: Stage;
  readonly acts: JobActs;
  /** The drives of the machine, and the one that the job is about. */
  readonly drives: readonly StoredDrive[];
  readonly unreadable: readonly UnreadableRow[];
  /** What is known of the machine, and whether it is made safe. */
  readonly bay: Bay;
  /** This person may change things, and the job is open. */
  readonly writable: boolean;
  readonly mayChange: boolean;
}

/** One stage of a job on screen. What it shows beside the ticket or at a phone's foot it puts there itself (`Beside`). */
export interface StageModule {
  readonly Bench: ComponentType<StageProps>;
}
