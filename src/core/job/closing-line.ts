import { CAUSES } from '../fault';
import type { RecordLine } from './kind';
import { linesOf } from './record-lines';

/**
 * Propose the closing line for the customer from a ticket: belts and parts fitted, repairs, adjusters moved, and the last times of the test run. Struck-out
 * lines do not count. Empty where none of these is on the ticket.
 */
export function proposedClosing(lines: readonly RecordLine[]): string {
  const belts = linesOf(lines, 'belt-booked').map(({ body }) => `New belt: ${body.belt}`);
  const parts = linesOf(lines, 'part-fitted').map(({ body }) => `New part: ${body.name}`);
  const repairs = linesOf(lines, 'mended').flatMap(({ body }) => {
    const cause = body.when === 'here' ? CAUSES.find((c) => c.id === body.cause) : undefined;
    return cause ? [`Repaired: ${cause.label}`] : [];
  });
  const adjusted = linesOf(lines, 'changed').flatMap(({ body }) => ('adjuster' in body ? [`${body.adjuster.label} adjusted`] : []));
  const timed = (what: 'engagement' | 'stop') =>
    linesOf(lines, 'timed').findLast(({ body }) => body.what === what && body.when === 'proved');
  const [engagement, stop] = [timed('engagement'), timed('stop')];
  const times = [
    ...(engagement ? [`engages in ${engagement.body.seconds} s`] : []),
    ...(stop ? [`stops in ${stop.body.seconds} s`] : []),
  ].join(' and ');
  const tested = times === '' ? [] : [`In the test run it ${times}`];
  return [...new Set([...belts, ...parts, ...repairs, ...adjusted, ...tested])].map((s) => `${s}.`).join(' ');
}
