import type { Stage } from '@/core/job';
import { askStage } from './ask';
import { bookStage } from './book';
import { fitStage } from './fit';
import { matchStage } from './match';
import { lookStage } from './look';
import type { StageModule } from './module';
import { proveStage } from './prove';
import { secureStage } from './secure';
import { setStage } from './set';

/** Component of each stage. */
export const STAGE_MODULES: Readonly<Record<Stage, StageModule>> = {
  ask: askStage,
  secure: secureStage,
  look: lookStage,
  match: matchStage,
  fit: fitStage,
  set: setStage,
  prove: proveStage,
  book: bookStage,
};
