'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import IconButton from '@mui/material/IconButton';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import useMediaQuery from '@mui/material/useMediaQuery';
import { DataGrid, type GridColDef } from '@mui/x-data-grid';
import { useRouter } from 'next/navigation';
import { useMemo, useState } from 'react';
import { convertLength, decodeDesignation, findSection } from '@/core/belt';
import type { ShelfBelt } from '@/db';
import { writeShelfCsv } from '@/formats/shelf-csv';
import { saveFile } from '@/ui/download';
import { Icon } from '@/ui/icons';
import { useNotice } from '@/ui/notice';
import { Empty, Page } from '@/ui/page';
import { useUnits } from '@/ui/units';
import { money } from '../jobs/ticket';
import { beltName } from '../match/candidates';
import { useMayChange } from '../shell/shell-context';
import { addBelt, changeBelt, removeBelt } from './actions';
import { BeltForm } from './belt-form';
import { ImportDialog } from './import-dialog';

function outsideMm(belt: ShelfBelt): number {
  if (belt.designation !== null) {
    const decoded = decodeDesignation(belt.designation);
    return decoded.ok ? (decoded.belt.outsideLength ?? NaN) : NaN;
  }
  const section = findSection(belt.section ?? '');
  return section && belt.lengthMm !== null && belt.lengthReference
    ? convertLength(belt.lengthMm, belt.lengthReference, 'outside', section)
    : NaN;
}

/** Belts to hand: searched, filtered, counted up and down, taken in and given out as CSV. */
export function ShelfScreen({ shelf, find: found }: { shelf: readonly ShelfBelt[]; find: string }) {
  const router = useRouter();
  const tell = useNotice();
  const mayChange = useMayChange();
  const narrow = useMediaQuery('(max-width:699px)');
  const { show } = useUnits();
  const [find, setFind] = useState(found);
  const [section, setSection] = useState('');
  const [form, setForm] = useState<ShelfBelt | 'new' | null>(null);
  const [importing, setImporting] = useState(false);
  const sections = useMemo(() => [...new Set(shelf.map((b) => b.section ?? ''))].filter(Boolean).sort(), [shelf]);
  const rows = useMemo(() => {
    const words = find.toLowerCase().split(/\s+/).filter(Boolean);
    return shelf
      .filter(
        (b) =>
          (section === '' || b.section === section) &&
          words.every((w) => `${beltName(b)} ${b.section} ${b.bin} ${b.supplierNote}`.toLowerCase().includes(w)),
      )
      .map((b) => ({ ...b, name: beltName(b), outside: outsideMm(b) }));
  }, [shelf, find, section]);

  const count = async (belt: ShelfBelt, by: number) => {
    if (belt.quantity + by < 0) return;
    const { id, version, ...fields } = belt;
    const result = await changeBelt({ id, version, fields: { ...fields, quantity: belt.quantity + by } }).catch(() => ({
      ok: false as const,
      problem: 'The server does not answer; the count is as it was.',
    }));
    router.refresh();
    if (!result.ok) tell({ text: result.problem, tone: 'refused' });
    else tell({ text: `${beltName(belt)}: ${belt.quantity + by} to hand.`, tone: 'done', undo: () => void count(result.value, -by) });
  };
  const remove = async (belt: ShelfBelt) => {
    const result = await removeBelt({ id: belt.id }).catch(() => ({
      ok: false as const,
      problem: 'The server does not answer; the belt is still there.',
    }));
    router.refresh();
    if (!result.ok) return tell({ text: result.problem, tone: 'refused' });
    const { id: _id, version: _version, ...fields } = belt;
    tell({ text: `${beltName(belt)} is off the shelf.`, tone: 'done', undo: () => void addBelt({ fields }).then(() => router.refresh()) });
  };
  type Row = (typeof rows)[number];
  const columns: GridColDef<Row>[] = [
    {
      field: 'name',
      headerName: 'Belt',
      flex: 1,
      minWidth: narrow ? 110 : 150,
      renderCell: ({ row }) => (
        <Box
          component="button"
          type="button"
          className="ts-mono"
          onClick={() => setForm(row)}
          disabled={!mayChange}
          sx={{
            font: 'inherit',
            fontFamily: 'Spline Sans Mono',
            fontWeight: 600,
            border: 0,
            background: 'none',
            color: 'inherit',
            cursor: 'pointer',
            p: 0,
            minHeight: 44,
            textAlign: 'left',
          }}
        >
          {row.name}
        </Box>
      ),
    },
    { field: 'section', headerName: 'Section', width: 90 },
    { field: 'outside', headerName: 'Outside', width: 120, type: 'number', valueFormatter: (v: number) => show(v, 'length') },
    {
      field: 'quantity',
      headerName: 'To hand',
      width: narrow ? 140 : 160,
      type: 'number',
      align: 'left',
      headerAlign: 'left',
      renderCell: ({ row }) => (
        <Box sx={{ display: 'flex', alignItems: 'center' }}>
          {mayChange && (
            <IconButton aria-label={`One ${row.name} less`} disabled={row.quantity === 0} onClick={() => void count(row, -1)}>
              −
            </IconButton>
          )}
          <Box
            className="ts-mono"
            sx={{ width: 34, textAlign: 'center', fontWeight: 600, color: row.quantity === 0 ? 'var(--ts-copper)' : 'inherit' }}
          >
            {row.quantity}
          </Box>
          {mayChange && (
            <IconButton aria-label={`One ${row.name} more`} onClick={() => void count(row, 1)}>
              +
            </IconButton>
          )}
        </Box>
      ),
    },
    { field: 'bin', headerName: 'Bin', width: narrow ? 70 : 90 },
    {
      field: 'priceCents',
      headerName: 'Price each',
      width: 110,
      type: 'number',
      valueFormatter: (v: number | null) => (v === null ? '' : money(v)),
    },
    { field: 'supplierNote', headerName: 'Supplier note', flex: 1.4, minWidth: 160 },
    {
      field: 'acts',
      headerName: 'Remove',
      width: 84,
      align: 'center',
      headerAlign: 'center',
      sortable: false,
      filterable: false,
      disableColumnMenu: true,
      renderCell: ({ row }) =>
        mayChange ? (
          <IconButton aria-label={`Take ${row.name} off the shelf`} onClick={() => void remove(row)}>
            <Icon name="close" size={18} />
          </IconButton>
        ) : null,
    },
  ];
  const acts = mayChange && (
    <>
      <Button variant="outlined" startIcon={<Icon name="upload" size={18} />} onClick={() => setImporting(true)}>
        Take in a list
      </Button>
      <Button
        variant="outlined"
        startIcon={<Icon name="download" size={18} />}
        onClick={() => saveFile('shelf.csv', writeShelfCsv(rows), 'text/csv')}
      >
        Save as CSV
      </Button>
      <Button variant="contained" startIcon={<Icon name="add" />} onClick={() => setForm('new')}>
        Add a belt
      </Button>
    </>
  );
  return (
    <Page
      title="Shelf"
      lead={shelf.length === 0 ? 'Belts to hand.' : `${shelf.reduce((n, b) => n + b.quantity, 0)} belts to hand in ${shelf.length} places.`}
      acts={acts}
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
          <Box sx={{ display: 'flex', gap: 1.5, mb: 1.5, flexWrap: 'wrap' }}>
            <TextField label="Find a belt" value={find} onChange={(e) => setFind(e.target.value)} sx={{ maxWidth: 320 }} />
            <TextField select label="Section" value={section} onChange={(e) => setSection(e.target.value)} sx={{ maxWidth: 160 }}>
              <MenuItem value="">All</MenuItem>
              {sections.map((s) => (
                <MenuItem key={s} value={s}>
                  {s}
                </MenuItem>
              ))}
            </TextField>
          </Box>
          <Box sx={{ height: { xs: 'calc(100dvh - 330px)', sm: 'calc(100dvh - 230px)' }, minHeight: 320, bgcolor: 'var(--ts-card)' }}>
            <DataGrid
              rows={rows}
              columns={columns}
              rowHeight={52}
              disableRowSelectionOnClick
              hideFooterSelectedRowCount
              initialState={{ pagination: { paginationModel: { pageSize: 100 } } }}
              pageSizeOptions={[25, 50, 100]}
              columnVisibilityModel={narrow ? { section: false, outside: false, priceCents: false, supplierNote: false, acts: false } : {}}
              localeText={{ noRowsLabel: `No belt here matches “${find || section}”.` }}
              aria-label="Belts to hand"
            />
          </Box>
        </>
      )}
      {form && (
        <BeltForm
          belt={form === 'new' ? null : form}
          onClose={() => setForm(null)}
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
          onDone={(text) => {
            setImporting(false);
            tell({ text, tone: 'done' });
            router.refresh();
          }}
        />
      )}
    </Page>
  );
}
