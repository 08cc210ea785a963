import type { ComponentType } from 'react';
import type { Stage } from '@/core/job';
import type { JobCommands } from '../job-commands';
import type { JobContext } from '../use-job-context';
import type { Job, StoredDrive, UnreadableRow } from '@/contract/records';

/** Props of a stage. */
export interface StageProps {
  readonly job: Job;
  readonly at: Stage;
  readonly commands: JobCommands;
  /** The drives of the machine, and the one that the job is about. */
  readonly drives: readonly StoredDrive[];
  readonly unreadable: readonly UnreadableRow[];
  /** Facts of the machine, and whether it is made safe. */
  readonly jobContext: JobContext;
  /** This person may change things, and the job is open. */
  readonly writable: boolean;
  readonly mayChange: boolean;
}

/**
 * One stage of a job on screen. It places its controls next to the ticket or at the bottom of a phone itself
 * (`Beside`).
 */
export interface StageModule {
  readonly Panel: ComponentType<StageProps>;
}
