import { blank, lazyPart } from '@/ui/lazy';

/** Checks on the running machine. They load when a stage first shows them. */
export const RunningChecks = lazyPart(async () => (await import('./running-checks')).RunningChecks, blank(48));
