import { factNow, type Facts } from '../machine';

/** Name under which the check of the parts list is on the ticket, as a step. */
export const PARTS_LIST = { procedure: 'parts-list', step: 'checked' } as const;

/** Lines of the parts list of a drive. Empty where it has none. */
export function partsListOf(facts: Facts): readonly string[] {
  const listed = factNow(facts, 'parts-list');
  return typeof listed === 'object' && listed !== null ? listed : [];
}

/** The check of a parts list in words, for the ticket. */
export function partsListWords(list: readonly string[], here: ReadonlySet<string>): string {
  const missing = list.filter((part) => !here.has(part));
  const counted = `${list.length} ${list.length === 1 ? 'line' : 'lines'}`;
  return missing.length === 0
    ? `Parts list checked (${counted}): all there.`
    : `Parts list checked (${counted}). Missing: ${missing.join('; ')}.`;
}
