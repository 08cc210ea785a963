import type { FollowUpAnswer } from '@/core/follow-up';
import type { When } from '@/ui/times';
import type { DueCount, FollowUpLine } from '@/contract/records';
import { FOLLOW_UP_AFTER_WORDS, FOLLOW_UP_CHECK_WORDS } from './plan-words';

const checksOf = ({ checks }: Pick<FollowUpLine, 'checks'>): string => checks.map((c) => FOLLOW_UP_CHECK_WORDS[c].toLowerCase()).join(', ');

/** Content of a follow-up: “Check tension, keepers. Bring the bar.” */
export function subjectOf(one: Pick<FollowUpLine, 'kind' | 'checks' | 'text' | 'list'>): string {
  switch (one.kind) {
    case 'plan':
      return `Check ${checksOf(one)}.${one.text === '' ? '' : ` ${one.text}`}`;
    case 'run-in':
      return `Run-in check of ${one.text}: ${checksOf(one)}.`;
    case 'interval':
      return `Interval check of ${one.text}: ${checksOf(one)}.`;
    case 'season':
      return `${one.text}${one.list.length === 0 ? '' : `: ${one.list.join('; ')}`}.`;
    case 'trial':
      return `Ask the customer about substitute ${one.text}.`;
  }
}

const BASIS: Readonly<Record<FollowUpLine['due']['by'], string>> = {
  reached: 'its meter shows it',
  meter: 'by its meter',
  assumed: 'by an assumed use',
  date: 'by date',
};

/** When and why it is due: “Overdue since 3 Nov 2026. After 25 h, by its meter, likely 28 Oct to 14 Nov 2026.” */
export function dueWords({ due, after, postponed }: Pick<FollowUpLine, 'due' | 'after' | 'postponed'>, { day }: When, now: number): string {
  const when = Date.parse(due.at) <= now ? `Overdue since ${day(due.at)}` : `Due ${day(due.at)}`;
  const range = due.earliest === due.latest ? '' : `likely ${day(due.earliest)} to ${day(due.latest)}`;
  const time = after === null ? '' : FOLLOW_UP_AFTER_WORDS[after];
  const why = [time, postponed ? 'postponed' : BASIS[due.by], range].filter(Boolean).join(', ');
  return `${when}. ${why.charAt(0).toUpperCase()}${why.slice(1)}.`;
}

export const dueCount = ({ overdue, soon }: DueCount): string =>
  [
    overdue > 0 ? `${overdue} ${overdue === 1 ? 'follow-up is' : 'follow-ups are'} overdue` : '',
    soon > 0 ? `${soon} due within 14 days` : '',
  ]
    .filter(Boolean)
    .join(', ');

export const ANSWER_WORDS: Readonly<Record<FollowUpAnswer, string>> = { done: 'Done', postponed: 'Postponed', waived: 'Waived' };

export const answeredWords = (answer: FollowUpAnswer, machine: string): string =>
  `Follow-up of ${machine}: ${ANSWER_WORDS[answer].toLowerCase()}.`;

export const trialWords = (belt: string, machine: string, worked: boolean): string =>
  `${belt} on ${machine}: ${worked ? 'worked' : 'did not work'}`;

/** Address of a calendar, for a calendar program. */
export const calendarAddress = (origin: string, token: string): string => `${origin}/api/calendar/${token}.ics`;
