'use server';

import { revalidatePath } from 'next/cache';
import * as z from 'zod';
import { validateNotebook, type Notebook } from '@/core/survey';
import { notebooks } from '@/db';
import { action } from '@/server';
import { compute } from '@/server/compute';

/** A notebook from the screen, its shape checked again here. */
const document = z.unknown().transform((value, context): Notebook => {
  const read = validateNotebook(value);
  if (read.ok) return read.notebook;
  context.addIssue({
    code: 'custom',
    message: `This entry cannot be kept: ${read.problems[0]?.path ?? ''} ${read.problems[0]?.message ?? ''}. The rest is still on this screen.`,
  });
  return z.NEVER;
});
const id = z.number().int();
const refresh = () => revalidatePath('/drives', 'layout');

export const addNotebook = action(
  'technician',
  z.object({ document, machineId: id.nullable().optional() }),
  async ({ db, person, now }, input) => {
    const made = await notebooks.addNotebook(db, person.shopId, input.document, person.name, now, input.machineId ?? null);
    refresh();
    return { ok: true, value: { id: made.id } };
  },
);

export const saveNotebook = action(
  'technician',
  z.object({ id, version: z.number().int(), document }),
  async ({ db, person, now }, input) => {
    const result = await notebooks.saveNotebook(db, person.shopId, input.id, input.version, input.document, person.name, now);
    if (result.ok) return { ok: true, value: { version: result.value.version } };
    return result;
  },
);

export const removeNotebook = action('technician', z.object({ id }), async ({ db, person }, input) => {
  const result = await notebooks.removeNotebook(db, person.shopId, input.id);
  if (result.ok) refresh();
  return result;
});

/** Makes the drive that the notebook amounts to, computed here from what is stored. */
export const makeDrive = action('technician', z.object({ id, version: z.number().int() }), async ({ db, person, now }, input) => {
  const stored = await notebooks.findNotebook(db, person.shopId, input.id);
  if (!stored) return { ok: false, reason: 'refused', problem: 'This notebook was removed meanwhile.' };
  if (stored.version !== input.version)
    return { ok: false, reason: 'refused', problem: 'The last entry is still on its way. Try again in a moment.' };
  const computed = await compute('look', stored.document);
  if (!computed.ok) return computed;
  const look = computed.value;
  if (!look.ok || !look.look.built.drive || !look.look.uncertainty)
    return { ok: false, reason: 'refused', problem: 'Something is still missing for the drive; the list on this page says what.' };
  const result = await notebooks.keepDrive(db, person.shopId, input.id, look.look.built.drive, look.look.uncertainty, person.name, now);
  if (result.ok) refresh();
  return result;
});
