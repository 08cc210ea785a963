import type { FollowUp, FollowUpAfter, FollowUpCheck } from '@/core/job';

export const FOLLOW_UP_AFTER_WORDS: Readonly<Record<FollowUpAfter, string>> = {
  'first-hour': 'After the first hour',
  'first-day': 'After the first day',
  '25-h': 'After 25 h',
  'oil-change': 'At each oil change',
  '250-h': 'After 250 h',
  '500-mi': 'After 500 mi',
  season: 'Before the next season',
};
export const FOLLOW_UP_CHECK_WORDS: Readonly<Record<FollowUpCheck, string>> = {
  tension: 'Tension',
  clamps: 'Clamps and bolts',
  alignment: 'Alignment',
  keepers: 'Keepers',
  brake: 'Brake',
  width: 'Belt width',
};

/** Follow-up as a sentence: “After the first hour, after the first day: tension, keepers.” '' without one. */
export function followUpWords({ after, at }: FollowUp): string {
  const when = after.map((a) => FOLLOW_UP_AFTER_WORDS[a]).join(', ');
  const what = at.map((a) => FOLLOW_UP_CHECK_WORDS[a]).join(', ');
  return when && what ? `${when.charAt(0)}${when.slice(1).toLowerCase()}: ${what.toLowerCase()}.` : '';
}
