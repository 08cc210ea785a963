import 'server-only';
import { QUERY_CONTRACTS, type Findable } from '@/contract/queries';
import { formatQuantity, type Dimension } from '@/core/quantity';
import { drives, jobLists, machines, notebooks, people, presence, shelf } from '@/db';
import { defineQuery } from '@/server';
import { beltName, beltSize } from '@/services/candidates';
import { lengthTyped, outsideMm } from '@/services/find-belts';
import { requestedKind } from '@/services/requested-kind';
import type { ShelfBelt } from '@/contract/records';

/** Rows of each kind that are looked for. */
const OF_A_KIND = 8;
/** Belts within this of a length that was typed are found by it, mm. */
const NEAR_MM = 13;

/** Frame of every page: the person who is signed in, and their shop. */
export const readShell = defineQuery(QUERY_CONTRACTS['shell.read'], async ({ db, person: { id, name, role, preferences } }) => {
  const shop = await people.shopOf(db);
  return {
    ok: true,
    value: { person: { id, name, role, preferences }, shop: { name: shop.name, timeZone: shop.timeZone, currency: shop.currency } },
  };
});

/** Other people who have a record open. */
export const readHere = defineQuery(QUERY_CONTRACTS['here.read'], async ({ db, person }, { place }) => ({
  ok: true,
  value: { others: await presence.othersAt(db, place, person.id) },
}));

/** Results of the command palette: belts near a length first, then rows with every word. */
export const findAnything = defineQuery(QUERY_CONTRACTS.find, async ({ db, person }, input) => {
  const { kind, find } = requestedKind(input.find);
  const query = { find, limit: OF_A_KIND, uncounted: true };
  const lengthMm = lengthTyped(find);
  const [someJobs, someMachines, someDrives, books, belts] = await Promise.all([
    jobLists.findJobs(db, query),
    machines.listMachines(db, query),
    drives.listDrives(db, query),
    notebooks.listNotebooks(db, query),
    lengthMm === null ? shelf.findShelf(db, query) : beltsAbout(await shelf.listShelf(db), lengthMm),
  ]);
  const units = {
    show: (value: number, dimension: Dimension, digits?: number) => formatQuantity(value, dimension, person.preferences, digits),
  };
  const found: Findable[] = [
    ...someJobs.rows.map((j): Findable => ({
      kind: 'Job',
      label: `${j.number} ${j.title}`,
      detail: `${j.machine}${j.customer ? `, ${j.customer}` : ''}, ${j.status}`,
      href: `/jobs/${j.number}`,
    })),
    ...someMachines.rows.map((m): Findable => ({
      kind: 'Machine',
      label: m.name,
      detail: [m.maker, m.model, m.customer].filter(Boolean).join(', '),
      href: `/machines/${m.id}`,
    })),
    ...someDrives.rows.map((d): Findable => ({
      kind: 'Drive',
      label: d.name,
      detail: d.belts.map((b) => beltSize(b, units)).join(', '),
      href: `/drives/${d.id}`,
    })),
    ...books.rows.map((n): Findable => ({
      kind: 'Notebook',
      label: n.name,
      detail: `being measured, ${n.measured} of ${n.asked} distances`,
      href: `/drives/measure/${n.id}`,
    })),
    ...belts.map((b): Findable => ({
      kind: 'Belt',
      label: beltName(b),
      detail: `bin ${b.bin || '–'}, ${b.quantity} in stock`,
      href: `/shelf?find=${encodeURIComponent(beltName(b))}`,
    })),
  ];
  return { ok: true, value: kind ? found.filter((f) => f.kind === kind) : found };
});

/** Belts with an outside length near the typed one, nearest first. */
function beltsAbout(belts: readonly ShelfBelt[], mm: number): ShelfBelt[] {
  const off = (b: ShelfBelt) => Math.abs(outsideMm(b) - mm);
  return belts
    .filter((b) => off(b) <= NEAR_MM)
    .sort((a, b) => off(a) - off(b))
    .slice(0, OF_A_KIND);
}
