import type { MeasuredPart, PartAssessed, TopLimit, VariableFit, VariableReason } from '@/core/cvt';

export const LIMIT_WORDS: Readonly<Record<TopLimit, string>> = {
  'primary-travel': 'the primary is fully closed',
  'primary-rim': 'the belt is flush with the rim of the primary',
  'secondary-hub': 'the belt is on the hub of the secondary',
  'secondary-open': 'the secondary is fully open',
};

export const PART_WORDS: Readonly<Record<MeasuredPart, { readonly one: string; readonly many: string; readonly how: string }>> = {
  roller: {
    one: 'Roller',
    many: 'Rollers or weights',
    how: 'Diameter at its smallest, across a flat. Take them out one by one into numbered places.',
  },
  shoe: { one: 'Shoe', many: 'Clutch shoes', how: 'Lining, at its thinnest.' },
  'shoe-spring': { one: 'Spring', many: 'Shoe springs', how: 'Installed length, coil to coil. One longer than the others is slack.' },
  slide: { one: 'Slide', many: 'Slides', how: 'Play on its rail, by feeler.' },
  bush: { one: 'Bushing', many: 'Bushings', how: 'Play on the shaft, by feeler.' },
};

const positions = (at: readonly number[]): string =>
  at.length === 1 ? `position ${at[0]}` : `positions ${at.slice(0, -1).join(', ')} and ${at.at(-1)}`;

const DUE_WORDS: Readonly<Record<PartAssessed['due'], string>> = {
  nothing: 'Within limits and equal.',
  'look-up': 'The same. The manual limit was not checked.',
  'the-set': 'Replace the whole set: a single new one would carry the whole load.',
  'the-clutch': 'Replace the clutch: a slack spring or a worn shoe lets it drag at idle and burn.',
  'the-part': 'Replace the parts past their limit, and check the mating surfaces.',
};

/** Assessment of a set, in words. */
export function assessedWords({ past, apart, due, limit }: PartAssessed): string {
  const said = [
    past.length === 0 ? '' : `${positions(past)} ${limit === 'least' ? 'under' : 'over'} the limit`,
    apart.length === 0 ? '' : `${positions(apart)} different from the others`,
  ].filter((w) => w !== '');
  const head = said.join('; ');
  return `${head === '' ? '' : `${head.charAt(0).toUpperCase()}${head.slice(1)}. `}${DUE_WORDS[due]}`;
}

/** Why a belt will do on a variable pair, or not; each with its numbers. */
export function fitWords({ reasons, shift, problem, startShare, topShare }: VariableFit, show: (mm: number) => string): string[] {
  const off = (share: number | null) => `${Math.round(100 * Math.abs((share ?? 1) - 1))}%`;
  const words: Readonly<Record<VariableReason, () => string>> = {
    'wrong-angle': () => 'The flank angle differs from the sheave angle. The belt would wear to an edge.',
    'under-minimum': () => 'It is below the minimum width of this drive.',
    'no-place': () => `${problem.charAt(0).toUpperCase()}${problem.slice(1)}.`,
    'tight-at-idle': () => 'It is tight at idle: it drags, creeps, and burns at a standstill.',
    'nearly-tight': () => `Only ${show(shift!.open.slack)} of idle slack: the belt can drag.`,
    'starts-late': () => `It starts at a ratio ${off(startShare)} higher than with its own belt: it loads the belt and jerks.`,
    'starts-steeper': () => `It starts at a ratio ${off(startShare)} lower than with its own belt.`,
    'top-lost': () => `Its top gear is ${off(topShare)} lower than its own belt’s: that much top speed is lost.`,
  };
  return reasons.map((r) => words[r]());
}

export const breakInRunning = (minutes: number): string =>
  `Break-in of the new belt: ${minutes} min at part throttle and varied speed, with stops to cool.`;

export const sectionText = (primaryMm: number, primary: string, secondaryMm: number, secondary: string): string =>
  `Section: the belt is ${primaryMm} mm out on ${primary} and ${secondaryMm} mm out on ${secondary}`;

export const beltDoesNotFit = (outside: string, withShim: boolean): string =>
  `A belt of ${outside} does not fit this drive${withShim ? ' with that shim' : ''}.`;

export const shiftChartText = (from: string, to: string): string => `Ratio and radii as the primary closes, from ${from} to ${to} to 1`;

export const emptyFieldsOwnBelt = (outside: string, width: string): string =>
  `Empty fields are those of the belt on this drive: ${outside} outside, ${width} wide.`;
