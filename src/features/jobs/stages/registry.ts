import type { Stage } from '@/core/job';
import { bookStage } from './book';
import { byHandStage } from './by-hand';
import { matchStage } from './match';
import type { StageModule } from './module';

/** How each stage is worked. */
export const STAGE_MODULES: Readonly<Record<Stage, StageModule>> = {
  secure: byHandStage,
  look: byHandStage,
  match: matchStage,
  fit: byHandStage,
  set: byHandStage,
  prove: byHandStage,
  book: bookStage,
};
