import { describe, expect, it } from 'vitest';
import { SEATING_PROBLEMS } from '../belt/seating';
import { solveNotebook } from '../survey';
import { measured } from '../../lab/survey-notebooks';
import type { Candidate } from './candidate';
import { newBeltMatching, type MatchQuestion } from './match-belts';
import { demoDrive, twoPulleys } from './sample-drives';
import type { Drive } from './schema';
import { TRIAL_REASONS, type ReasonCode } from './trial';

/** One drive, one belt and the length or number that bring a reason about; lengths along the outside, mm. */
type Case = readonly [ReasonCode, MatchQuestion | (() => MatchQuestion)];

const rider = demoDrive('orchard-rider');
const long = (drive: Drive, mm: number): MatchQuestion => ({
  drive,
  beltId: drive.belts[0]!.id,
  candidates: [{ id: 'x', section: drive.belts[0]!.section, lengthMm: mm, reference: 'outside' }],
});
const numbered = (drive: Drive, designation: string, beltId = drive.belts[0]!.id): MatchQuestion => ({
  drive,
  beltId,
  candidates: [{ id: 'x', designation }],
});
const sized = (drive: Drive, section: string): MatchQuestion => ({
  drive,
  beltId: drive.belts[0]!.id,
  candidates: [{ id: 'x', section, lengthMm: 1220, reference: 'outside' } satisfies Candidate],
});
/** Its brake would land only past where the arm can come to. */
const neverBraked: Drive = { ...rider, brakes: rider.brakes.map((b) => ({ ...b, side: 'above' as const, appliesAt: 1000 })) };
/** A third pulley is driven by the belt's back, in a groove. */
const drivenFromBack = (): Drive => {
  const two = twoPulleys({ d1: 100, d2: 150, pitchLength: 1260 });
  return {
    ...two,
    pulleys: [...two.pulleys, { id: 'c', role: 'driven', x: 200, y: 90, outsideDiameter: 80, face: 'v' }],
    belts: two.belts.map((b) => ({ ...b, route: [...b.route, { pulley: 'c', contact: 'back' as const }] })),
  };
};
/** A length past the longest that grips. */
const past = (drive: Drive, mm: number) => (): MatchQuestion => {
  const found = newBeltMatching()({ drive, candidates: [] });
  if (!found.ok || found.match.window.gripMaxMm === null) throw new Error('no window');
  return long(drive, found.match.window.gripMaxMm + mm);
};
const tractor = demoDrive('peat-road-tractor');
const powerless: Drive = { ...rider, pulleys: rider.pulleys.map(({ powerKw: _unknown, ...p }) => p) };
/** The same rider as a survey knows it, its tape out by far more than one would accept. */
const blurred = (): MatchQuestion => {
  const notebook = measured(rider);
  const read = solveNotebook({ ...notebook, measures: notebook.measures.map((m) => ({ ...m, sd: 4 })) });
  if (!read.ok || !read.look.built.drive || !read.look.uncertainty) throw new Error('not measured');
  return { ...long(read.look.built.drive, 1220), uncertainty: read.look.uncertainty };
};

const CASES: readonly Case[] = [
  ['brake-stays-off', long(neverBraked, 1220)],
  ['brake-stays-on', long({ ...rider, brakes: rider.brakes.map((b) => ({ ...b, appliesAt: -52 })) }, 1215)],
  ['still-stretched', long(rider, 1195)],
  ['too-little-slack', long(rider, 1209)],
  ['over-ceiling', long(demoDrive('lighthouse-generator'), 1090)],
  ['cannot-be-mounted', long(demoDrive('lighthouse-generator'), 1030)],
  ['hard-to-mount', numbered(rider, '4L480')],
  ['slips', long(rider, 1240)],
  ['at-stop', past(demoDrive('airstrip-mower'), 20)],
  ['other-belt-stays-tight', { ...long(tractor, 1242), beltId: 'bar-belt' }],
  ['other-belt-slips', { ...long(tractor, 1267), beltId: 'bar-belt' }],
  ['does-not-settle', long(demoDrive('harbour-snow-thrower'), 1135)],
  ['short-end-of-tolerance', long(rider, 1212.5)],
  ['long-end-of-tolerance', past(rider, -1)],
  ['no-stretch-reserve', numbered(rider, '4L480')],
  ['drive-uncertain', blurred],
  ['length-not-judged', numbered({ ...rider, kind: 'cvt' }, '4L480')],
  ['load-unknown', numbered(powerless, '4L480')],
  ['rides-proud', sized(rider, 'C')],
  ['bottoms-out', sized(rider, '3L')],
  ['wrong-angle', sized(demoDrive('hill-track-utility'), '3L')],
  ['cannot-bend-back', sized(rider, '3V')],
  ['cannot-drive-back', () => sized(drivenFromBack(), 'A')],
  ['wrong-count', numbered(rider, '3/B48')],
  ['held-back-too-tight', numbered(demoDrive('kelp-lane-mower'), 'B57')],
];

describe('every reason against a belt comes of some drive', () => {
  it.each(CASES)('%s', (code, question) => {
    const result = newBeltMatching()(typeof question === 'function' ? question() : question);
    if (!result.ok) throw new Error(result.problems[0]!.message);
    const [belt] = result.match.belts;
    expect([...belt!.reasons, ...belt!.failures]).toContain(code);
  });
  it('are all covered, except the collision, which the test of far too long belts shows', () =>
    expect([...CASES.map(([code]) => code), 'collides'].sort()).toEqual([...TRIAL_REASONS, ...SEATING_PROBLEMS].sort()));
});
