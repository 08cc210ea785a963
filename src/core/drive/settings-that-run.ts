import type { Matcher } from './matcher';
import { evaluateLength } from './trial';

/** Where one adjuster makes a length work, the others standing as they are. */
export interface RunningSettings {
  readonly adjuster: string;
  /** From and to, in the adjuster's own positions; a single step has both the same. In order, none where no setting does. */
  readonly ranges: readonly (readonly [number, number])[];
}

/** Number of positions evaluated along an adjuster without steps. */
const PLACES = 33;
/** Edges are closed in on to this share of an adjuster's range. */
const EDGE_SHARE = 1 / 4096;

/**
 * The settings of each adjuster at which a belt of one length works. Stepped adjusters are tried step by step, others along their range with the
 * edges closed in on.
 * @param outsideMm in mm along the outside of a belt of the drive's own section
 */
export function settingsThatRun(matcher: Matcher, outsideMm: number): RunningSettings[] {
  return matcher.solver.work.compiled.drive.adjusters.map(({ id, min, max, step }): RunningSettings => {
    const runs = (position: number) => evaluateLength(matcher, outsideMm, { adjusters: { [id]: position } }).failures.length === 0;
    const count = step === undefined ? PLACES : Math.floor((max - min) / step + 1e-9) + 1;
    const places = Array.from({ length: count }, (_, i) => (step === undefined ? min + ((max - min) * i) / (count - 1) : min + i * step));
    const works = places.map(runs);
    const edge = (inside: number, outside: number): number => {
      if (step !== undefined) return inside;
      let [a, b] = [inside, outside];
      while (Math.abs(b - a) > (max - min) * EDGE_SHARE) {
        const middle = (a + b) / 2;
        if (runs(middle)) a = middle;
        else b = middle;
      }
      return a;
    };
    const ranges: [number, number][] = [];
    works.forEach((ok, i) => {
      if (!ok) return;
      if (i > 0 && works[i - 1]) ranges[ranges.length - 1]![1] = places[i]!;
      else ranges.push([i > 0 ? edge(places[i]!, places[i - 1]!) : places[i]!, places[i]!]);
      if (i + 1 < count && !works[i + 1]) ranges[ranges.length - 1]![1] = edge(places[i]!, places[i + 1]!);
    });
    return { adjuster: id, ranges };
  });
}
