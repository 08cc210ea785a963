import { framed, reflected, type Fit } from './levenberg-marquardt';
import { reflections } from './reflections';
import type { Model } from './model';
import { ties } from './ties';

/** Most centres near one that it is turned over between. */
const NEAREST = 4;

/**
 * Starting places near a result: each centre, and each part tied by two centres, reflected about the line through them.
 * With an edge, also about the perpendicular or parallel through a measured centre. This preserves the distance from
 * the edge or along it.
 */
export function* neighbours(model: Model, fit: Fit): Generator<Float64Array> {
  const links = ties(model);
  const near: Set<number>[] = Array.from({ length: model.centres }, () => new Set());
  for (const link of links) {
    const those = link.filter((k) => k < model.centres);
    for (const a of those) for (const b of those) if (a !== b) near[a]!.add(b);
  }
  const mirrored = (which: readonly number[], about: number, axis: 0 | 1): Float64Array => {
    const next = fit.full.slice();
    for (const c of which) next[2 * c + axis] = 2 * fit.full[2 * about + axis]! - fit.full[2 * c + axis]!;
    return framed(model, next);
  };
  for (let c = 0; c < model.centres; c++) {
    const those = [...near[c]!].slice(0, NEAREST);
    for (const [k, i] of those.entries()) {
      for (const j of those.slice(k + 1)) yield reflected(model, fit.full, [c], i, j);
      if (model.edges.length > 0) for (const axis of [0, 1] as const) yield mirrored([c], i, axis);
    }
    if (model.edges.length > 0 && those.length > 0) {
      // The other way: everything else over the centre's own square.
      for (const axis of [0, 1] as const)
        yield mirrored(
          Array.from({ length: model.centres }, (_, k) => k).filter((k) => k !== c),
          c,
          axis,
        );
    }
  }
  for (const { part, i, j } of reflections(model)) if (part.length > 1) yield reflected(model, fit.full, part, i, j);
}
