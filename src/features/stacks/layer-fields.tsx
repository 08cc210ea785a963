'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { Layer } from '@/core/stack';
import { NumberField } from '@/ui/number-field';

interface Measure {
  readonly key: 'thickMm' | 'outsideMm' | 'cupMm' | 'raceMm' | 'shellMm' | 'grooveMm';
  readonly label: string;
  readonly min: number;
  readonly max: number;
}

const OUTSIDE: Measure = { key: 'outsideMm', label: 'Outside diameter', min: 4, max: 200 };
const MEASURES: Readonly<Record<Layer['kind'], readonly Measure[]>> = {
  head: [],
  nut: [],
  bracket: [{ key: 'thickMm', label: 'Thickness', min: 1, max: 60 }],
  spacer: [{ key: 'thickMm', label: 'Length', min: 0.5, max: 120 }, OUTSIDE],
  washer: [{ key: 'thickMm', label: 'Thickness', min: 0.2, max: 20 }, OUTSIDE],
  cupped: [
    { key: 'thickMm', label: 'Thickness', min: 0.2, max: 20 },
    OUTSIDE,
    { key: 'cupMm', label: 'Cup, 0 where flat', min: 0, max: 10 },
  ],
  wheel: [
    { key: 'thickMm', label: 'Width of the inner race', min: 3, max: 120 },
    { key: 'raceMm', label: 'Diameter of the inner race', min: 6, max: 120 },
    { key: 'shellMm', label: 'Diameter of the idler', min: 20, max: 400 },
    { key: 'grooveMm', label: 'Groove above the race', min: -60, max: 120 },
  ],
};

/** The sizes of one part, and what can be done with it. */
export function LayerFields({ one, onChange, onRemove }: { one: Layer; onChange: (next: Layer) => void; onRemove: () => void }) {
  const sizes = one as unknown as Readonly<Record<Measure['key'], number>>;
  return (
    <Box
      className="ts-screen-only"
      sx={{
        display: 'grid',
        gridTemplateColumns: { xs: '1fr', sm: '1fr 1fr' },
        gap: 1.5,
        p: 1.5,
        border: '1px solid var(--ts-edge)',
        borderRadius: '4px',
      }}
    >
      {MEASURES[one.kind].map(({ key, label, min, max }) => (
        <NumberField
          key={key}
          dimension="length"
          label={label}
          value={sizes[key]}
          min={min}
          max={max}
          onValue={(value) => value !== null && onChange({ ...one, [key]: value } as Layer)}
        />
      ))}
      <Box sx={{ gridColumn: '1 / -1', display: 'flex', gap: 1 }}>
        {one.kind === 'cupped' && (
          <Button variant="outlined" onClick={() => onChange({ ...one, raisedUp: !one.raisedUp })} sx={{ minHeight: 44 }}>
            Turn over
          </Button>
        )}
        {one.kind === 'wheel' && (
          <Button variant="outlined" onClick={() => onChange({ ...one, flat: !one.flat })} sx={{ minHeight: 44 }}>
            {one.flat ? 'It has a groove' : 'Its rim is flat'}
          </Button>
        )}
        <Button color="error" onClick={onRemove} sx={{ minHeight: 44 }}>
          Remove part
        </Button>
      </Box>
    </Box>
  );
}
