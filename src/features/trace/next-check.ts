import { checkOf, type CheckId } from '@/core/fault';
import { intakeOf, findingsOf, isAboutStart, type NextCheck, type RecordLine } from '@/core/job';
import type { TraceAnswer } from '@/services/trace';

/** A part that is less likely than this to be bad is not listed while its covers are off. Setting of the trade. */
const LEAST_BAD = 0.04;

/**
 * Next check of tracing that is worth its minutes and was not made yet. After tracing stops, it is a check of a part
 * under the same removed covers. This finds a second fault before the machine is closed. Null if there is none, or
 * tracing has not answered.
 * @param how `asked` (a question to the customer) or `made` (on the machine)
 */
export function nextCheck(answer: TraceAnswer | null, lines: readonly RecordLine[], how: 'asked' | 'made'): NextCheck | null {
  if (answer?.trace.status !== 'ok') return null;
  const { stop, open } = answer.trace;
  const answered = new Set([...findingsOf(lines).values()].map((f) => f.check as string));
  const { began = 'not-asked' } = intakeOf(lines) ?? {};
  const next = (stop ? [] : answer.trace.next).find(
    (n) =>
      n.score >= 1 &&
      !answered.has(n.check) &&
      !(began !== 'not-asked' && isAboutStart(n.check as CheckId)) &&
      (checkOf(n.check as CheckId).state === 'asked') === (how === 'asked'),
  );
  if (next) return { check: next.check as CheckId, minutes: next.minutes, why: 'cause' };
  const reached = how === 'made' ? open.find((o) => o.bad >= LEAST_BAD && !answered.has(o.check)) : undefined;
  return reached ? { check: reached.check as CheckId, minutes: reached.minutes, why: 'open' } : null;
}
