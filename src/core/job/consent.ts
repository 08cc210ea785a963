import { CAUSES, UNKNOWN, type Cause } from '../fault';
import type { CustomerAnswer } from './entries/finding';
import type { RecordLine } from './kind';
import { findingsOf } from './record';

/** Whether the customer must approve a repair, and the answer so far. */
export interface Consent {
  readonly needed: boolean;
  readonly said: CustomerAnswer;
}

const causes: readonly Cause[] = CAUSES;
/** Weight of an answer where there are several: yes or no before waiting. */
const WEIGHT: Readonly<Record<CustomerAnswer, number>> = { declined: 4, approved: 3, waiting: 2, asked: 1, 'not-asked': 0 };

/**
 * Above the shop's limit the customer is asked first: by the price that a bad finding of the cause bears, else by whether its parts usually cost more than is spent
 * unasked.
 * @param askFromCents what a mend may cost unasked, hundredths
 */
export function consentFor(lines: readonly RecordLine[], cause: string, askFromCents: number): Consent {
  const of = causes.find((c) => c.id === cause);
  const told = [...findingsOf(lines).values()].filter(
    (f) =>
      f.result === 'bad' &&
      (f.status === 'open' || f.status === 'left') &&
      (of?.provedBy.includes(f.check) || of?.toldBy.includes(f.check)),
  );
  const prices = told.flatMap((f) => f.priceCents ?? []);
  const said = told.map((f) => f.answer).reduce<CustomerAnswer>((a, b) => (WEIGHT[b] > WEIGHT[a] ? b : a), 'not-asked');
  return { needed: prices.length > 0 ? Math.max(...prices) >= askFromCents : (of?.mend.ask ?? UNKNOWN.mend.ask), said };
}
