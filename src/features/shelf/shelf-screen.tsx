'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useRouter } from 'next/navigation';
import { useDeferredValue, useMemo, useState } from 'react';
import type { ShelfBelt } from '@/db';
import { writeShelfCsv } from '@/formats/shelf-csv';
import { saveFile } from '@/ui/download';
import { Icon } from '@/ui/icons';
import { useNotice } from '@/ui/notice';
import { Empty, Page } from '@/ui/page';
import { useUnits } from '@/ui/units';
import { useMayChange } from '../shell/shell-context';
import { addBelt, changeBelt, removeBelt, takeBackImport } from './actions';
import { BeltForm } from './belt-form';
import { findBelts, shownBelts, type ShelfRowShown } from './find-belts';
import { ImportDialog } from './import-dialog';
import { OrderList } from './order-list';
import { useShelf, type PackedShelf } from './packed';
import { Rail, type ShelfActs } from './rail';

/** Belts to hand, hung by section and length: found by number, bin, note or length, counted up and down, taken in and given out as CSV. */
export function ShelfScreen({ shelf: packed, find: asked }: { shelf: PackedShelf; find: string }) {
  const shelf = useShelf(packed);
  const router = useRouter();
  const tell = useNotice();
  const mayChange = useMayChange();
  const { show } = useUnits();
  const [find, setFind] = useState(asked);
  const [section, setSection] = useState('');
  const [form, setForm] = useState<ShelfBelt | 'new' | null>(null);
  const [importing, setImporting] = useState(false);
  const belts = useMemo(() => shownBelts(shelf), [shelf]);
  const sections = useMemo(() => [...new Set(shelf.map((b) => b.section ?? ''))].filter(Boolean).sort(), [shelf]);
  const sought = useDeferredValue(find);
  const found = useMemo(() => findBelts(belts, sought, section), [belts, sought, section]);

  const count = async (belt: ShelfBelt, by: number) => {
    if (belt.quantity + by < 0) return;
    const { id, version, wanted: _wanted, ...fields } = plain(belt);
    const result = await changeBelt({ id, version, fields: { ...fields, quantity: belt.quantity + by } }).catch(() => ({
      ok: false as const,
      problem: 'The server does not answer. Look at the count again before you change it.',
    }));
    router.refresh();
    const { name } = shownBelts([belt])[0]!;
    if (!result.ok) tell({ text: result.problem, tone: 'refused' });
    else tell({ text: `${name}: ${belt.quantity + by} to hand.`, tone: 'done', undo: () => void count(result.value, -by) });
  };
  const remove = async (belt: ShelfBelt) => {
    setForm(null);
    const result = await removeBelt({ id: belt.id, version: belt.version }).catch(() => ({
      ok: false as const,
      problem: 'The server does not answer. Look whether the belt is still there before you try again.',
    }));
    router.refresh();
    if (!result.ok) return tell({ text: result.problem, tone: 'refused' });
    const { id: _id, version: _version, wanted: _wanted, ...fields } = plain(belt);
    const { name } = shownBelts([belt])[0]!;
    tell({ text: `${name} is off the shelf.`, tone: 'done', undo: () => void addBelt({ fields }).then(() => router.refresh()) });
  };
  const acts: ShelfActs | null = mayChange ? { onOpen: setForm, onCount: (belt, by) => void count(belt, by) } : null;
  const apart = (b: ShelfRowShown) => {
    const by = b.outside - (found.lengthMm ?? 0);
    return Math.abs(by) < 0.5 ? 'just so' : `${show(Math.abs(by), 'length')} ${by > 0 ? 'longer' : 'shorter'}`;
  };
  return (
    <Page
      title="Shelf"
      lead={
        shelf.length === 0
          ? 'Belts to hand.'
          : `${shelf.reduce((n, b) => n + b.quantity, 0)} belts to hand in ${shelf.length} ${shelf.length === 1 ? 'place' : 'places'}.`
      }
      acts={
        mayChange && (
          <>
            <Button variant="outlined" startIcon={<Icon name="upload" size={18} />} onClick={() => setImporting(true)}>
              Take in a list
            </Button>
            <Button
              variant="outlined"
              startIcon={<Icon name="download" size={18} />}
              onClick={() => saveFile('shelf.csv', writeShelfCsv(found.rails.flatMap((r) => r.belts)), 'text/csv')}
            >
              Save as CSV
            </Button>
            <Button variant="contained" startIcon={<Icon name="add" />} onClick={() => setForm('new')}>
              Add a belt
            </Button>
          </>
        )
      }
    >
      {shelf.length === 0 ? (
        <Empty
          title="The shelf is empty"
          act={
            mayChange && (
              <Button variant="contained" onClick={() => setForm('new')}>
                Put the first on it
              </Button>
            )
          }
        >
          Every belt to hand goes here, by its printed number or a measured size. Each is then tried on any drive you ask about.
        </Empty>
      ) : (
        <>
          <Box sx={{ display: 'flex', gap: 1.5, mb: 2, flexWrap: 'wrap' }}>
            <TextField
              label="Find a belt"
              value={find}
              onChange={(e) => setFind(e.target.value)}
              placeholder="4L480, B3 or 48 1/2"
              sx={{ maxWidth: 320 }}
            />
            <TextField select label="Section" value={section} onChange={(e) => setSection(e.target.value)} sx={{ maxWidth: 160 }}>
              <MenuItem value="">All</MenuItem>
              {sections.map((s) => (
                <MenuItem key={s} value={s}>
                  {s}
                </MenuItem>
              ))}
            </TextField>
          </Box>
          {find === '' && section === '' && (
            <OrderList
              belts={belts.filter((b) => b.wanted > 0)}
              mayChange={mayChange}
              onChanged={(text) => (tell({ text, tone: 'done' }), router.refresh())}
            />
          )}
          {found.near.length > 0 && found.lengthMm !== null && (
            <Rail title={`About ${show(found.lengthMm, 'length')} outside`} belts={found.near} aside={apart} acts={acts} />
          )}
          {found.rails.map((r) => (
            <Rail key={r.section} title={r.section || 'No section'} belts={r.belts} acts={acts} />
          ))}
          {found.count === 0 && found.near.length === 0 && (
            <Typography sx={{ color: 'var(--ts-quiet)' }}>No belt here matches “{find || section}”.</Typography>
          )}
        </>
      )}
      {form && (
        <BeltForm
          belt={form === 'new' ? null : form}
          onClose={() => setForm(null)}
          onRemove={form === 'new' ? null : () => void remove(form)}
          onSaved={() => {
            setForm(null);
            tell({ text: 'On the shelf.', tone: 'done' });
            router.refresh();
          }}
        />
      )}
      {importing && (
        <ImportDialog
          shelf={shelf}
          onClose={() => setImporting(false)}
          onDone={(text, id) => {
            setImporting(false);
            router.refresh();
            const back = async () => {
              const result = await takeBackImport({ id }).catch(() => ({
                ok: false as const,
                problem: 'The server does not answer. Look at the shelf before you try again.',
              }));
              router.refresh();
              tell(result.ok ? { text: 'The whole list is taken back.', tone: 'done' } : { text: result.problem, tone: 'refused' });
            };
            tell({ text, tone: 'done', undo: () => void back() });
          }}
        />
      )}
    </Page>
  );
}

/** A belt as it is stored, without what the screen adds to it. */
function plain(belt: ShelfBelt): ShelfBelt {
  const { id, version, wanted, designation, section, lengthMm, lengthReference, lengthTyped, quantity, bin, priceCents, supplierNote } =
    belt;
  return { id, version, wanted, designation, section, lengthMm, lengthReference, lengthTyped, quantity, bin, priceCents, supplierNote };
}
