'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import Link from 'next/link';
import { useDeferredValue, useMemo, useState } from 'react';
import { saveFile } from '@/ui/download';
import { Icon } from '@/ui/icons';
import { lazyModule, lazyPart } from '@/ui/lazy';
import { Empty, Page } from '@/ui/page';
import { Staleness } from '@/ui/staleness';
import { useUnits } from '@/ui/units';
import { useMayChange } from '../shell/shell-context';
import { useCommand } from '../commands/use-command';
import { beltName } from '@/services/candidates';
import { ABOUT_COUNTS, useWithQueued } from './queued-counts';
import { findBelts, shownBelts, type ShelfRowShown } from '@/services/find-belts';
import { OrderList } from './order-list';
import { useShelf } from './packed';
import { type PackedShelf } from '@/contract/packed-shelf';
import { Rail, type ShelfCommands } from './rail';
import { beltsInStock, deletedFromStock, inStockAgain, noBeltMatches } from './messages';
import { useQueryOf } from '../queries/use-query';
import type { ShelfBelt } from '@/contract/records';

/** Dialogs load when they first open. */
const BeltForm = lazyPart(async () => (await import('./belt-form')).BeltForm, null);
const ImportDialog = lazyPart(async () => (await import('./import-dialog')).ImportDialog, null);
const shelfCsv = lazyModule(() => import('@/formats/shelf-csv'));

/** Belts in stock by section and length: search by number, bin, note or length, counting, import, and export as CSV. */
export function ShelfScreen({ shelf: packed, find: asked }: { shelf: PackedShelf; find: string }) {
  const reading = useQueryOf('shelf.read', {}, { first: packed });
  const shelf = useWithQueued(useShelf(reading.value ?? packed));
  const { count, remove } = useShelfCommands();
  const mayChange = useMayChange();
  const [find, setFind] = useState(asked);
  const [section, setSection] = useState('');
  const [form, setForm] = useState<ShelfBelt | 'new' | null>(null);
  const [importing, setImporting] = useState(false);
  const belts = useMemo(() => shownBelts(shelf), [shelf]);
  const sections = useMemo(() => [...new Set(shelf.map((b) => b.section ?? ''))].filter(Boolean).sort(), [shelf]);
  const sought = useDeferredValue(find);
  const found = useMemo(() => findBelts(belts, sought, section), [belts, sought, section]);

  const commands: ShelfCommands | null = mayChange ? { onOpen: setForm, onCount: (belt, by) => void count(belt, by) } : null;
  return (
    <Page
      title="Stock"
      lead={
        shelf.length === 0
          ? 'Belts in stock.'
          : beltsInStock(
              shelf.reduce((n, b) => n + b.quantity, 0),
              shelf.length,
            )
      }
      actions={
        <Actions
          mayChange={mayChange}
          shown={() => found.rails.flatMap((r) => r.belts)}
          onImport={() => setImporting(true)}
          onAdd={() => setForm('new')}
        />
      }
    >
      <Staleness reading={reading} what="Stock" />
      {shelf.length === 0 ? (
        <Empty
          title="No belts in stock"
          action={
            mayChange && (
              <Button variant="contained" onClick={() => setForm('new')}>
                Add the first
              </Button>
            )
          }
        >
          Add each belt in stock by its belt number or measured size. Match then tries each on any drive.
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
          {find === '' && section === '' && <OrderList belts={belts.filter((b) => b.wanted > 0)} mayChange={mayChange} />}
          <Rails found={found} sought={find || section} commands={commands} />
        </>
      )}
      {form && (
        <BeltForm
          belt={form === 'new' ? null : form}
          onClose={() => setForm(null)}
          onRemove={
            form === 'new'
              ? null
              : () => {
                  setForm(null);
                  void remove(form);
                }
          }
          onSaved={() => setForm(null)}
        />
      )}
      {importing && <ImportDialog shelf={shelf} onClose={() => setImporting(false)} />}
    </Page>
  );
}

/** Counts belts and deletes them, each with its undo. */
function useShelfCommands() {
  const runCommand = useCommand();
  const count = async (belt: ShelfBelt, by: number) => {
    if (belt.quantity + by < 0) return;
    const name = beltName(belt);
    await runCommand(
      'shelf.count',
      { id: belt.id, by },
      {
        words: `${name}: ${by > 0 ? `${by} more` : `${-by} fewer`}`,
        about: ABOUT_COUNTS,
        done: (now) => ({ text: `${name}: ${now.quantity} in stock.`, undo: () => void count(now, -by) }),
      },
    );
  };
  const remove = async (belt: ShelfBelt) => {
    const { id, version, wanted: _wanted, ...fields } = plain(belt);
    const name = beltName(belt);
    await runCommand(
      'shelf.remove',
      { id, version },
      {
        words: `${name} deleted from stock`,
        done: {
          text: deletedFromStock(name),
          undo: () => void runCommand('shelf.add', { fields }, { words: `${name} restored to stock`, done: inStockAgain(name) }),
        },
      },
    );
  };
  return { count, remove };
}

function Actions({
  mayChange,
  shown,
  onImport,
  onAdd,
}: {
  mayChange: boolean;
  /** Belts that are shown, for the file. */
  shown: () => readonly ShelfBelt[];
  onImport: () => void;
  onAdd: () => void;
}) {
  return (
    <>
      <Button component={Link} href="/shelf/parts" variant="outlined">
        Parts
      </Button>
      {mayChange && (
        <>
          <Button variant="outlined" startIcon={<Icon name="upload" size={18} />} onClick={onImport}>
            Import a list
          </Button>
          <Button
            variant="outlined"
            startIcon={<Icon name="download" size={18} />}
            onClick={async () => saveFile('shelf.csv', (await shelfCsv()).writeShelfCsv(shown()), 'text/csv')}
          >
            Save as CSV
          </Button>
          <Button variant="contained" startIcon={<Icon name="add" />} onClick={onAdd}>
            Add a belt
          </Button>
        </>
      )}
    </>
  );
}

/** Found belts by section, and those about a length. */
function Rails({ found, sought, commands }: { found: ReturnType<typeof findBelts>; sought: string; commands: ShelfCommands | null }) {
  const { show } = useUnits();
  const apart = (b: ShelfRowShown) => {
    const by = b.outside - (found.lengthMm ?? 0);
    return Math.abs(by) < 0.5 ? 'just so' : `${show(Math.abs(by), 'length')} ${by > 0 ? 'longer' : 'shorter'}`;
  };
  return (
    <>
      {found.near.length > 0 && found.lengthMm !== null && (
        <Rail title={`About ${show(found.lengthMm, 'length')} outside`} belts={found.near} aside={apart} commands={commands} />
      )}
      {found.rails.map((r) => (
        <Rail key={r.section} title={r.section || 'No section'} belts={r.belts} commands={commands} />
      ))}
      {found.count === 0 && found.near.length === 0 && <Typography sx={{ color: 'var(--ts-quiet)' }}>{noBeltMatches(sought)}</Typography>}
    </>
  );
}

/** A belt as it is stored, without what the screen adds to it. */
function plain(belt: ShelfBelt): ShelfBelt {
  const { id, version, wanted, designation, section, lengthMm, lengthReference, lengthTyped, quantity, bin, priceCents, supplierNote } =
    belt;
  return { id, version, wanted, designation, section, lengthMm, lengthReference, lengthTyped, quantity, bin, priceCents, supplierNote };
}
