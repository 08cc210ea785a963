import 'server-only';
import type { ActKinds } from '@/server';
import { accountActs } from '../account/acts';
import { driveActs } from '../drives/acts';
import { jobActs } from '../jobs/acts';
import { customerActs } from '../customers/acts';
import { machineActs } from '../machines/acts';
import { paperActs } from '../papers/acts';
import { practiceActs } from '../practice/acts';
import { shelfActs } from '../shelf/acts';
import { shopActs } from '../shop/acts';
import { stackActs } from '../stacks/acts';
import { surveyActs } from '../survey/acts';
import { traceActs } from '../trace/acts';
import { SECRET_ACTS } from './kinds';

/** Every act there is, by its kind. Kinds that devices may still hold unsent keep their names, or get an heir. */
export const ACTS = {
  ...accountActs,
  ...customerActs,
  ...driveActs,
  ...jobActs,
  ...machineActs,
  ...paperActs,
  ...practiceActs,
  ...shelfActs,
  ...shopActs,
  ...stackActs,
  ...surveyActs,
  ...traceActs,
} as const;
export type Acts = typeof ACTS;

export const ACT_KINDS: ActKinds = { acts: ACTS, secret: SECRET_ACTS };
