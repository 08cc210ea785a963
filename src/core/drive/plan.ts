/** Fixed data of the path of one belt: its stops in route order, and the sense of its loop. */
export interface LoopPlan {
  readonly stops: number;
  /** Index of each stop's pulley in the drive. */
  readonly pulley: Int32Array;
  readonly radius: Float64Array;
  /** Sense times radius. */
  readonly signed: Float64Array;
  /** Turning sense of each stop when the route is walked in its listed order. */
  readonly sense: Int8Array;
  /** 1 where the stop is an idler, which a taut belt may clear. */
  readonly idler: Uint8Array;
  /** Sense in which the whole loop turns. */
  readonly turn: 1 | -1;
  /** Height of each stop's groove, mm; null where all are level. */
  readonly z: Float64Array | null;
  /** How many stops are idlers. */
  readonly idlers: number;
}

/** One traced loop, its room reused from call to call. */
export interface LoopTrace {
  /** Number of stops touched. */
  touched: number;
  /** Their indices in route order; the first `touched` entries hold. */
  readonly active: Int32Array;
  /** Per touched stop: direction of the span that leaves it, seen from above, its length and that of its plan, wrap in radians. */
  readonly ux: Float64Array;
  readonly uy: Float64Array;
  readonly span: Float64Array;
  readonly flat: Float64Array;
  readonly wrap: Float64Array;
  /** 1 if an idler was dropped too early and was restored. It then stays. */
  readonly kept: Uint8Array;
  /** Length of the loop, mm. */
  length: number;
  /** True where an idler seems wrapped by more than half a turn: it may be one that the belt clears. */
  doubtful: boolean;
  /** True to check every loop with a dropped idler for crossings, not only the doubtful ones. */
  careful: boolean;
  /** Stop to name where the loop could not be traced. */
  culprit: number;
}

/** The same loop in room of its own. */
export const copyTrace = (trace: LoopTrace): LoopTrace => ({
  ...trace,
  active: trace.active.slice(),
  ux: trace.ux.slice(),
  uy: trace.uy.slice(),
  span: trace.span.slice(),
  flat: trace.flat.slice(),
  wrap: trace.wrap.slice(),
  kept: trace.kept.slice(),
});

/** Buffers for the loop of a belt with `stops` stops. */
export function newTrace(stops: number): LoopTrace {
  const floats = () => new Float64Array(stops);
  return {
    touched: 0,
    active: new Int32Array(stops),
    ux: floats(),
    uy: floats(),
    span: floats(),
    flat: floats(),
    wrap: floats(),
    kept: new Uint8Array(stops),
    length: 0,
    doubtful: false,
    careful: false,
    culprit: -1,
  };
}
