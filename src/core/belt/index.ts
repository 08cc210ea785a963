export { SECTIONS, convertLength, findSection, measuredSection, mountingAllowanceMm, sectionNamed } from './sections';
export type { LengthReference, Section } from './sections';
export { decodeDesignation, encodeDesignation, isSectionName, nearestDesignation, outsideLengthOf, standardSizes } from './designation';
export type { DecodedBelt, DecodeResult } from './designation';
export { guessBelt } from './guess';
export type { BeltGuess, BeltMeasured } from './guess';
export { seatingOf } from './seating';
export type { RouteDemands, Seating, SeatingProblem } from './seating';
