import type { Cause, CauseId } from './causes';
import type { DriveKind } from './kinds';

/** 1 rare … 5 everyday, among machines that come in with one of a cause's complaints. */
export type Commonness = 1 | 2 | 3 | 4 | 5;

/**
 * Where a cause is more or less common on one kind of drive than on the others that have it: general trade knowledge, a starting guess that a shop's own jobs and its
 * owner move.
 */
export const COMMONNESS_ON: Partial<Readonly<Record<CauseId, Partial<Readonly<Record<DriveKind, Commonness>>>>>> = {
  // Belts that clutch wear by clutching; those that are tight for life last longer.
  'belt-worn': { 'deck-clutch': 4, 'sliding-deck': 4, reel: 4, accessory: 3, banded: 3, cvt: 3 },
  'belt-glazed': { accessory: 2, banded: 2 },
  'never-retensioned': { banded: 5, reel: 3 },
  'wrong-section': { accessory: 3, banded: 1, cvt: 1 },
  'cord-pulled': { pto: 2, accessory: 2, banded: 1, cvt: 1 },
  'belt-too-long': { accessory: 3, cvt: 1 },
  // Near an engine there is oil; in a closed case there is little.
  'belt-oiled': { accessory: 3, cvt: 1, 'sliding-deck': 1 },
  'outside-keeper': { 'deck-lever': 4, 'deck-clutch': 4 },
  // Idlers under a deck live in grass and wet; those of a thrower work for a few weeks.
  'idler-tips': { 'snow-thrower': 3, accessory: 3 },
  'idler-seized': { 'snow-thrower': 3, accessory: 3, reel: 2 },
  'keeper-off': { 'deck-clutch': 3, pto: 3, 'snow-thrower': 3 },
  // Parts that stay wet from spring to winter rust.
  'arm-stiff': { 'snow-thrower': 5, pto: 3 },
  'cable-stiff': { 'snow-thrower': 4 },
  'cable-stretched': { 'deck-lever': 4 },
  'groove-rough': { 'snow-thrower': 4, cvt: 1 },
  'groove-worn': { accessory: 2, cvt: 1 },
  'spindle-bound': { 'snow-thrower': 2 },
  debris: { 'deck-lever': 4, 'deck-clutch': 4, accessory: 1, banded: 2, cvt: 1 },
  'guard-missing': { accessory: 1, cvt: 1 },
  'grooves-off-line': { banded: 4 },
  'shafts-not-parallel': { banded: 4, accessory: 2 },
  'pulley-loose': { banded: 3, 'snow-thrower': 3 },
  overloaded: { banded: 5, 'snow-thrower': 3, 'sliding-deck': 3 },
  habit: { 'snow-thrower': 3 },
  'low-tension-by-design': { 'snow-thrower': 4, 'deck-lever': 2 },
  'link-left-in': { 'snow-thrower': 2 },
  'engine-shifts': { banded: 3, cvt: 1, 'sliding-deck': 1 },
  'idler-tight-side': { cvt: 1, 'deck-lever': 1, 'deck-clutch': 1 },
};

/** Odds of a cause by how common it is: of machines that come in with one of its complaints. */
const PRIORS: Readonly<Record<Commonness, number>> = { 1: 0.008, 2: 0.02, 3: 0.04, 4: 0.07, 5: 0.11 };

export const priorAt = (commonness: Commonness): number => PRIORS[commonness];

/** Frequency of a cause on a kind of drive. */
export const commonnessOn = (cause: Pick<Cause, 'id' | 'commonness'>, kind: DriveKind): Commonness =>
  COMMONNESS_ON[cause.id as CauseId]?.[kind] ?? cause.commonness;

export const priorOf = (cause: Pick<Cause, 'id' | 'commonness'>, kind: DriveKind): number => priorAt(commonnessOn(cause, kind));
