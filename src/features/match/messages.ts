import { missOf } from '@/services/candidates';
import {
  placeDimension,
  type BeltCaution,
  type Drive,
  type LengthWindow,
  type MatchedBelt,
  type ReasonCode,
  type RunningSettings,
} from '@/core/drive';
import type { Units } from '@/ui/units';

/** Context of a sentence: the missed window, the names of the drive, and whether release is required. */
export interface WhyContext {
  readonly drive: Drive;
  readonly beltId: string;
  readonly window: LengthWindow;
  readonly asksForRelease: boolean;
}

type Sentence = (belt: MatchedBelt, units: Units, context: WhyContext) => string;

const partName = (context: WhyContext, id: string | null) => {
  const pulley = context.drive.pulleys.find((p) => p.id === id);
  return pulley?.label ?? pulley?.id ?? 'the belt';
};

/** A belt in the middle of a sentence: “PTO belt”, “bar belt”. */
function beltName({ drive }: WhyContext, id: string): string {
  const { label } = drive.belts.find((b) => b.id === id) ?? {};
  if (!label) return 'other belt';
  return /^[A-Z][a-z]/.test(label) ? label[0]!.toLowerCase() + label.slice(1) : label;
}

/** The tensioner that takes up this belt, and its position in words. */
function placed({ drive, beltId }: WhyContext, position: number | null, { show }: Units): string {
  const route = new Set(drive.belts.find((b) => b.id === beltId)?.route.map((r) => r.pulley));
  const tensioner = drive.tensioners.find((t) => t.carries.some((id) => route.has(id)));
  if (position === null || !tensioner) return '';
  return ` at ${show(position, tensioner.kind === 'pivot' ? 'angle' : 'length', 1)}`;
}

/** First fault after stretch. */
function stretchedWords(b: MatchedBelt): string {
  if (b.stretched.includes('slips')) return 'After 0.7% of stretch it no longer grips.';
  if (b.stretched.includes('at-stop')) return 'After 0.7% of stretch the arm reaches its stop.';
  if (b.stretched.includes('collides')) return 'After 0.7% of stretch its idler touches another part.';
  return 'After 0.7% of stretch it no longer works.';
}

/** Why a belt does or does not run, in plain sentences with numbers. One place words every code. */
const SENTENCES: Readonly<Record<ReasonCode, Sentence>> = {
  'rides-proud': (b, u) => `${u.caliper(b.widthDifferenceMm)} too wide: it sits above the rims.`,
  'bottoms-out': (b, u) =>
    b.widthDifferenceMm < -0.5
      ? `${u.caliper(-b.widthDifferenceMm)} too narrow: it runs on the bottom of the grooves.`
      : 'Too deep: it runs on the bottom of the grooves.',
  'wrong-angle': () => 'The belt and the grooves have different angles: only one edge of each flank touches.',
  'cannot-bend-back': () => 'The route bends the belt backwards over an idler. This belt must not bend backwards.',
  'cannot-drive-back': () => 'The back of the belt drives a grooved pulley. Only a double-sided belt can do that.',
  'wrong-count': () => 'The belt and the pulleys have different rib counts.',
  'brake-stays-off': (b, u, c) =>
    b.disengaged.stretchMm > 0
      ? 'Released, the tight belt holds the arm: the brake stays off.'
      : `Released, the arm rests${placed(c, b.disengaged.position, u)} and the brake stays off.`,
  'brake-stays-on': (b, u, c) =>
    `Engaged, the belt is tight before the arm lifts the brake${placed(c, b.engaged.position, u) ? ` (arm${placed(c, b.engaged.position, u)})` : ''}: the brake drags while driving.`,
  'still-stretched': (b, u) =>
    `Released, ${u.show(b.disengaged.stretchMm, 'length')} of stretch stays in the belt: ${b.disengaged.brakeOn ? 'the brake is on but the belt drags' : 'the belt drags'}.`,
  'too-little-slack': (b, u) => `Released, only ${u.show(b.disengaged.slack, 'length')} of slack: the belt drags.`,
  'over-ceiling': (b, u, c) =>
    `${u.show(b.engaged.tension, 'force')} at rest, above the ${u.show(b.engaged.ceilingN ?? 0, 'force')} limit of ${b.engaged.ceilingFrom === 'belt' ? 'the belt' : `the bearing of ${partName(c, b.engaged.ceilingFrom)}`}.`,
  'cannot-be-mounted': (b, u) => `The belt is ${u.show(-b.mountingSlackMm, 'length')} too short to fit, even with every tensioner slack.`,
  'held-back-too-tight': (b, u) =>
    `Held back for fitting, the drive leaves this belt only ${u.show(b.disengaged.slack, 'length')} of slack. It cannot be fitted.`,
  'hard-to-mount': (b, u) =>
    b.mountingSlackMm > 0
      ? `Hard to fit: only ${u.show(b.mountingSlackMm, 'length')} of slack with every tensioner slack. Remove a pulley. Never force the belt over a rim.`
      : 'Hard to fit: no slack, even with every tensioner slack. Remove a pulley. Never force the belt over a rim.',
  collides: (b) =>
    b.tooShort && !b.tooLong
      ? 'Released, a pulley touches another pulley or the belt’s path.'
      : 'Engaged, the arm moves so far that an idler touches another part or crosses the belt.',
  slips: (b, u) =>
    b.engaged.tension <= 0
      ? 'Engaged, the belt is still slack.'
      : b.engaged.running <= 0
        ? `Engaged: ${u.show(b.engaged.tension, 'force')} at rest, slack under load. The belt slips below ${u.show(b.engaged.floorN, 'force')} at rest.`
        : `Engaged: ${u.show(b.engaged.tension, 'force')} at rest, ${u.show(b.engaged.running, 'force')} under load. The belt slips below ${u.show(b.engaged.floorN, 'force')} at rest.`,
  'at-stop': (b) =>
    b.engaged.stopUnderLoad
      ? 'Under load the arm reaches its stop: tension cannot rise further.'
      : 'Engaged, the arm reaches its stop before the belt grips.',
  'other-belt-slips': (b, u, c) =>
    b.others
      .filter((o) => !o.grips)
      .map(
        (o) =>
          `The ${beltName(c, o.belt)} slips with this belt: ${u.show(Math.max(0, o.running), 'force')} under load, ${u.show(o.tension, 'force')} at rest. It slips below ${u.show(o.floor, 'force')} at rest.`,
      )
      .join(' '),
  'other-belt-stays-tight': (b, _u, c) =>
    b.others
      .filter((o) => !o.letsGo)
      .map((o) => `The ${beltName(c, o.belt)} does not go slack when released, with this belt fitted.`)
      .join(' '),
  'does-not-settle': () => 'The mechanism jams before it settles.',
  'short-end-of-tolerance': (b, u, c) =>
    `A belt at the short end of its tolerance (${u.show(b.toleranceMm, 'length')} under) would ${c.asksForRelease ? 'not release' : 'be too short'}.`,
  'long-end-of-tolerance': (b, u) => `A belt at the long end of its tolerance (${u.show(b.toleranceMm, 'length')} over) would not grip.`,
  'no-stretch-reserve': (b) => stretchedWords(b),
  'drive-uncertain': () => 'The drive is not measured accurately enough. Measure again as the notebook advises.',
  'length-not-judged': () => 'Section, width and angle fit. On a variable drive the length is not assessed from the drawing.',
  'load-unknown': () => 'No load is entered, so slip cannot be assessed.',
};

/** Reasons that belong to the long side of the window: of a belt far too short they are true and say nothing. */
const LONG_SIDE: ReadonlySet<ReasonCode> = new Set(['slips', 'at-stop', 'does-not-settle', 'collides']);
/** A miss by more than this comes first in the sentence, mm: the reason behind it follows from it. */
const FAR_MM = 12;

/** Every reason of a belt in one line. Without reasons, the values in its favour. */
export function whySentence(belt: MatchedBelt, units: Units, context: WhyContext): string {
  const miss = belt.verdict === 'wrong-section' ? null : missOf(belt, context.window);
  const short = miss !== null && miss < 0;
  const codes = short && belt.tooLong ? belt.reasons.filter((code) => !LONG_SIDE.has(code)) : belt.reasons;
  const against = codes.map((code) => SENTENCES[code](belt, units, context));
  if (miss !== null && Math.abs(miss) > FAR_MM)
    return `${units.show(Math.abs(miss), 'length')} too ${short ? 'short' : 'long'}. ${against[0] ?? ''}`.trim();
  if (belt.verdict !== 'fits') return against.join(' ');
  const { tension, running, loadKnown } = belt.engaged;
  const grip = loadKnown
    ? `${units.show(tension, 'force')} at rest, ${units.show(running, 'force')} under load`
    : `${units.show(tension, 'force')} engaged`;
  const release =
    context.asksForRelease && belt.disengaged.slack > 0 ? `; ${units.show(belt.disengaged.slack, 'length')} slack when released` : '';
  return [`${grip}${release}.`, ...against].join(' ');
}

/** A warning next to the verdict: the hazard, then the action. */
export function cautionSentence(caution: BeltCaution, { show }: Units): string {
  switch (caution.code) {
    case 'much-slack':
      return `The released belt hangs more than ${show(caution.mostMm, 'length')}: it can come off its pulleys. Check that every keeper holds it, or fit a shorter belt.`;
    case 'tension-above-usual':
      return `Tension is above the ${show(caution.usualN, 'force')} that this section usually carries, and no bearing or belt rating is entered. Check the bearings and the manual.`;
    case 'belt-is-clutch':
      return caution.rawEdge
        ? 'The belt is the clutch on this drive, and a notched belt has raw edges: it grabs. Fit a belt with a wrapped cover unless the manual names this one.'
        : 'The belt is the clutch on this drive. Fit a belt with a wrapped cover: raw edges grab. The manual takes priority.';
  }
}

/** Which setting of an adjuster would make a failing belt run; null where none does. */
export function rescueSentence(settings: readonly RunningSettings[] | undefined, drive: Drive, { adjusterPosition }: Units): string | null {
  const parts = (settings ?? []).flatMap(({ adjuster, ranges }) => {
    const one = drive.adjusters.find((a) => a.id === adjuster);
    if (!one || ranges.length === 0) return [];
    const at = (place: number) => adjusterPosition(place, placeDimension(drive, one));
    const places = ranges.map(([from, to]) => (to - from < 0.05 ? at(from) : `${at(from)} to ${at(to)}`)).join(' or ');
    return [`${one.label ?? 'the adjuster'} at ${places} (now ${at(one.position)})`];
  });
  return parts.length === 0 ? null : `Would run with ${parts.join(', or ')}.`;
}

export const noBeltWorks = (own: string | null): string =>
  `No belt in stock works on this drive. The drawing shows ${own === null ? 'the path of the belt' : `the drive’s own belt, ${own}`}.`;

export const someOfMatched = (quantity: number, pieces: number): string => `${quantity} of the ${pieces} matched ones it takes`;

export const overSectionSpeed = (limit: string): string => `over the section’s ${limit}`;

export const underSectionDiameter = (limit: string): string => `under the section’s least of ${limit}: shorter belt life`;

export const sectionDiameter = (limit: string): string => `least for the section ${limit}`;

export const thousandBends = (thousands: string): string => `${thousands} thousand bends per hour.`;

export const fleetAngleOver = (angle: string, limit: string): string =>
  `Fleet angle ${angle}, over ${limit}: it tracks off and wears one flank.`;

export const calculationStopped = (hasFigures: boolean): string =>
  `The calculation stopped. ${hasFigures ? 'The figures shown are for earlier inputs.' : 'Your inputs are saved.'}`;

export const showAllBelts = (run: number, near: number): string => `Show all ${run} that run and ${near} near misses`;

export const moreBeltsDiffer = (count: number): string => `${count} more belts differ more. Search for them under Stock.`;

export const outsideLengthsNote = (section: string, ribs: number | undefined, by: string): string =>
  `Outside lengths, for section ${section}${ribs ? ` × ${ribs}` : ''}. A new belt’s length may be off by ${by} and 0.2%. The manual takes priority.`;

export const onOrderList = (designation: string, count: number): string => `${designation}: ${count} on the order list.`;

export const putOnOrderList = (designation: string): string => `Put ${designation} on the order list`;

export const oneMoreOnOrder = (wanted: number): string => `${wanted} on order, one more`;

export const noLength = (asksForRelease: boolean, from: string, to: string): string =>
  `none: ${asksForRelease ? 'releases' : 'fits'} from ${from}, grips only to ${to}`;

export const moreStandardSizes = (count: number): string => `and ${count} more standard sizes.`;

export const sittingLower = (by: string, shortEnd: string, longEnd: string): string =>
  `Sitting ${by} lower, the short end moves ${shortEnd} and the long end ${longEnd}.`;

export const worksOnDrives = (belt: string, percent: number, drives: number): string =>
  `${belt} works on ${percent}% of ${drives} drives with random errors of springs, pulleys and belt.`;

export const runsFromTo = (shortest: string, longest: string): string => `Runs from ${shortest} to ${longest} outside length`;

export const showOnDrawing = (belt: string): string => `Show ${belt} on the drawing`;
