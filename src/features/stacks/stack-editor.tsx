'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import type { Layer, LayerKind, Stack, StackFault } from '@/core/stack';
import { NumberField } from '@/ui/number-field';
import { LayerFields } from './layer-fields';
import { LayerList } from './layer-list';
import { KIND_WORDS } from './messages';
import type { EditedStack } from './use-stack';

/** Default sizes of an unmeasured layer. */
const FRESH: Readonly<Record<LayerKind, Layer>> = {
  head: { kind: 'head' },
  nut: { kind: 'nut' },
  bracket: { kind: 'bracket', thickMm: 5 },
  spacer: { kind: 'spacer', thickMm: 10, outsideMm: 16 },
  washer: { kind: 'washer', thickMm: 2, outsideMm: 17 },
  cupped: { kind: 'cupped', thickMm: 2.5, outsideMm: 24, cupMm: 1, raisedUp: true },
  wheel: { kind: 'wheel', thickMm: 12, raceMm: 20, shellMm: 82, grooveMm: 6, flat: true },
};

/** Parts of a stack in order, the fields of the selected one, and a part to add. */
export function StackEditor({
  edited,
  stack,
  faults,
  mayChange,
  onRemove,
}: {
  readonly edited: EditedStack;
  readonly stack: Stack;
  readonly faults: readonly StackFault[];
  readonly mayChange: boolean;
  /** Deletes the whole stack, after a question. */
  readonly onRemove: () => void;
}) {
  const { selected } = edited;
  const one = selected === null ? undefined : stack.layers[selected];
  return (
    <>
      <LayerList
        layers={stack.layers}
        wrong={new Set(faults.map((f) => f.layer))}
        selected={selected}
        onSelect={edited.select}
        mayChange={mayChange}
        onMove={edited.move}
      />
      {mayChange && one && selected !== null && (
        <LayerFields
          key={selected}
          one={one}
          onChange={(next) => edited.replace(selected, next)}
          onRemove={() => edited.takeOut(selected)}
        />
      )}
      {mayChange && (
        <Box className="ts-screen-only" sx={{ display: 'grid', gap: 1.5, gridTemplateColumns: { sm: '1fr 1fr' } }}>
          <TextField select label="Add a part" value="" onChange={(e) => edited.add(FRESH[e.target.value as LayerKind])}>
            {(Object.keys(FRESH) as LayerKind[]).map((kind) => (
              <MenuItem key={kind} value={kind}>
                {KIND_WORDS[kind]}
              </MenuItem>
            ))}
          </TextField>
          <NumberField
            dimension="length"
            label="Correct height over the bracket"
            value={stack.wantedMm}
            min={-300}
            max={300}
            onValue={(value) => value !== null && edited.want(value)}
          />
          <Box sx={{ gridColumn: '1 / -1' }}>
            <Button color="error" onClick={onRemove}>
              Delete stack
            </Button>
          </Box>
        </Box>
      )}
    </>
  );
}
