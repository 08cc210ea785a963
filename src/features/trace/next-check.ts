import { checkOf, type CheckId } from '@/core/fault';
import type { Found } from '@/core/job';
import type { TraceAnswer } from '@/workers/trace-service';

/**
 * Tracing's next check that is worth its minutes and was not made yet; null once tracing stops, or has not answered.
 * @param how `asked` of the customer, or `made` on the machine
 */
export function nextCheck(
  answer: TraceAnswer | null,
  found: ReadonlyMap<string, Found>,
  how: 'asked' | 'made',
): { readonly check: CheckId; readonly minutes: number } | null {
  if (answer?.trace.status !== 'ok' || answer.trace.stop) return null;
  const answered = new Set([...found.values()].map((f) => f.check as string));
  const next = answer.trace.next.find(
    (n) => n.score >= 1 && !answered.has(n.check) && (checkOf(n.check as CheckId).state === 'asked') === (how === 'asked'),
  );
  return next ? { check: next.check as CheckId, minutes: next.minutes } : null;
}
