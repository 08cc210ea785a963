import 'server-only';
import type { ActKinds } from '@/server';
import { accountActs } from '../account/acts';
import { driveActs } from '../drives/acts';
import { jobActs } from '../jobs/acts';
import { machineActs } from '../machines/acts';
import { shelfActs } from '../shelf/acts';
import { shopActs } from '../shop/acts';
import { surveyActs } from '../survey/acts';
import { SECRET_ACTS } from './kinds';

/** Every act there is, by its kind. Kinds that devices may still hold unsent keep their names, or get an heir. */
export const ACTS = { ...accountActs, ...driveActs, ...jobActs, ...machineActs, ...shelfActs, ...shopActs, ...surveyActs } as const;
export type Acts = typeof ACTS;

export const ACT_KINDS: ActKinds = { acts: ACTS, secret: SECRET_ACTS };
