'use client';

import Box from '@mui/material/Box';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { Drive } from '@/core/drive';
import { NumberField } from '@/ui/number-field';
import type { PartList } from './editor-model';
import { completed, fieldsOf, valueAt, withValue } from './part-fields';

/** Fields of one part, from the list of field definitions. */
export function PartForm({
  drive,
  list,
  part,
  onPart,
  disabled,
}: {
  drive: Drive;
  list: PartList | 'drive';
  part: Record<string, unknown>;
  onPart: (part: Record<string, unknown>, key: string) => void;
  disabled: boolean;
}) {
  const set = (path: string, value: unknown) => onPart(completed(withValue(part, path, value)), path);
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(auto-fill, minmax(150px, 1fr))', gap: 1.5 }}>
      {fieldsOf(drive, list)
        .filter((f) => !f.when || f.when(part))
        .map((f) => {
          const value = valueAt(part, f.path);
          const shared = { label: f.label, disabled, ...(f.help ? { helperText: f.help } : {}) };
          const wide = f.path === 'name' || f.path === 'notes' || (f.path === 'label' && list !== 'states') ? { gridColumn: '1 / -1' } : {};
          if (f.input.kind === 'measure') {
            return (
              <NumberField
                key={`${f.path}${f.label}`}
                {...shared}
                dimension={f.input.dimension}
                value={typeof value === 'number' ? value : null}
                optional={f.optional ?? false}
                onValue={(v) => (v === null && !f.optional ? undefined : set(f.path, v ?? undefined))}
              />
            );
          }
          if (f.input.kind === 'choice') {
            const options = f.input.options;
            const current = typeof value === 'string' ? value : f.path === 'rotation' ? 'cw' : '';
            return (
              <TextField
                key={f.path}
                select
                {...shared}
                value={options.some(([v]) => v === current) ? current : ''}
                onChange={(e) => set(f.path, e.target.value === '' ? undefined : e.target.value)}
              >
                {options.map(([v, label]) => (
                  <MenuItem key={v} value={v}>
                    {label}
                  </MenuItem>
                ))}
              </TextField>
            );
          }
          if (f.input.kind === 'many') {
            const options = f.input.options;
            return (
              <TextField
                key={f.path}
                select
                {...shared}
                sx={{ gridColumn: '1 / -1' }}
                value={Array.isArray(value) ? value : []}
                slotProps={{ select: { multiple: true } }}
                onChange={(e) => set(f.path, e.target.value)}
              >
                {options.map(([v, label]) => (
                  <MenuItem key={v} value={v}>
                    {label}
                  </MenuItem>
                ))}
              </TextField>
            );
          }
          if (f.input.kind === 'yes') {
            return (
              <FormControlLabel
                key={f.path}
                disabled={disabled}
                control={<Checkbox checked={value === true} onChange={(e) => set(f.path, e.target.checked ? true : undefined)} />}
                label={f.input.words}
              />
            );
          }
          return (
            <TypedText
              key={f.path}
              {...shared}
              sx={wide}
              value={typeof value === 'string' ? value : ''}
              multiline={f.path === 'notes'}
              onText={(v) => set(f.path, v === '' && f.optional ? undefined : v)}
            />
          );
        })}
    </Box>
  );
}

/** A text field that can be emptied without the value behind it springing back while one types. */
function TypedText({
  value,
  onText,
  ...rest
}: {
  value: string;
  onText: (text: string) => void;
  label: string;
  disabled: boolean;
  helperText?: string;
  multiline?: boolean;
  sx?: object;
}) {
  const [draft, setDraft] = useState<string | null>(null);
  return (
    <TextField
      {...rest}
      value={draft ?? value}
      onChange={(e) => {
        setDraft(e.target.value);
        onText(e.target.value);
      }}
      onBlur={() => setDraft(null)}
      slotProps={{ htmlInput: { maxLength: rest.multiline ? 10000 : 400 } }}
    />
  );
}
