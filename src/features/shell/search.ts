'use server';

import * as z from 'zod';
import { formatQuantity, type Dimension } from '@/core/quantity';
import { drives, jobs, machines, notebooks, shelf } from '@/db';
import { action } from '@/server';
import { beltName, beltSize } from '../match/candidates';
import { outsideMm } from '../shelf/find-belts';

export interface Findable {
  readonly kind: 'Job' | 'Machine' | 'Drive' | 'Notebook' | 'Belt';
  readonly label: string;
  readonly detail: string;
  readonly href: string;
  /** Outside length of a belt, mm, so that it is found by it. */
  readonly outsideMm?: number;
}

/** All that the command palette can find, small enough to be searched on the screen as one types. */
export const listFindable = action('viewer', z.null(), async ({ db, person }) => {
  const { shopId } = person;
  const [allJobs, allMachines, allDrives, books, belts] = await Promise.all([
    jobs.listJobs(db, shopId),
    machines.listMachines(db, shopId),
    drives.listDrives(db, shopId),
    notebooks.listNotebooks(db, shopId),
    shelf.listShelf(db, shopId),
  ]);
  const units = {
    show: (value: number, dimension: Dimension, digits?: number) => formatQuantity(value, dimension, person.preferences, digits),
  };
  const found: Findable[] = [
    ...allJobs.map((j): Findable => ({
      kind: 'Job',
      label: `${j.number} ${j.title}`,
      detail: `${j.machine}${j.customer ? `, ${j.customer}` : ''}, ${j.status}`,
      href: `/jobs/${j.number}`,
    })),
    ...allMachines.map((m): Findable => ({
      kind: 'Machine',
      label: m.name,
      detail: [m.maker, m.model, m.customer].filter(Boolean).join(', '),
      href: `/machines/${m.id}`,
    })),
    ...allDrives.map((d): Findable => ({
      kind: 'Drive',
      label: d.name,
      detail: d.belts.map((b) => beltSize(b, units)).join(', '),
      href: `/drives/${d.id}`,
    })),
    ...books.map((n): Findable => ({
      kind: 'Notebook',
      label: n.name,
      detail: `being measured, ${n.measured} of ${n.asked} distances`,
      href: `/drives/measure/${n.id}`,
    })),
    ...belts.map((b): Findable => ({
      kind: 'Belt',
      label: beltName(b),
      detail: `bin ${b.bin || '–'}, ${b.quantity} to hand`,
      href: `/shelf?find=${encodeURIComponent(beltName(b))}`,
      outsideMm: outsideMm(b),
    })),
  ];
  return { ok: true, value: found };
});
