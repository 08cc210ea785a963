export { gapsOf, misalignmentOf, MOST_DISAGREE_MM } from './straight-edge';
export type { GapsAsk, Misalignment, RimGaps } from './straight-edge';
export { alignmentLimit, entryAngles } from './entry-angles';
export type { SpanEntry } from './entry-angles';
export { LARGEST_GAP_MM, refuseGaps, rodTurn, supportMoves, TRACKS, trackAgrees, turnsAndFlats } from './correction';
export type { RodTurn, Support, SupportMove, Track } from './correction';
