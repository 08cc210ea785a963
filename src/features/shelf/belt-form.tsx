'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { decodeDesignation, SECTIONS } from '@/core/belt';
import type { ShelfBelt } from '@/db';
import { readShelfFields } from '@/formats/shelf-csv';
import { useUnits } from '@/ui/units';
import { beltName } from '../match/candidates';
import { isTaken, useAct } from '../acts/use-act';

/** Adds or changes a place on the shelf: a printed number, or a section and a measured length. */
export function BeltForm({
  belt,
  onClose,
  onSaved,
  onRemove,
}: {
  belt: ShelfBelt | null;
  onClose: () => void;
  onSaved: () => void;
  /** Takes the belt off the shelf; null where there is none yet. */
  onRemove: (() => void) | null;
}) {
  const { show, unit } = useUnits();
  const act = useAct();
  const [cells, setCells] = useState<Record<string, string>>(
    belt
      ? {
          designation: belt.designation ?? '',
          section: belt.designation === null ? (belt.section ?? '') : '',
          length: belt.lengthTyped ?? '',
          reference: belt.lengthReference ?? '',
          quantity: String(belt.quantity),
          bin: belt.bin,
          price: belt.priceCents === null ? '' : (belt.priceCents / 100).toFixed(2),
          note: belt.supplierNote,
        }
      : { quantity: '1' },
  );
  const [version, setVersion] = useState(belt?.version ?? 0);
  const [refusal, setRefusal] = useState<{ problem: string; field: string; theirs?: ShelfBelt } | null>(null);
  const [busy, setBusy] = useState(false);
  const save = async () => {
    const read = readShelfFields(cells, unit('length'));
    if (!read.ok) return setRefusal({ problem: read.problem, field: read.field });
    setBusy(true);
    const how = { words: `${beltName(read.fields)} on the shelf`, done: 'On the shelf.', quiet: true };
    const result = belt
      ? await act('shelf.change', { id: belt.id, version, fields: read.fields }, how)
      : await act('shelf.add', { fields: read.fields }, how);
    setBusy(false);
    if (isTaken(result)) return onSaved();
    if (result.ok) return;
    if (result.reason === 'stale') {
      setVersion(result.current.version);
      return setRefusal({
        problem: `${result.problem} Theirs: ${result.current.quantity} in ${result.current.bin || 'no bin'}. Save again to keep yours.`,
        field: '',
        theirs: result.current,
      });
    }
    setRefusal({ problem: result.problem, field: '' });
  };
  const put = (name: string, value: string) => {
    setCells({ ...cells, [name]: value });
    if (refusal?.field === name) setRefusal(null);
  };
  const field = (name: string, label: string, rest: object = {}, help = '') => (
    <TextField
      label={label}
      value={cells[name] ?? ''}
      onChange={(e) => put(name, e.target.value)}
      error={refusal?.field === name}
      helperText={refusal?.field === name ? refusal.problem : help}
      {...rest}
    />
  );
  const decoded = cells['designation'] ? decodeDesignation(cells['designation']) : null;
  const reading =
    decoded?.ok && decoded.belt.section !== null && decoded.belt.outsideLength !== null
      ? `${decoded.belt.section ?? 'no section'}, ${show(decoded.belt.outsideLength, 'length')} outside`
      : 'Such as 4L480, A46, 13x1170Li; or leave it empty and measure.';
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm">
      <DialogTitle>{belt ? `Change ${beltName(belt)}` : 'Add a belt'}</DialogTitle>
      <DialogContent>
        <Box
          component="form"
          id="belt"
          noValidate
          onSubmit={(e) => {
            e.preventDefault();
            void save();
          }}
          sx={{ display: 'grid', gap: 2, gridTemplateColumns: { sm: '1fr 1fr' }, pt: 1 }}
        >
          {refusal && !refusal.field && (
            <Alert severity="warning" variant="outlined" sx={{ gridColumn: '1 / -1' }}>
              {refusal.problem}
            </Alert>
          )}
          {field('designation', 'Printed number', { sx: { gridColumn: '1 / -1' }, autoFocus: true }, reading)}
          {!cells['designation'] && (
            <>
              {field('section', 'Section', {
                select: true,
                children: SECTIONS.map((s) => (
                  <MenuItem key={s.name} value={s.name}>
                    {s.name}
                  </MenuItem>
                )),
              })}
              {field('length', 'Measured length', {}, `In ${unit('length')}, or with its unit: 47 7/8 in, 1216 mm`)}
              {field('reference', 'Measured along its', {
                select: true,
                value: cells['reference'] || 'outside',
                children: ['outside', 'pitch', 'inside'].map((r) => (
                  <MenuItem key={r} value={r}>
                    {r}
                  </MenuItem>
                )),
                sx: { gridColumn: '1 / -1' },
              })}
            </>
          )}
          {field('quantity', 'To hand', { slotProps: { htmlInput: { inputMode: 'numeric' } } })}
          {field('bin', 'Bin')}
          {field('price', 'Price each, cr', { slotProps: { htmlInput: { inputMode: 'decimal' } } }, 'May be left out.')}
          {field('note', 'Supplier note')}
        </Box>
      </DialogContent>
      <DialogActions sx={{ p: 2 }}>
        {onRemove && (
          <Button color="error" onClick={onRemove} sx={{ mr: 'auto' }}>
            Take it off the shelf
          </Button>
        )}
        <Button onClick={onClose}>Leave it</Button>
        <Button type="submit" form="belt" variant="contained" disabled={busy}>
          {belt ? 'Save the belt' : 'Put it on the shelf'}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
