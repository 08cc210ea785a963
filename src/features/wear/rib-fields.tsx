'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import { useRef, type KeyboardEvent } from 'react';
import { useFieldArray, useWatch, type Control } from 'react-hook-form';
import { ribsApart } from '@/core/wear';
import { FormNumber } from '@/ui/form-inputs';
import { useUnits } from '@/ui/units';
import { ribsDiffer } from './messages';
import { MOST_RIBS, summaryOf, widthsOf, type WidthFields } from './width-reading';

const LABELS = { 'rib-top': (i: number) => `Rib ${i}`, single: () => 'Rib', 'flank-line': (i: number) => `Reading ${i}` } as const;

/** Widths of the ribs, with their mean and spread. Enter moves to the next rib. */
export function RibFields({ control }: { control: Control<WidthFields> }) {
  const { fine } = useUnits();
  const { fields, append } = useFieldArray({ control, name: 'ribs' });
  const [method, ribs, zeroMm] = useWatch({ control, name: ['method', 'ribs', 'zeroMm'] });
  const box = useRef<HTMLDivElement>(null);
  /** A caliper that types into the field ends each value with Enter. */
  const next = (i: number) => (e: KeyboardEvent) => {
    if (e.key !== 'Enter') return;
    e.preventDefault();
    if (i === fields.length - 1 && method !== 'single' && fields.length < MOST_RIBS) append({ mm: null }, { shouldFocus: false });
    requestAnimationFrame(() => box.current?.querySelectorAll('input')[i + 1]?.focus());
  };
  const widths = widthsOf({ ribs, zeroMm });
  const { meanMm, spreadMm } = summaryOf(widths);
  const apart = ribsApart(widths);
  return (
    <>
      <Box
        ref={box}
        sx={{
          display: 'grid',
          gridTemplateColumns: { xs: '1fr 1fr', sm: 'repeat(3, 1fr)', md: 'repeat(5, 1fr)' },
          gap: 1.5,
          alignItems: 'start',
        }}
      >
        {fields.map(({ id }, i) => (
          <FormNumber
            key={id}
            control={control}
            name={`ribs.${i}.mm`}
            dimension="length"
            label={LABELS[method](i + 1)}
            onKeyDown={next(i)}
            min={5}
            max={200}
            optional
          />
        ))}
      </Box>
      {meanMm !== null && (
        <Box role="status" sx={{ fontSize: 15 }}>
          Mean <strong className="ts-mono">{fine(meanMm)}</strong>
          {spreadMm === null ? '' : `, spread ${fine(spreadMm)} over ${widths.length}`}
        </Box>
      )}
      {apart.length > 0 && (
        <Alert severity="warning" variant="outlined">
          {ribsDiffer(apart.map((i) => fine(widths[i]!)))}
        </Alert>
      )}
    </>
  );
}
