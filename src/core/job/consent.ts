import { CAUSES, UNKNOWN, type Cause } from '../fault';
import type { CustomerAnswer } from './entries/finding';
import type { RecordLine } from './kind';
import { findingsOf } from './record';

/** Consent of the customer for a repair: needed or not, and the answer so far. */
export interface Consent {
  readonly needed: boolean;
  readonly said: CustomerAnswer;
}

const causes: readonly Cause[] = CAUSES;
/** Weight of an answer where there are several: yes or no before waiting. */
const WEIGHT: Readonly<Record<CustomerAnswer, number>> = { declined: 4, approved: 3, waiting: 2, asked: 1, 'not-asked': 0 };

/**
 * Above the limit of the shop the customer is asked first. The price of the bad finding decides. Without a price, the
 * usual cost of the parts decides.
 * @param askFromCents largest cost of a repair without asking, hundredths
 */
export function consentFor(lines: readonly RecordLine[], cause: string, askFromCents: number): Consent {
  const of = causes.find((c) => c.id === cause);
  const told = [...findingsOf(lines).values()].filter(
    (f) =>
      f.result === 'bad' &&
      (f.status === 'open' || f.status === 'left') &&
      (of?.confirmedBy.includes(f.check) || of?.indicatedBy.includes(f.check)),
  );
  const prices = told.flatMap((f) => f.priceCents ?? []);
  const said = told.map((f) => f.answer).reduce<CustomerAnswer>((a, b) => (WEIGHT[b] > WEIGHT[a] ? b : a), 'not-asked');
  return { needed: prices.length > 0 ? Math.max(...prices) >= askFromCents : (of?.repair.ask ?? UNKNOWN.repair.ask), said };
}
