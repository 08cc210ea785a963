'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import FormControlLabel from '@mui/material/FormControlLabel';
import Radio from '@mui/material/Radio';
import RadioGroup from '@mui/material/RadioGroup';
import Typography from '@mui/material/Typography';
import { DataGrid, type GridColDef } from '@mui/x-data-grid';
import { useMemo, useState } from 'react';
import { readShelfCsv, shelfKey, SHELF_COLUMNS, type ShelfRowResult } from '@/formats/shelf-csv';
import { decodeText } from '@/formats/text';
import { useUnits } from '@/ui/units';
import { useMoney, type Money } from '@/ui/money';
import { beltName } from '@/services/candidates';
import { isTaken, useCommand } from '../commands/use-command';
import { outsideMm } from '@/services/find-belts';
import { beltListTooLarge, rowsToImport } from './messages';
import type { ImportMode, ShelfBelt } from '@/contract/records';

/** Largest file taken, bytes. */
const LARGEST = 4_000_000;

/** Result of one row: what the stock becomes. */
interface PreviewRow {
  readonly id: number;
  readonly line: number;
  readonly belt: string;
  readonly outside: number;
  readonly quantity: number;
  readonly bin: string;
  readonly price: string;
  readonly note: string;
  readonly becomes: string;
}
type GoodRow = Extract<ShelfRowResult, { ok: true }>;
type BadRow = Extract<ShelfRowResult, { ok: false }>;

/** Rows of a list with the stock that they result in. */
function previewOf(good: readonly GoodRow[], shelf: readonly ShelfBelt[], mode: ImportMode, money: Money): PreviewRow[] {
  const there = new Map(shelf.map((b) => [shelfKey(b), b]));
  return good.map(({ line, fields }) => {
    const now = there.get(shelfKey(fields));
    const after = now && mode === 'add' ? now.quantity + fields.quantity : fields.quantity;
    return {
      id: line,
      line,
      belt: beltName(fields),
      outside: outsideMm(fields),
      quantity: fields.quantity,
      bin: fields.bin,
      price: fields.priceCents === null ? '' : money.show(fields.priceCents),
      note: fields.supplierNote,
      becomes: now ? `${now.quantity} → ${after} of ${beltName(now)}` : 'a new belt',
    };
  });
}

/** Sends the good rows. Its message counts them and offers to undo. */
function useImport(mode: ImportMode, bad: number) {
  const runCommand = useCommand();
  return (good: readonly GoodRow[]) =>
    runCommand(
      'shelf.import',
      { mode, rows: good.map((r) => r.fields) },
      {
        words: `List of ${good.length} belts`,
        quiet: true,
        done: ({ id, added, changed, same }) => ({
          text: `${[
            `${added} new`,
            `${changed} ${mode === 'add' ? 'added to what was there' : 'set'}`,
            ...(same ? [`${same} as they were`] : []),
          ].join(', ')}${bad ? `; ${bad} refused` : ''}.`,
          undo: () => void runCommand('shelf.take-back-import', { id }, { words: 'Undo the import', done: 'The import was undone.' }),
        }),
      },
    );
}

/**
 * Preview of a belt list before its import: every row with all columns, its result, and the refused rows with reasons.
 * Counts are added or set.
 */
export function ImportDialog({ shelf, onClose }: { shelf: readonly ShelfBelt[]; onClose: () => void }) {
  const money = useMoney();
  const [rows, setRows] = useState<readonly ShelfRowResult[] | null>(null);
  const [mode, setMode] = useState<ImportMode>('add');
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const good = useMemo(() => rows?.flatMap((r) => (r.ok ? [r] : [])) ?? [], [rows]);
  const bad = rows?.flatMap((r) => (r.ok ? [] : [r])) ?? [];
  const preview = useMemo(() => previewOf(good, shelf, mode, money), [good, shelf, mode, money]);
  const importRows = useImport(mode, bad.length);
  const take = async () => {
    setBusy(true);
    const answer = await importRows(good);
    setBusy(false);
    if (isTaken(answer)) onClose();
    else if (!answer.ok) setProblem(answer.problem);
  };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="lg">
      <DialogTitle>Import a list of belts</DialogTitle>
      <DialogContent>
        {problem && (
          <Alert severity="warning" variant="outlined" sx={{ mb: 2 }}>
            {problem}
          </Alert>
        )}
        {rows ? (
          <>
            <Typography>{rowsToImport(good.length, bad.length)}</Typography>
            <RadioGroup
              row
              value={mode}
              onChange={(e) => setMode(e.target.value as ImportMode)}
              aria-label="Meaning of the counts"
              sx={{ mb: 1 }}
            >
              <FormControlLabel value="add" control={<Radio />} label="Add to what is there" />
              <FormControlLabel value="set" control={<Radio />} label="Set to these counts" />
            </RadioGroup>
            <Refused rows={bad} />
            <Preview rows={preview} />
          </>
        ) : (
          <FileChoice onRows={setRows} onProblem={setProblem} />
        )}
      </DialogContent>
      <DialogActions sx={{ p: 2 }}>
        <Button onClick={onClose}>Cancel</Button>
        {rows && (
          <Button variant="contained" disabled={busy || good.length === 0} onClick={() => void take()}>
            {busy ? 'Importing…' : `Import ${good.length} ${good.length === 1 ? 'row' : 'rows'}`}
          </Button>
        )}
      </DialogActions>
    </Dialog>
  );
}

/** Choice of the file, with its columns explained. */
function FileChoice({
  onRows,
  onProblem,
}: {
  onRows: (rows: readonly ShelfRowResult[]) => void;
  onProblem: (problem: string | null) => void;
}) {
  const { unit } = useUnits();
  const read = async (file: File) => {
    onProblem(null);
    if (file.size > LARGEST) return onProblem(beltListTooLarge(file.name));
    const text = decodeText(new Uint8Array(await file.arrayBuffer()));
    if (!text.ok) return onProblem(`${file.name}: ${text.problem}`);
    const result = readShelfCsv(text.text, unit('length'));
    if (result.ok) onRows(result.rows);
    else onProblem(result.problem);
  };
  return (
    <>
      <Typography sx={{ mb: 1 }}>
        A CSV file with a header. Columns: <code>{SHELF_COLUMNS.join(', ')}</code>. Enter a designation, or section and length. The other
        columns are optional. You see every row before you import.
      </Typography>
      <Button component="label" variant="contained">
        Choose a file
        <input
          type="file"
          hidden
          accept=".csv,text/csv,text/plain"
          aria-label="CSV file"
          onChange={(e) => {
            const [file] = e.target.files ?? [];
            if (file) void read(file);
            e.target.value = '';
          }}
        />
      </Button>
    </>
  );
}

/** Refused rows with line and reason. */
function Refused({ rows }: { rows: readonly BadRow[] }) {
  if (rows.length === 0) return null;
  return (
    <Box sx={{ mb: 2 }}>
      <Typography variant="h3">Refused: correct these rows in the file and import it again</Typography>
      <Box component="ul" sx={{ m: 0, pl: 2.5, maxHeight: 180, overflowY: 'auto' }}>
        {rows.map((r) => (
          <li key={r.line}>
            Line {r.line}
            {r.text ? ` (${r.text})` : ''}: {r.problem}
          </li>
        ))}
      </Box>
    </Box>
  );
}

function Preview({ rows }: { rows: readonly PreviewRow[] }) {
  const { show } = useUnits();
  const columns: GridColDef<PreviewRow>[] = [
    { field: 'line', headerName: 'Line', width: 64 },
    { field: 'belt', headerName: 'Belt', minWidth: 150, flex: 1, cellClassName: 'ts-mono' },
    { field: 'outside', headerName: 'Outside', width: 110, valueFormatter: (v: number) => (Number.isFinite(v) ? show(v, 'length') : '') },
    { field: 'quantity', headerName: 'In the list', width: 90 },
    { field: 'bin', headerName: 'Bin', width: 80 },
    { field: 'price', headerName: 'Price each', width: 100 },
    { field: 'note', headerName: 'Note', minWidth: 130, flex: 1 },
    { field: 'becomes', headerName: 'Becomes', minWidth: 170, flex: 1 },
  ];
  return (
    <Box sx={{ height: Math.min(420, 110 + rows.length * 36) }}>
      <DataGrid
        rows={rows}
        columns={columns}
        rowHeight={36}
        disableRowSelectionOnClick
        hideFooterSelectedRowCount
        initialState={{ pagination: { paginationModel: { pageSize: 100 } } }}
        pageSizeOptions={[100]}
        aria-label="Rows to import"
      />
    </Box>
  );
}
