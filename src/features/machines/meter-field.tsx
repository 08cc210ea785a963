'use client';

import Box from '@mui/material/Box';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { METER_UNITS, parseMeter, type MeterUnit } from '@/core/quantity';

const UNIT_WORDS: Readonly<Record<MeterUnit, string>> = { h: 'hours', mi: 'miles', km: 'kilometres' };

/** A meter reading with its unit. Unreadable input changes nothing and shows the error. */
export function MeterField({
  meter,
  unit,
  onMeter,
  onProblem,
}: {
  meter: number | null;
  unit: MeterUnit;
  onMeter: (meter: number | null, unit: MeterUnit) => void;
  onProblem: (problem: string | null) => void;
}) {
  const [draft, setDraft] = useState<{ text: string; problem: string | null } | null>(null);
  const take = (text: string) => {
    const read = text.trim() === '' ? ({ ok: true, value: null, unit: null } as const) : parseMeter(text);
    setDraft({ text, problem: read.ok ? null : read.problem });
    onProblem(read.ok ? null : read.problem);
    if (read.ok) onMeter(read.value, read.unit ?? unit);
  };
  return (
    <Box sx={{ display: 'flex', gap: 1, alignItems: 'flex-start' }}>
      <TextField
        label="Meter"
        value={draft?.text ?? (meter === null ? '' : String(meter))}
        error={Boolean(draft?.problem)}
        helperText={draft?.problem}
        onChange={(e) => take(e.target.value)}
        onBlur={() => draft && !draft.problem && setDraft(null)}
        slotProps={{
          htmlInput: { className: 'ts-mono', autoComplete: 'off' },
          formHelperText: { role: draft?.problem ? 'alert' : undefined },
        }}
        sx={{ flex: 1 }}
      />
      <TextField select label="Unit" value={unit} onChange={(e) => onMeter(meter, e.target.value as MeterUnit)} sx={{ width: 130 }}>
        {METER_UNITS.map((u) => (
          <MenuItem key={u} value={u}>
            {UNIT_WORDS[u]}
          </MenuItem>
        ))}
      </TextField>
    </Box>
  );
}
