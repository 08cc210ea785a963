import { v4 as newId } from 'uuid';
import type { Finding, Found } from '@/core/job';

/** Start of a finding: the last one of the same check and part, or nothing. */
export const findingStart = (
  finding: Found | undefined,
  check: Finding['check'],
): Omit<Finding, 'part' | 'value' | 'limit' | 'result'> => ({
  ref: finding?.ref ?? newId(),
  check: finding?.check ?? check,
  note: finding?.note ?? '',
  act: finding?.act ?? '',
  priceCents: finding?.priceCents ?? null,
  answer: finding?.answer ?? 'not-asked',
});
