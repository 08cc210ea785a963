import { ensureBuilt } from './lib/machine.mjs';

/** Builds what changed since the last build. */
ensureBuilt();
