import 'server-only';
import { COMMAND_CONTRACTS } from '@/contract/commands';
import { calendarFeeds, followUps } from '@/db';
import { defineCommand, hasRole } from '@/server';
import { digestOf } from '@/server/token';

export const followUpCommands = {
  'follow-up.answer': defineCommand(COMMAND_CONTRACTS['follow-up.answer'], {
    apply: ({ db, person, doneAt }, input) => followUps.answerFollowUp(db, { personId: person.id, at: doneAt }, input),
  }),

  'follow-up.undo': defineCommand(COMMAND_CONTRACTS['follow-up.undo'], {
    apply: ({ db }, { id }) => followUps.undoAnswer(db, id),
  }),

  'follow-up.rules': defineCommand(COMMAND_CONTRACTS['follow-up.rules'], {
    apply: ({ db }, { version, rules }) => followUps.changeRules(db, version, rules),
  }),

  'calendar.add': defineCommand(COMMAND_CONTRACTS['calendar.add'], {
    apply: ({ db, person, now }, { name, token }) => calendarFeeds.addFeed(db, { personId: person.id, at: now }, name, digestOf(token)),
  }),

  'calendar.revoke': defineCommand(COMMAND_CONTRACTS['calendar.revoke'], {
    apply: ({ db, person }, { id }) => calendarFeeds.revokeFeed(db, hasRole(person.role, 'owner') ? null : person.id, id),
  }),
} as const;
