import 'server-only';
import { COMMAND_CONTRACTS } from '@/contract/commands';
import { isUnreadable, notebooks } from '@/db';
import { defineCommand } from '@/server';
import { compute } from '@/server/compute';

export const surveyCommands = {
  'notebook.add': defineCommand(COMMAND_CONTRACTS['notebook.add'], {
    apply: async ({ db, person, now }, input) => {
      const made = await notebooks.addNotebook(db, input.document, person.name, now, input.machineId ?? null);
      return { ok: true, value: { id: made.id } };
    },
  }),

  'notebook.save': defineCommand(COMMAND_CONTRACTS['notebook.save'], {
    apply: async ({ db, person, now }, input) => {
      const result = await notebooks.saveNotebook(db, input.id, input.version, input.document, person.name, now);
      return result.ok ? { ok: true, value: { version: result.value.version } } : result;
    },
  }),

  'notebook.remove': defineCommand(COMMAND_CONTRACTS['notebook.remove'], {
    apply: ({ db }, input) => notebooks.removeNotebook(db, input.id),
  }),

  /** Makes the drive that the notebook amounts to, computed here from what is stored. */
  'notebook.make-drive': defineCommand(COMMAND_CONTRACTS['notebook.make-drive'], {
    prepare: async ({ db }, input) => {
      const refuse = (problem: string) => ({ ok: false as const, reason: 'refused' as const, problem });
      const stored = await notebooks.findNotebook(db, input.id);
      if (!stored) return refuse('Another user deleted this notebook.');
      if (isUnreadable(stored)) return refuse(stored.problem);
      if (stored.version !== input.version) return refuse('The last entry is still on its way. Try again in a moment.');
      const computed = await compute('solveNotebook', stored.document);
      if (!computed.ok) return computed;
      const look = computed.value;
      if (!look.ok || !look.look.built.drive || !look.look.uncertainty)
        return refuse('The drive is incomplete. The list on this page shows the missing entries.');
      return { ok: true, value: { drive: look.look.built.drive, uncertainty: look.look.uncertainty } };
    },
    apply: ({ db, person, now }, input, { drive, uncertainty }) =>
      notebooks.saveDriveOfNotebook(db, input.id, drive, uncertainty, person.name, now),
  }),
} as const;
