export { driveKindOf, factsOfDrive } from './drive-facts';
export { factOf, FACTS, isFact } from './facts';
export type { Choice, Fact, FactId } from './facts';
export { factNow, factSchema, factWords } from './known';
export type { Facts, FactValue, Known } from './known';
export { readLimits, shopLimits, stopLimitOf, USUAL_LIMITS } from './limits';
export type { ShopLimits } from './limits';
export { meterRate } from './meter-log';
export type { MeterRate, MeterReading } from './meter-log';
