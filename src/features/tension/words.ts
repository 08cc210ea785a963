import type { Dimension } from '@/core/quantity';
import type { DecideReason, FaultRun, SettingFault, SlackByDesign, TakenReading, TensionMethod } from '@/core/tension';
import { sectionOf, type Drive } from '@/core/drive';

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
  tap: 'Tap the middle of the span and listen to it here, or type what a meter shows. Everything else still, the span touched by nothing.',
  deflection: 'Push the middle of the span square to it, and read force and deflection against a straight edge across the two pulleys.',
  'spring-length': 'Length of the spring as it is fitted, inside one hook to inside the other, in this state.',
  marks:
    'Where the adjuster stands: a hole, a link, a collar’s gap, the distance of two marks. A tap or push beside it teaches what it is worth.',
  twist:
    'Twist the middle of the span between two fingers as far as it goes easily, and read the angle. Coarse, until measured readings beside it teach it.',
  'hand-roll': 'Roll the span over with the whole hand as far as it goes easily, and read the angle. Coarse.',
  thumb: 'A firm thumb at mid-span, no scale; read how far it gives. Coarse: thumbs differ.',
};

/** What is typed of each method. */
export const VALUE_FIELDS: Readonly<
  Record<TensionMethod, { readonly label: string; readonly dimension: Dimension; readonly min: number; readonly max: number }>
> = {
  tap: { label: 'Note of the tap, Hz', dimension: 'number', min: 1, max: 2000 },
  deflection: { label: 'Push on all its belts', dimension: 'force', min: 0.1, max: 5000 },
  'spring-length': { label: 'Length as fitted', dimension: 'length', min: 1, max: 2000 },
  marks: { label: 'Stands at', dimension: 'length', min: -2000, max: 2000 },
  twist: { label: 'Twisted by', dimension: 'angle', min: 2, max: 180 },
  'hand-roll': { label: 'Rolled by', dimension: 'angle', min: 2, max: 360 },
  thumb: { label: 'Gives by', dimension: 'length', min: 0.5, max: 300 },
};

export const FAULT_WORDS: Readonly<Record<SettingFault, string>> = {
  'no-rest': 'the drive comes to no rest',
  'brake-stays-off': 'the brake stays off when it is released',
  'brake-stays-on': 'the brake is still on while it drives',
  'not-slack': 'the belt does not let go',
  slips: 'the belt slips under load',
  overloads: 'belt or bearings are overloaded',
};

/** “From 6.4 mm on the brake stays off when it is released.” */
export function runWords({ fault, from, to, toEnd, fromStart }: FaultRun, show: (mm: number) => string): string {
  const words = FAULT_WORDS[fault];
  if (fromStart && toEnd) return `At every setting ${words}.`;
  if (toEnd) return `From ${show(from)} on ${words}.`;
  if (fromStart) return `Up to ${show(to)} ${words}.`;
  return from === to ? `At ${show(from)} ${words}.` : `From ${show(from)} to ${show(to)} ${words}.`;
}

/** How a span is called: by what stands at its ends. */
export function spanName(drive: Drive, from: string, to: string): string {
  const label = (id: string) => drive.pulleys.find((p) => p.id === id)?.label ?? 'a pulley';
  return `${label(from)} to ${label(to)}`;
}

export const springName = (drive: Drive, id: string): string => drive.springs.find((s) => s.id === id)?.label ?? 'Spring';

/** Place of a reading as a ticket keeps it. */
export const placeOf = (reading: TakenReading): string => (typeof reading.at === 'string' ? reading.at : reading.at.join('>'));

/** Under so many belt depths a span is too short and stiff for a tap or a push to be trusted. */
export const SHORT_SPAN_DEPTHS = 25;
export const isShort = (belt: Drive['belts'][number], spanMm: number): boolean => spanMm < SHORT_SPAN_DEPTHS * sectionOf(belt).depthMm;
/** A note under this is too low to be heard by most phones, Hz. */
export const LOWEST_HEARD_HZ = 20;

/** What one value of a method is, printed. */
export function readWords(
  method: TensionMethod,
  value: number,
  deflectionMm: number | null,
  placeIn: 'length' | 'angle' | null,
  show: (value: number, dimension: Dimension) => string,
): string {
  if (method === 'tap') return `${value} Hz`;
  if (method === 'deflection') return `${show(value, 'force')} for ${show(deflectionMm ?? 0, 'length')}`;
  return show(value, placeIn ?? VALUE_FIELDS[method].dimension);
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

export const DECIDE_WORDS: Readonly<Record<DecideReason, string>> = {
  'arm-stiff': 'a stiff arm or slide looks just like a slack belt: free it, and time it again',
  'belt-bad': 'the belt itself was found bad',
  'load-unknown': 'no load is known, so that nothing says how tight it has to be',
  'nothing-read': 'neither a tension nor an engagement time was taken',
  holds: 'it holds its load with some to spare',
  'holds-but-slow': 'it holds by what was read, and yet engages slowly',
  'under-floor': 'it stands at or under what it slips at',
  'over-ceiling': 'it stands over what belt or bearings bear',
  soft: 'it engages softly',
  slips: 'it slips as it engages',
  'reserve-left': 'the adjuster has a place left that does all of it',
  'no-reserve': 'no place of any adjuster brings it back',
  'release-breaks-first': 'the places that would be tight enough spoil the release',
};

export const ACT_WORDS = {
  leave: 'Leave it',
  adjust: 'Adjust it',
  replace: 'Replace the belt',
  'free-first': 'Free it first',
  'read-first': 'Read it first',
} as const;

export const SLACK_WORDS: Readonly<Record<SlackByDesign, string>> = {
  'attachment-off':
    'With the attachment off its tensioner hangs slack, and that is right: read it with the attachment mounted and both belts on.',
  'link-held-back':
    'With the deck hung low or the height link held back the belt hangs slack, and that is right: read it at working height.',
  'variable-before-first-run':
    'Before its first run the belt lies deep at the rear and hangs loose, and that is right: it comes up when it first runs. Do not shim for it.',
};
