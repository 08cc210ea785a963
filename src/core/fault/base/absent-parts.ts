import type { CauseId } from './causes';
import type { CheckId } from './checks';

/** Parts that one machine of a kind has and another does not. */
export const DRIVE_PARTS = ['cable', 'rod', 'electric-clutch', 'brake', 'drum'] as const;
export type DrivePart = (typeof DRIVE_PARTS)[number];

/** Checks made on a part, and causes that need it. */
const OF_PART: Readonly<Record<DrivePart, { readonly checks: readonly CheckId[]; readonly causes: readonly CauseId[] }>> = {
  cable: { checks: ['cable'], causes: ['cable-stretched', 'cable-stiff'] },
  rod: { checks: ['rod'], causes: ['rod-bent'] },
  'electric-clutch': {
    checks: ['clutch-gap', 'clutch-coil', 'clutch-hub', 'over-run-computed'],
    causes: ['clutch-weak', 'clutch-drags', 'clutch-brake-out', 'over-run'],
  },
  brake: {
    checks: ['brake-released', 'brake-engaged', 'brake-lining', 'brake-computed', 'brake-driving-computed'],
    causes: ['brake-not-landing', 'brake-worn', 'brake-drags'],
  },
  drum: { checks: ['cvt-drum'], causes: ['shoes-worn', 'shoe-spring-slack'] },
};

export const checksOfParts = (parts: readonly DrivePart[]): ReadonlySet<string> => new Set(parts.flatMap((p) => OF_PART[p].checks));
export const causesOfParts = (parts: readonly DrivePart[]): ReadonlySet<string> => new Set(parts.flatMap((p) => OF_PART[p].causes));
