'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import type { ShelfBelt } from '@/db';
import { readShelfCsv, SHELF_COLUMNS, type ShelfRowResult } from '@/formats/shelf-csv';
import { useUnits } from '@/ui/units';
import { beltName } from '../match/candidates';
import { importBelts } from './actions';

/** Most preview rows drawn; the rest are counted. */
const SHOWN = 200;

/** A list of belts looked at before it is taken in: what each row will become, and which are refused and why. */
export function ImportDialog({
  shelf,
  onClose,
  onDone,
}: {
  shelf: readonly ShelfBelt[];
  onClose: () => void;
  onDone: (text: string) => void;
}) {
  const { unit } = useUnits();
  const [rows, setRows] = useState<readonly ShelfRowResult[] | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const there = new Set(shelf.filter((b) => b.designation !== null).map((b) => `${b.designation}/${b.bin}`));
  const good = rows?.flatMap((r) => (r.ok ? [r] : [])) ?? [];
  const bad = rows?.flatMap((r) => (r.ok ? [] : [r])) ?? [];
  const read = async (file: File) => {
    setProblem(null);
    const result =
      file.size > 4_000_000
        ? { ok: false as const, problem: `${file.name} is too large to be a list of belts.` }
        : readShelfCsv(await file.text(), unit('length'));
    if (result.ok) setRows(result.rows);
    else setProblem(result.problem);
  };
  const take = async () => {
    setBusy(true);
    const result = await importBelts({ rows: good.map((r) => r.fields) }).catch(() => ({
      ok: false as const,
      problem: 'The server does not answer; nothing was taken in. Try again in a moment.',
    }));
    setBusy(false);
    if (result.ok)
      onDone(`${result.value.added} new, ${result.value.increased} added to what was there${bad.length ? `; ${bad.length} refused` : ''}.`);
    else setProblem(result.problem);
  };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="md">
      <DialogTitle>Take in a list of belts</DialogTitle>
      <DialogContent>
        {problem && (
          <Alert severity="warning" variant="outlined" sx={{ mb: 2 }}>
            {problem}
          </Alert>
        )}
        {!rows ? (
          <>
            <Typography sx={{ mb: 1 }}>
              A CSV file with a header. Columns: <code>{SHELF_COLUMNS.join(', ')}</code>. Give a designation, or section and length; the
              rest may be left out. You see every row before anything is kept.
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
        ) : (
          <>
            <Typography sx={{ mb: 1 }}>
              {good.length} {good.length === 1 ? 'row' : 'rows'} will be taken in, {bad.length} refused.
            </Typography>
            {bad.length > 0 && (
              <Box sx={{ mb: 2 }}>
                <Typography variant="h3">Refused; mend these in the file and take it in again</Typography>
                <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
                  {bad.slice(0, SHOWN).map((r) => (
                    <li key={r.line}>
                      Line {r.line}
                      {r.text ? ` (${r.text})` : ''}: {r.problem}
                    </li>
                  ))}
                </Box>
              </Box>
            )}
            <Box
              component="table"
              sx={{
                width: '100%',
                borderCollapse: 'collapse',
                fontSize: 14,
                '& td, & th': { textAlign: 'left', p: '4px 8px', borderBottom: '1px solid var(--ts-edge)' },
              }}
            >
              <thead>
                <tr>
                  <th>Line</th>
                  <th>Belt</th>
                  <th>To hand</th>
                  <th>Bin</th>
                  <th>Becomes</th>
                </tr>
              </thead>
              <tbody>
                {good.slice(0, SHOWN).map(({ line, fields }) => (
                  <tr key={line}>
                    <td>{line}</td>
                    <td className="ts-mono">{beltName(fields)}</td>
                    <td>{fields.quantity}</td>
                    <td>{fields.bin}</td>
                    <td>
                      {fields.designation && there.has(`${fields.designation}/${fields.bin}`) ? 'added to what is there' : 'a new belt'}
                    </td>
                  </tr>
                ))}
              </tbody>
            </Box>
            {good.length > SHOWN && <Typography sx={{ mt: 1, color: 'var(--ts-quiet)' }}>and {good.length - SHOWN} more.</Typography>}
          </>
        )}
      </DialogContent>
      <DialogActions sx={{ p: 2 }}>
        <Button onClick={onClose}>Leave it</Button>
        {rows && (
          <Button variant="contained" disabled={busy || good.length === 0} onClick={() => void take()}>
            {busy ? 'Taking in …' : `Take in ${good.length} ${good.length === 1 ? 'row' : 'rows'}`}
          </Button>
        )}
      </DialogActions>
    </Dialog>
  );
}
