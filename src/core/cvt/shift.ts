import { sectionOf, statedPitchLength, type Drive, type Problem } from '../drive';

/** A pulley with one movable face. */
export interface VariablePulley {
  /** Included angle of both faces, degrees. */
  readonly angle: number;
  readonly hubRadius: number;
  readonly rimRadius: number;
  /** Face to face at the hub, fully open, and how far the moving face closes, mm. */
  readonly openGap: number;
  readonly travel: number;
}

/** A pair of variable pulleys and the belt between them, mm. */
export interface VariableDrive {
  readonly primary: VariablePulley;
  readonly secondary: VariablePulley;
  readonly centre: number;
  readonly pitchLength: number;
  /** Depth of the belt, and of its pitch line under its top. */
  readonly depth: number;
  readonly pitchLine: number;
}

export type TopLimit = 'primary-travel' | 'primary-rim' | 'secondary-hub' | 'secondary-open';

/** Pose of a belt of one width. Radii of its top edge, mm. */
export interface Shift {
  readonly width: number;
  /** Idling: the primary open, the secondary closed as far as the belt allows. */
  readonly open: { readonly primary: number; readonly secondary: number; readonly slack: number; readonly deflection: number };
  /** The primary has closed until the belt is just taut. */
  readonly start: { readonly primary: number; readonly secondary: number; readonly ratio: number; readonly closing: number };
  /** The primary is fully closed. */
  readonly top: { readonly primary: number; readonly secondary: number; readonly ratio: number; readonly limit: TopLimit };
}

/** Reason why a belt has no pose on a pair. */
export type NoPlace = 'too-deep' | 'too-wide' | 'too-close' | 'too-short' | 'too-long';
export type ShiftResult =
  { readonly ok: true; readonly shift: Shift } | { readonly ok: false; readonly why: NoPlace; readonly problem: string };

/**
 * Pitch length of an open belt round two pitch radii: 2√(C² − (b − a)²) + π(a + b) + 2(b − a)·asin((b − a)/C).
 */
export function pitchLengthOf(a: number, b: number, centre: number): number {
  const d = b - a;
  return 2 * Math.sqrt(Math.max(0, centre * centre - d * d)) + Math.PI * (a + b) + 2 * d * Math.asin(Math.max(-1, Math.min(1, d / centre)));
}

/** Pitch length of a belt with its top edge at two radii. */
export const pathOf = ({ pitchLine, centre }: Pick<VariableDrive, 'pitchLine' | 'centre'>, r1: number, r2: number): number =>
  pitchLengthOf(r1 - pitchLine, r2 - pitchLine, centre);

/** Radius of a belt of one width with the face closed by x, without the limits of hub and rim. */
export const freeRadius = (p: VariablePulley, width: number, x: number): number =>
  p.hubRadius + (width - p.openGap + x) / (2 * Math.tan((p.angle * Math.PI) / 360));

/** How far the face has closed where a belt of a width sits at a radius. */
export const closedAt = (p: VariablePulley, width: number, radius: number): number =>
  2 * Math.tan((p.angle * Math.PI) / 360) * (radius - p.hubRadius) + p.openGap - width;

/** Root of a rising function between two ends, to some 1e-12 of them. */
export function rootOf(f: (x: number) => number, from: number, to: number): number {
  let [low, high] = [from, to];
  for (let i = 0; i < 80; i++) {
    const middle = (low + high) / 2;
    if (f(middle) > 0) high = middle;
    else low = middle;
  }
  return (low + high) / 2;
}

/** Under this a length is as good as another, mm. */
const EVEN = 1e-9;

/**
 * Shift of a belt of one width. On each pulley it sits between the hub (plus its depth) and the rim (flush).
 * @returns the problem if the belt does not fit: far too short, long or wide
 */
export function shiftOf(drive: VariableDrive, width: number): ShiftResult {
  const { primary, secondary, centre, pitchLength, depth, pitchLine } = drive;
  const impossible = (why: NoPlace, problem: string): ShiftResult => ({ ok: false, why, problem });
  const path = (r1: number, r2: number) => pathOf(drive, r1, r2);
  const lowest = (p: VariablePulley) => Math.max(p.hubRadius + depth, freeRadius(p, width, 0));
  const highest = (p: VariablePulley) => Math.min(p.rimRadius, Math.max(p.hubRadius + depth, freeRadius(p, width, p.travel)));
  for (const [name, p] of [
    ['primary', primary],
    ['secondary', secondary],
  ] as const) {
    if (p.hubRadius + depth > p.rimRadius) return impossible('too-deep', `the belt is deeper than the ${name} is from hub to rim`);
    if (freeRadius(p, width, 0) > p.rimRadius)
      return impossible('too-wide', `the belt is too wide: it is above the rim of the ${name} when that is fully open`);
  }
  const ends = { primary: [lowest(primary), highest(primary)], secondary: [lowest(secondary), highest(secondary)] } as const;
  const [r1, top1] = ends.primary;
  const [least2, most2] = ends.secondary;
  if (centre <= Math.max(Math.abs(top1 - least2), Math.abs(most2 - r1)))
    return impossible('too-close', 'the centres are too close: the belt circles would overlap');
  if (path(r1, least2) > pitchLength + EVEN) return impossible('too-short', 'the belt is too short for both pulleys fully open');

  const slack = Math.max(0, pitchLength - path(r1, most2));
  const r2 = slack > 0 ? most2 : rootOf((r) => path(r1, r) - pitchLength, least2, most2);
  const free = Math.sqrt(centre * centre - (r2 - r1) ** 2);
  const open = { primary: r1, secondary: r2, slack, deflection: 0.5 * Math.sqrt(Math.max(0, (free + slack) ** 2 - free ** 2)) };

  if (slack > 0 && path(primary.rimRadius, r2) < pitchLength)
    return impossible('too-long', 'the belt is too long: it is slack even flush with the rim of the primary');
  const taut = slack > 0 ? rootOf((r) => path(r, r2) - pitchLength, r1, primary.rimRadius) : r1;
  const closing = Math.max(0, closedAt(primary, width, taut));
  if (closing > primary.travel + EVEN)
    return impossible('too-long', 'the belt is too long or too narrow: it is still slack with the primary fully closed');
  const ratio = (a: number, b: number) => (b - pitchLine) / (a - pitchLine);
  const start = { primary: taut, secondary: r2, ratio: ratio(taut, r2), closing };

  const flush = freeRadius(primary, width, primary.travel) >= primary.rimRadius;
  // The secondary opens only until the belt is on the hub, or until it is fully open.
  const gives = path(top1, least2) <= pitchLength;
  const top2 = gives ? rootOf((r) => path(top1, r) - pitchLength, least2, most2) : least2;
  const last1 = gives ? top1 : rootOf((r) => path(r, least2) - pitchLength, r1, top1);
  const limit: TopLimit = gives
    ? flush
      ? 'primary-rim'
      : 'primary-travel'
    : secondary.hubRadius + depth >= freeRadius(secondary, width, 0)
      ? 'secondary-hub'
      : 'secondary-open';
  return { ok: true, shift: { width, open, start, top: { primary: last1, secondary: top2, ratio: ratio(last1, top2), limit } } };
}

export type VariableResult =
  | { readonly ok: true; readonly drive: VariableDrive; readonly width: number }
  | { readonly ok: false; readonly problems: readonly Problem[] };

/** The variable pair of a drive, with the width of its own belt; or what of it the file does not say. */
export function variableOf(drive: Drive): VariableResult {
  const refuse = (path: string, message: string): VariableResult => ({ ok: false, problems: [{ path, message }] });
  if (drive.kind !== 'cvt') return refuse('kind', 'only a drive of kind “cvt” shifts');
  const at = (role: 'driver' | 'driven') => drive.pulleys.findIndex((p) => p.role === role && p.variable !== undefined);
  const [d, n] = [at('driver'), at('driven')];
  if (d < 0) return refuse('pulleys', 'the driver needs “variable”');
  if (n < 0) return refuse('pulleys', 'a driven pulley needs “variable”');
  const [primary, secondary] = [drive.pulleys[d]!, drive.pulleys[n]!];
  const b = drive.belts.findIndex((x) => [primary.id, secondary.id].every((id) => x.route.some((r) => r.pulley === id)));
  const belt = drive.belts[b];
  if (!belt) return refuse('belts', 'no belt runs round both variable pulleys');
  const pitchLength = statedPitchLength(belt);
  if (pitchLength === null) return refuse(`belts[${b}].length`, 'the belt has no length; enter one');
  const section = sectionOf(belt);
  return {
    ok: true,
    width: section.topMm,
    drive: {
      primary: primary.variable!,
      secondary: secondary.variable!,
      centre: Math.hypot(secondary.x - primary.x, secondary.y - primary.y),
      pitchLength,
      depth: section.depthMm,
      pitchLine: section.pitchLineMm,
    },
  };
}
