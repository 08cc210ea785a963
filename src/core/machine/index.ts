export { driveKindOf, factsOfDrive, STOP_LIMITS, stopLimitOf } from './drive-facts';
export { factNow, factOf, FACTS, factSchema, factWords, isFact } from './facts';
export type { Choice, Fact, FactId, Facts, FactValue, Known } from './facts';
