import { stopSentence, trace, vocabulary, type FaultCase } from '../core/fault';

/** A traced case as the command prints it. */
export function traceAnswer(faultCase: FaultCase): unknown {
  const words = vocabulary();
  const traced = trace(words, faultCase);
  if (traced.status === 'contradiction') return { status: 'contradiction', conflicts: traced.conflicts, causes: [], next: [], stop: null };
  return {
    status: 'ok',
    conflicts: [],
    causes: traced.causes,
    next: traced.next,
    stop: traced.stop && { fix: traced.stop.fix, why: stopSentence(words, traced.stop) },
  };
}
