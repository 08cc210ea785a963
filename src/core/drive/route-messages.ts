import type { Crossing } from './crossing';
import type { LoopTrace } from './plan';
import type { Problem } from './schema';

/** Message for one crossing, with parts named by `name`, and its place in the route. */
export function crossingMessage(c: Crossing, name: (stop: number) => string): { readonly stop: number; readonly message: string } {
  switch (c.kind) {
    case 'side':
      return {
        stop: c.stop,
        message: `the idler ${name(c.stop)} is on the wrong side of the belt for the belt side in the route`,
      };
    case 'pulley':
      return { stop: c.stop, message: `the span that leaves ${name(c.span)} runs through the pulley ${name(c.stop)}` };
    case 'spans':
      return { stop: c.b, message: `the spans that leave ${name(c.a)} and ${name(c.b)} cross` };
  }
}

/** Reason why a route has no loop, over all attempts. */
export function loopProblem(
  attempts: readonly { outcome: string; trace: LoopTrace; crossings: readonly Crossing[] }[],
  path: string,
  name: (stop: number) => string,
): Problem {
  const laid = attempts.filter((a) => a.outcome === 'ok').sort((a, b) => a.crossings.length - b.crossings.length)[0];
  if (laid) {
    const one =
      laid.crossings.find((c) => c.kind === 'side' && laid.crossings.length === 1) ?? laid.crossings.find((c) => c.kind === 'pulley');
    const { stop, message } = crossingMessage(one ?? laid.crossings[0]!, name);
    return {
      path: `${path}.route[${stop}]`,
      message: one?.kind === 'side' ? message : `${message}; check the order of the route and which side touches`,
    };
  }
  const missed = attempts.find((a) => a.outcome === 'not-touching') ?? attempts[0]!;
  const at = missed.trace.culprit;
  const message =
    missed.outcome === 'not-touching'
      ? `the belt cannot touch the pulley ${name(at)} on the belt side in the route; check the order and the belt sides of the route`
      : `no straight span can leave the pulley ${name(at)}: the next circle overlaps it`;
  return { path: `${path}.route[${at}]`, message };
}
