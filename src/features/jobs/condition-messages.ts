import type { ConditionLabel, LineCondition } from '@/core/job';

export const CONDITION_WORDS: Readonly<Record<ConditionLabel, string>> = {
  'as-found': 'as found',
  'after-adjusting': 'after adjusting',
  final: 'final',
};

/** Ticket lines that show the machine in a condition, and those that change it. */
const SHOWS = new Set(['reading', 'timed', 'finding', 'alignment', 'proved']);
const CHANGES = new Set(['changed', 'mended', 'belt-booked', 'tension-decided']);

/** Mark of a ticket line: its condition, or that it is a change. Null for other lines. */
export function conditionWords(type: string, place: LineCondition | null): string | null {
  if (!place) return null;
  if (CHANGES.has(type)) return 'change';
  return SHOWS.has(type)
    ? `${CONDITION_WORDS[place.label]}${place.current || place.label === 'after-adjusting' ? '' : ', before a change'}`
    : null;
}
