import 'server-only';
import { QUERY_CONTRACTS } from '@/contract/queries';
import { calendarFeeds, followUps } from '@/db';
import { defineQuery, rowsOf } from '@/server';

/** Overdue, or due within 14 days. */
export const listDue = defineQuery(QUERY_CONTRACTS['follow-ups.due'], async ({ db, now }, ask) => ({
  ok: true,
  value: await followUps.dueFollowUps(db, now, rowsOf(ask)),
}));

export const listLater = defineQuery(QUERY_CONTRACTS['follow-ups.later'], async ({ db, now }, ask) => ({
  ok: true,
  value: await followUps.laterFollowUps(db, now, rowsOf(ask)),
}));

export const listAnswered = defineQuery(QUERY_CONTRACTS['follow-ups.answered'], async ({ db }, ask) => ({
  ok: true,
  value: await followUps.answeredFollowUps(db, rowsOf(ask)),
}));

export const readRules = defineQuery(QUERY_CONTRACTS['follow-ups.rules'], async ({ db }) => ({
  ok: true,
  value: await followUps.rulesOf(db),
}));

/** Own addresses of the calendar. */
export const listCalendars = defineQuery(QUERY_CONTRACTS['follow-ups.calendars'], async ({ db, person }) => ({
  ok: true,
  value: await calendarFeeds.feedsOf(db, person.id),
}));
