'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { WARRANTY_COVERS, type WarrantyWritten } from '@/core/job';
import { Choices } from '@/ui/choices';
import { NumberField } from '@/ui/number-field';
import { COVERS_WORDS, orToMeter } from './messages';

/** Warranty of this belt: its dates and limits. Breakage and wear are recorded separately for a claim. */
export function WarrantyForm({
  belt,
  unit,
  written,
  onKeep,
}: Pick<WarrantyWritten, 'belt' | 'unit'> & {
  written: WarrantyWritten | null;
  onKeep: (warranty: WarrantyWritten) => Promise<boolean>;
}) {
  const [covers, setCovers] = useState(written?.covers ?? 'breakage');
  const [until, setUntil] = useState(written?.until ?? '');
  const [atMost, setAtMost] = useState(written?.atMost ?? null);
  const [words, setWords] = useState(written?.words ?? '');
  const [wetInside, setWet] = useState(written?.wetInside ?? false);
  const [busy, setBusy] = useState(false);
  const nothing = until === '' && atMost === null && words.trim() === '';
  const keep = async () => {
    setBusy(true);
    await onKeep({ belt, unit, covers, until: until === '' ? null : until, atMost, words: words.trim(), wetInside });
    setBusy(false);
  };
  return (
    <Box component="section" aria-label="The owner’s warranty" sx={{ display: 'grid', gap: 1.5, mt: 2 }}>
      <Choices
        label="It covers"
        value={covers}
        options={WARRANTY_COVERS.map((id) => ({ id, label: COVERS_WORDS[id] }))}
        onChoose={setCovers}
      />
      <Box sx={{ display: 'grid', gridTemplateColumns: { sm: '1fr 1fr' }, gap: 1.5, alignItems: 'start' }}>
        <TextField
          label="Until"
          type="date"
          value={until}
          onChange={(e) => setUntil(e.target.value)}
          slotProps={{ inputLabel: { shrink: true } }}
        />
        <NumberField dimension="number" label={orToMeter(unit)} value={atMost} onValue={setAtMost} min={1} max={1e6} optional />
      </Box>
      <TextField label="Warranty terms" value={words} onChange={(e) => setWords(e.target.value)} multiline minRows={2} />
      <FormControlLabel
        control={<Checkbox checked={wetInside} onChange={(e) => setWet(e.target.checked)} />}
        label="Water or mud was found in the housing: it often ends a warranty. Photograph it."
      />
      <Box>
        <Button variant="outlined" disabled={busy || nothing} onClick={() => void keep()}>
          Save warranty
        </Button>
      </Box>
    </Box>
  );
}
