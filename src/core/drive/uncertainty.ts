import { compileDrive } from './compile';
import type { WindowEnds } from './fit-probability';
import { newMatcher, type Matcher } from './matcher';
import { grips, releases, evaluateLength } from './trial';
import type { Drive } from './schema';
import type { MatchSettings } from './settings';
import type { LengthWindow } from './window';
import { SAME_NUMBER, WINDOW_END_TOLERANCE_MM } from './tolerances';

/**
 * Uncertainty of the numbers of a drive. Independent errors, each one standard deviation, as its effect on every
 * number: rows of `errors` next to `paths`. `base` holds the original numbers. A number that was changed since is taken
 * as exact.
 */
export interface Uncertainty {
  /** Place of each number in the drive file: `pulleys[1].x`. */
  readonly paths: readonly string[];
  readonly base: readonly number[];
  readonly errors: readonly (readonly number[])[];
}

type Node = Record<string, unknown> | unknown[];
const keysOf = (path: string): string[] => path.split(/[.[\]]+/).filter((k) => k !== '');

function numberAt(drive: Drive, path: string): number | undefined {
  const value = keysOf(path).reduce<unknown>(
    (node, key) => (typeof node === 'object' && node !== null ? (node as Record<string, unknown>)[key] : undefined),
    drive,
  );
  return typeof value === 'number' ? value : undefined;
}

/** Every number of a drive, or of an unvalidated drive file, with its path, in file order. */
export function numbersOf(drive: Drive | Readonly<Record<string, unknown>>): Map<string, number> {
  const found = new Map<string, number>();
  const walk = (node: unknown, path: string): void => {
    if (typeof node === 'number') found.set(path, node);
    else if (Array.isArray(node)) node.forEach((item, i) => walk(item, `${path}[${i}]`));
    else if (typeof node === 'object' && node !== null)
      for (const [key, item] of Object.entries(node)) walk(item, path === '' ? key : `${path}.${key}`);
  };
  walk(drive, '');
  return found;
}

/** Drive with several errors added to its numbers, in deviations, in the order of the rows of `errors`. */
export function driveWith(drive: Drive, { paths, base, errors }: Uncertainty, deviations: readonly number[]): Drive {
  const changed = structuredClone(drive);
  paths.forEach((path, k) => {
    const now = numberAt(drive, path);
    if (now === undefined || Math.abs(now - base[k]!) > SAME_NUMBER) return;
    const by = deviations.reduce((sum, d, e) => sum + d * (errors[e]?.[k] ?? 0), 0);
    const keys = keysOf(path);
    const last = keys.pop()!;
    const holder = keys.reduce<Node>((node, key) => (node as Record<string, Node>)[key]!, changed as unknown as Node);
    (holder as Record<string, number>)[last] = now + by;
  });
  return changed;
}

/** True where any number of the drive is still what the uncertainty speaks of. */
export function stillUncertain(drive: Drive, { paths, base }: Uncertainty): boolean {
  return paths.some((path, k) => Math.abs((numberAt(drive, path) ?? Infinity) - base[k]!) <= SAME_NUMBER);
}

/** Standard deviation of the length window and of the drawn path of a drive, mm. Null for a missing end. */
export interface WindowSpread extends WindowEnds {
  /** Standard deviation of the drawn pitch path. */
  readonly pathSd: number;
}

/** Search range for an end of the window around its predicted place, mm. */
const FURTHEST_MM = 64;

/**
 * Effect of the errors of a drive on the ends of its length window, to first order: each error alone by one deviation,
 * with the squares added. An end is followed from the change of the path, which takes a few evaluations instead of a
 * full window.
 * @returns null if the drive cannot be compiled or has no such belt
 */
export function windowSpread(
  drive: Drive,
  beltId: string,
  window: Pick<LengthWindow, 'shortestMm' | 'longestMm'>,
  uncertainty: Uncertainty,
  settings?: MatchSettings,
): WindowSpread | null {
  const ready = (d: Drive) => {
    const made = compileDrive(d);
    return made.ok ? newMatcher(made.compiled, beltId, settings) : undefined;
  };
  const now = ready(drive);
  if (!now) return null;
  const path = (m: Matcher) => m.solver.work.belts[m.belt]!.drawnLength;
  const there = (mm: number | null): mm is number => mm !== null && Number.isFinite(mm);
  const sums = { shortest: 0, longest: 0, path: 0 };
  const drawnPath = path(now);
  uncertainty.errors.forEach((_, e) => {
    const moved = ready(
      driveWith(
        drive,
        uncertainty,
        uncertainty.errors.map((__, k) => (k === e ? 1 : 0)),
      ),
    );
    if (!moved) return;
    const guess = path(moved) - drawnPath;
    sums.path += guess ** 2;
    if (there(window.shortestMm)) sums.shortest += shift(window.shortestMm, guess, (mm) => !releases(evaluateLength(moved, mm))) ** 2;
    if (there(window.longestMm)) sums.longest += shift(window.longestMm, guess, (mm) => grips(evaluateLength(moved, mm))) ** 2;
  });
  return {
    shortestSd: there(window.shortestMm) ? Math.sqrt(sums.shortest) : null,
    longestSd: there(window.longestMm) ? Math.sqrt(sums.longest) : null,
    pathSd: Math.sqrt(sums.path),
  };
}

/**
 * How far the end of a stretch of lengths has moved from `end`: `below` holds under it and not above. It is looked for outward from `guess`, which
 * for most errors is near: an end moves about as far as the path does.
 */
function shift(end: number, guess: number, below: (mm: number) => boolean): number {
  const up = below(end + guess);
  const at = (by: number) => guess + (up ? by : -by);
  let near = 0;
  let far = WINDOW_END_TOLERANCE_MM + Math.abs(guess) / 8;
  while (far < FURTHEST_MM && below(end + at(far)) === up) [near, far] = [far, 2 * far];
  while (far - near > WINDOW_END_TOLERANCE_MM) {
    const mid = (near + far) / 2;
    if (below(end + at(mid)) === up) near = mid;
    else far = mid;
  }
  return at((near + far) / 2);
}
