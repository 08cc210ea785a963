'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import { LONGEST_TAPE_MM, type NotebookPhoto } from '@/core/survey';
import { SavedField } from './saved-field';
import { scaleSpotsOf, withScaleSpots } from './photo-marks';
import { Choice, Fields, StepCard } from './steps';

type Scale = NotebookPhoto['scale'];
export type SetPhoto = (part: Partial<NotebookPhoto>, key?: string) => void;

const FRESH: Readonly<Record<Scale['kind'], Scale>> = {
  rims: { kind: 'rims' },
  'two-points': { kind: 'two-points', ends: [], distance: null },
  rectangle: { kind: 'rectangle', corners: [], width: null, height: null },
};

interface PhotoScaleProps {
  readonly photo: NotebookPhoto;
  readonly set: SetPhoto;
  readonly mayChange: boolean;
  readonly onRemove: () => void;
}

/** Scale of a photo, its side, and its removal. */
export function PhotoScale({ photo, set, mayChange, onRemove }: PhotoScaleProps) {
  const { scale } = photo;
  return (
    <StepCard>
      <Fields wide={230}>
        <Choice
          label="Scale by"
          value={scale.kind}
          options={[
            ['rims', 'The rims and one distance'],
            ['two-points', 'Two points, camera held square'],
            ['rectangle', 'A rectangle, camera tilted'],
          ]}
          disabled={!mayChange}
          onChoose={(kind) => set({ scale: FRESH[kind] })}
        />
        <ScaleLengths {...{ photo, set, mayChange }} />
      </Fields>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1 }}>
        <FormControlLabel
          disabled={!mayChange}
          control={<Checkbox checked={photo.fromBelow === true} onChange={(e) => set({ fromBelow: e.target.checked })} />}
          label="Photographed from below"
        />
        {mayChange && scaleSpotsOf(photo).length > 0 && (
          <Button size="small" onClick={() => set({ scale: withScaleSpots(photo, []) })}>
            Mark the scale again
          </Button>
        )}
        {mayChange && (
          <Button size="small" color="error" onClick={onRemove}>
            Remove this photo
          </Button>
        )}
      </Box>
    </StepCard>
  );
}

/** Known lengths of the scale. */
function ScaleLengths({ photo, set, mayChange }: Omit<PhotoScaleProps, 'onRemove'>) {
  const { scale } = photo;
  const length = { dimension: 'length', optional: true, disabled: !mayChange, min: 5, max: LONGEST_TAPE_MM } as const;
  if (scale.kind === 'rims') return null;
  if (scale.kind === 'two-points')
    return (
      <SavedField
        {...length}
        at={`photo-${photo.id}-distance`}
        label="Between the two points"
        value={scale.distance}
        onValue={(distance) => set({ scale: { ...scale, distance } }, 'distance')}
      />
    );
  return (
    <>
      <SavedField
        {...length}
        at={`photo-${photo.id}-width`}
        label="Corner 1 to corner 2"
        value={scale.width}
        onValue={(width) => set({ scale: { ...scale, width } }, 'width')}
      />
      <SavedField
        {...length}
        at={`photo-${photo.id}-height`}
        label="Corner 2 to corner 3"
        value={scale.height}
        onValue={(height) => set({ scale: { ...scale, height } }, 'height')}
      />
    </>
  );
}
