import type { Dimension } from '@/core/quantity';
import type { DecideReason, FaultRun, Recommendation, SettingFault, SlackByDesign, TakenReading, TensionMethod } from '@/core/tension';
import { sectionOf, type Drive } from '@/core/drive';
import type { Units } from '@/ui/units';

export const METHOD_WORDS: Readonly<Record<TensionMethod, string>> = {
  tap: 'Tap',
  deflection: 'Push',
  'spring-length': 'Spring length',
  marks: 'Place or mark',
  twist: 'Twist',
  'hand-roll': 'Roll by hand',
  thumb: 'Thumb',
};

export const METHOD_HOW: Readonly<Record<TensionMethod, string>> = {
  tap: 'Tap the middle of the span and record it here, or enter the reading of a meter. Keep everything else still and off the span.',
  deflection: 'Push the middle of the span at a right angle. Read force and deflection against a straight edge across the two pulleys.',
  'spring-length': 'Installed length of the spring in this state, from inside one hook to inside the other.',
  marks:
    'Position of the adjuster: a hole, a link, a collar gap, or the distance between two marks. A tap or push at the same setting calibrates it.',
  twist:
    'Twist the middle of the span between two fingers as far as it turns easily. Read the angle. Rough until measured readings calibrate it.',
  'hand-roll': 'Roll the span over with the whole hand as far as it turns easily. Read the angle. Rough.',
  thumb: 'Push firmly with a thumb at mid-span, without a scale. Read the deflection. Rough: thumbs differ.',
};

/** Input fields of each method. */
export const VALUE_FIELDS: Readonly<
  Record<TensionMethod, { readonly label: string; readonly dimension: Dimension; readonly min: number; readonly max: number }>
> = {
  tap: { label: 'Tap frequency, Hz', dimension: 'number', min: 1, max: 2000 },
  deflection: { label: 'Force on all belts', dimension: 'force', min: 0.1, max: 5000 },
  'spring-length': { label: 'Installed length', dimension: 'length', min: 1, max: 2000 },
  marks: { label: 'Position', dimension: 'length', min: -2000, max: 2000 },
  twist: { label: 'Twisted by', dimension: 'angle', min: 2, max: 180 },
  'hand-roll': { label: 'Rolled by', dimension: 'angle', min: 2, max: 360 },
  thumb: { label: 'Deflection', dimension: 'length', min: 0.5, max: 300 },
};

export const FAULT_WORDS: Readonly<Record<SettingFault, string>> = {
  'no-rest': 'the mechanism does not settle',
  'brake-stays-off': 'the brake stays off when released',
  'brake-stays-on': 'the brake drags while driving',
  'not-slack': 'the belt does not go slack when released',
  'other-belt': 'another belt on this tensioner slips or stays tight',
  slips: 'the belt slips under load',
  'at-stop': 'the tensioner is at its stop',
  overloads: 'the belt or a bearing is overloaded',
};

/** The setting to make, in sentences; the first one is the instruction. */
export function advisedSetting({
  advice,
  now,
  targetN,
  place,
  force,
  margin,
}: {
  readonly advice: Recommendation | null;
  /** Present position of the adjuster. */
  readonly now: number;
  readonly targetN: number | null;
  readonly place: (position: number) => string;
  readonly force: (n: number) => string;
  readonly margin: (past: number) => string;
}): string[] {
  if (targetN === null) return ['Enter the load to calculate a setting.', 'The table shows both states.'];
  if (!advice) return ['No setting of this adjuster works.'];
  const { position, tension, reach, atEnd, brakeMargin } = advice;
  const first =
    Math.abs(position - now) < 0.05
      ? `Leave as is at ${place(position)}: ${force(tension)}.`
      : `Set it to ${place(position)}: ${force(tension)}.`;
  const target = reach === 'met' ? '' : `The target of ${force(targetN)} is out of reach.`;
  const end = atEnd ? 'This is the end of the adjuster’s travel.' : '';
  const brake = brakeMargin === null ? '' : `Released, the brake is on with ${margin(brakeMargin)} of margin.`;
  return [first, target, end, brake].filter((s) => s !== '');
}

/** “At 6.4 mm and above, the brake stays off when released.” */
export function runWords({ fault, from, to, toEnd, fromStart }: FaultRun, show: (mm: number) => string): string {
  const words = FAULT_WORDS[fault];
  if (fromStart && toEnd) return `At every setting, ${words}.`;
  if (toEnd) return `At ${show(from)} and above, ${words}.`;
  if (fromStart) return `At ${show(to)} and below, ${words}.`;
  return from === to ? `At ${show(from)}, ${words}.` : `From ${show(from)} to ${show(to)}, ${words}.`;
}

/** Name of a span, from the pulleys at its ends. */
export function spanName(drive: Drive, from: string, to: string): string {
  const label = (id: string) => drive.pulleys.find((p) => p.id === id)?.label ?? 'a pulley';
  return `${label(from)} to ${label(to)}`;
}

export const springName = (drive: Drive, id: string): string => drive.springs.find((s) => s.id === id)?.label ?? 'Spring';

/** Place of a reading as a ticket keeps it. */
export const placeOf = (reading: TakenReading): string => (typeof reading.at === 'string' ? reading.at : reading.at.join('>'));

/** A span shorter than this number of belt depths is too stiff for a reliable tap or push. */
export const SHORT_SPAN_DEPTHS = 25;
export const isShort = (belt: Drive['belts'][number], spanMm: number): boolean => spanMm < SHORT_SPAN_DEPTHS * sectionOf(belt).depthMm;
/** A note under this is too low to be heard by most phones, Hz. */
export const LOWEST_HEARD_HZ = 20;

/** Printed value of a method. */
export function readWords(
  method: TensionMethod,
  value: number,
  deflectionMm: number | null,
  placeIn: 'length' | 'angle' | null,
  { show, adjusterPosition }: Pick<Units, 'show' | 'adjusterPosition'>,
): string {
  if (method === 'tap') return `${value} Hz`;
  if (method === 'deflection') return `${show(value, 'force')} for ${show(deflectionMm ?? 0, 'length')}`;
  if (placeIn !== null) return adjusterPosition(value, placeIn);
  return show(value, VALUE_FIELDS[method].dimension);
}

/** The one number of a reading that a ticket keeps. */
export function valueOf(reading: TakenReading): number {
  switch (reading.method) {
    case 'tap':
      return reading.hz;
    case 'deflection':
      return reading.forceN;
    case 'spring-length':
      return reading.lengthMm;
    case 'marks':
      return reading.position;
    case 'twist':
    case 'hand-roll':
    case 'thumb':
      return reading.value;
  }
}

/** Each is a sentence without its full stop. */
export const DECIDE_WORDS: Readonly<Record<DecideReason, string>> = {
  'arm-stiff': 'A stiff arm or slide causes the same symptoms as a slack belt',
  'belt-bad': 'The belt is damaged or worn',
  misaligned: 'The entry angle is over its limit, and correcting it changes the tension',
  'load-unknown': 'The load is unknown, so the slip limit is unknown',
  'nothing-read': 'No tension was measured in this condition',
  holds: 'The tension is above the slip limit, with margin',
  'holds-but-slow': 'The tension is above the slip limit, but the belt engages slowly',
  'under-floor': 'The tension is at or below the slip limit',
  'over-ceiling': 'The tension is above the limit of the belt or a bearing',
  'under-manual': 'The tension is below the manual’s range',
  'over-manual': 'The tension is above the manual’s range',
  soft: 'It engages softly',
  slips: 'It slips as it engages',
  'brake-stays-off': 'The brake stays off when released',
  'brake-drags': 'The brake drags while driving',
  'stop-too-long': 'The stop time is over its limit',
  'not-slack': 'The belt does not go slack when released',
  'reserve-left': 'The adjuster can still reach the recommended setting',
  'drawn-holds': 'By the drawing the tension is enough, but the belt engages slowly',
  'other-cause': 'Another cause is likely. Check the arm, the belt surface and the engine speed',
  'already-set': 'The adjuster is already at its recommended setting',
  'no-reserve': 'No setting of any adjuster reaches enough tension',
  'release-breaks-first': 'Every setting that is tight enough fails when released',
};

/** Reasons of an advice, as sentences without the last full stop. */
export const becauseWords = (because: readonly DecideReason[]): string => because.map((b) => DECIDE_WORDS[b]).join('. ');

export const DECISION_WORDS = {
  leave: 'Leave as is',
  adjust: 'Adjust it',
  replace: 'Replace the belt',
  'free-first': 'Free the arm or slide first, then time it again',
  'align-first': 'Correct the alignment first, then measure the tension again',
  'read-first': 'Measure the tension first',
  'brake-first': 'Repair the brake first',
} as const;

export const SLACK_WORDS: Readonly<Record<SlackByDesign, string>> = {
  'attachment-off':
    'With the attachment off, the tensioner is slack. This is normal. Measure with the attachment mounted and both belts on.',
  'deck-held-back':
    'While the holding link keeps the deck back, the belt is slack. This is normal. Stow the link and let the deck move forward before you measure.',
  'variable-before-first-run':
    'Before its first run, the belt sits deep in the secondary and is loose. This is normal: it rises when it first runs. Do not shim for it.',
};

/** Turn of an eccentric from its pen mark, °. */
export const eccentricTurn = (angle: string, by: number): string =>
  Math.abs(by) < 0.5
    ? 'It is at its pen mark.'
    : `Turn it ${angle} ${by > 0 ? 'counter-clockwise' : 'clockwise'} from its pen mark, seen as in the drawing.`;

/** Place of a shaft across the line of centres, mm. */
export const shaftAt = (distance: string, mm: number): string =>
  Math.abs(mm) < 0.05 ? 'on the line of centres' : `${distance} to the ${mm > 0 ? 'left' : 'right'} of the line of centres`;

export const otherAngle = (angle: string, at: string): string =>
  `The belt is as tight at ${angle}, with the shaft ${at}. Use that angle only if this drive’s marks are there.`;

export const beltTurnsIt = (way: 'cw' | 'ccw', torque: string): string =>
  `The belt turns the eccentric ${way === 'cw' ? 'clockwise' : 'counter-clockwise'} with ${torque}. Hold it with a key until the pinch bolt is tight.`;

export const byManual = (computed: string): string => `by the manual (${computed} computed)`;

export const forNewBelt = (runIn: string): string => `for a new belt, which seats (${runIn} once run in)`;

export const noTensionWorks = (slips: string, overloaded: string): string =>
  `No tension works. ${slips} still slips when ${overloaded} is overloaded. Choose another pulley or belt.`;

export const tensionFalls = (atRest: string, underLoad: string | null): string =>
  `Tension falls from ${atRest} at rest to ${underLoad ?? 'nothing'} under load as the tensioner moves.`;

export const oneTensioner = (belts: number): string => `One tensioner, ${belts} belts`;

export const estimatedPower = (total: string): string => `${total} in all, estimated within a third. Values of the machine are better.`;

export const rodBent = (limit: string): string => `below ${limit}: the rod is bent or has the wrong length. Set the rod, not the spring`;

export const leverTooFar = (limit: string): string => `above ${limit}: the lever is set too far over`;

export const rubsOnBelt = (limit: string): string => `below ${limit}: it rubs on the belt`;

export const beltCanPass = (limit: string): string => `above ${limit}, the thickness of the belt: the belt can get past it`;

export const setAgainGained = (hours: number): string => `Set it again after about ${hours < 10 ? hours.toFixed(1) : Math.round(hours)} h.`;

export const savesBelt = (money: string): string => `This saves a belt of ${money}.`;

export const beltTooShort = (by: string): string =>
  `The belt is ${by} too short to fit, even with the arm held back and every adjuster slack.`;

export const slackToFit = ({
  slack,
  needs,
  byHand,
}: {
  readonly slack: string | null;
  readonly needs: string;
  readonly byHand: boolean;
}): string =>
  `With the arm held back and every adjuster slack, the belt has ${slack === null ? 'no slack' : `${slack} of slack`}. This section needs ${needs}. ${byHand ? 'Fit it by hand.' : 'Remove a pulley or idler to fit the belt. Never force it over a rim.'}`;

export const tensionOverHours = (hours: number, readings: number): string => `Tension over ${hours} hours, ${readings} readings`;

export const shortSpan = (length: string, depths: number): string =>
  `${length} is short for this belt, under ${depths} of its depths: its stiffness adds to the reading. Use a longer span if there is one.`;

/** Where to tap a span that is too stiff at its middle. */
export const TAP_SHORT_SPAN = 'Tap a short span softly, next to a pulley.';

export const tooLowForPhone = (hz: string): string =>
  `At the target it sounds at ${hz} Hz, too low for most phones. Push the span instead.`;

export const beltIsOff = (belt: string): string => `${belt} is off: the reading is not a setting`;

export const asDrawn = (length: string): string => `${length} as the drive is drawn and set.`;

export const atTargetByHand = (value: string): string => `About ${value} at the target, by a usual hand.`;

export const targetTap = (hz: string): string => `${hz} Hz at the target.`;

export const targetPush = (force: string, deflection: string): string => `${force} at ${deflection} is the target.`;

export const slackUnderStopTime = (seconds: string): string => `It goes slack at a stop time under ${seconds} s.`;

export const sameTensionAt = (places: string): string =>
  `The tension is the same at ${places}, on the other side of the eccentric’s dead centre. Use the side with the marks of this drive. The eccentric must not turn over while you clamp it.`;

export const springAsDrawn = (spring: string, length: string): string => `${spring}: ${length} as the drive is drawn and set`;

export const byFeel = (felt: string): string => `By feel, on the longest span, roughly: ${felt}.`;

export const brakeMargin = (margin: string): string => `Released, the brake is on with ${margin} of margin.`;

export const timedNow = (times: string): string => `Timed in this condition: ${times}.`;

export const positionRange = (min: string, max: string): string => `Enter a position from ${min} to ${max}.`;

export const tensionNotCalculated = (problem: string): string => `The tension cannot be calculated: ${problem}.`;

export const readingNotPossible = (why: string): string => `This reading is not possible: ${why}.`;

export const soundText = (seconds: number, taps: number): string =>
  `${seconds.toFixed(1)} s of sound, ${taps} ${taps === 1 ? 'tap' : 'taps'} in it`;

export const clampingChanged = (
  { addsN, sdN, times }: { readonly addsN: number; readonly sdN: number; readonly times: number },
  targetN: number | null,
  show: Units['show'],
): string => {
  const changed = `Clamping has ${addsN >= 0 ? 'added' : 'taken'} ${show(Math.abs(addsN), 'force')} ± ${show(sdN, 'force')}`;
  const often = `on this drive (${times} ${times === 1 ? 'time' : 'times'}).`;
  if (targetN === null) return `${changed} ${often}`;
  return `${changed} ${often} Set it to ${show(Math.max(0, targetN - addsN), 'force')} loose, so that it ends at ${show(targetN, 'force')}.`;
};

/** For the span that a braking clutch leaves slack. `underSeconds` is the stop time below which it is slack; null where it always is. */
export const spanGoesSlack = (underSeconds: number | null): string =>
  `That span goes slack, and a slack belt comes off. ${
    underSeconds === null ? 'It goes slack at every stop time.' : `It stays tight at a stop time of ${underSeconds.toFixed(1)} s or more.`
  }`;

/** Spoken for the chart of a recording. */
export const spectrumText = (topHz: number, hz: number | null): string =>
  `Loudness up to ${topHz.toFixed(0)} Hz${hz === null ? '' : `, the frequency ${hz.toFixed(1)} Hz and its partials marked`}`;
