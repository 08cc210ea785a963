import { EDGE_TOLERANCE } from './tolerances';
/** Bisections of an edge. */
const HALVINGS = 40;

/**
 * Intervals of a line on which a test holds, with ends found by bisection. An interval that reaches the end of the line
 * ends at infinity.
 * @param at points on the line, in order
 * @param holds the test at each of them
 */
export function spansOf(at: readonly number[], holds: readonly boolean[], test: (x: number) => boolean): [number, number][] {
  const edge = (a: number, b: number, atA: boolean) => {
    let [low, high] = [a, b];
    for (let k = 0; k < HALVINGS && high - low > EDGE_TOLERANCE; k++) {
      const mid = (low + high) / 2;
      if (test(mid) === atA) low = mid;
      else high = mid;
    }
    return atA ? low : high;
  };
  const spans: [number, number][] = [];
  let open: number | null = holds[0] ? -Infinity : null;
  for (let i = 1; i < at.length; i++) {
    if (holds[i] === holds[i - 1]) continue;
    const x = edge(at[i - 1]!, at[i]!, holds[i - 1]!);
    if (holds[i]) open = x;
    else {
      spans.push([open!, x]);
      open = null;
    }
  }
  if (open !== null) spans.push([open, Infinity]);
  return spans;
}

/** Intervals in both lists, in order. */
export function overlapOf(one: readonly (readonly [number, number])[], other: readonly (readonly [number, number])[]): [number, number][] {
  const both: [number, number][] = [];
  for (const [a, b] of one) for (const [c, d] of other) if (Math.max(a, c) < Math.min(b, d)) both.push([Math.max(a, c), Math.min(b, d)]);
  return both.sort((a, b) => a[0] - b[0]);
}
