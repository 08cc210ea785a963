import { checkOf, type CheckId } from '@/core/fault';
import { askedOf, findingsOf, isAboutBeginning, type RecordLine } from '@/core/job';
import type { TraceAnswer } from '@/workers/trace-service';

/**
 * Tracing's next check that is worth its minutes and was not made yet; null once tracing stops, or has not answered.
 * @param how `asked` of the customer, or `made` on the machine
 */
export function nextCheck(
  answer: TraceAnswer | null,
  lines: readonly RecordLine[],
  how: 'asked' | 'made',
): { readonly check: CheckId; readonly minutes: number } | null {
  if (answer?.trace.status !== 'ok' || answer.trace.stop) return null;
  const answered = new Set([...findingsOf(lines).values()].map((f) => f.check as string));
  const { began = 'not-asked' } = askedOf(lines) ?? {};
  const next = answer.trace.next.find(
    (n) =>
      n.score >= 1 &&
      !answered.has(n.check) &&
      !(began !== 'not-asked' && isAboutBeginning(n.check as CheckId)) &&
      (checkOf(n.check as CheckId).state === 'asked') === (how === 'asked'),
  );
  return next ? { check: next.check as CheckId, minutes: next.minutes } : null;
}
