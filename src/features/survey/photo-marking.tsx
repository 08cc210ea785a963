'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { diameterOf, LONGEST_TAPE_MM, markedCircle, scaleIsSet, type Notebook, type NotebookPhoto } from '@/core/survey';
import { Icon } from '@/ui/icons';
import { useUnits } from '@/ui/units';
import type { Spot } from '@/ui/viewport';
import { SavedField } from './saved-field';
import { acrossOnPhoto, placeName, placesMarked, RIM_SEARCH } from './messages';
import { PhotoBoard } from './photo-board';
import {
  circlesOf,
  handlesOf,
  instruction,
  moved,
  placesOf,
  placing,
  planeOf,
  scaleSpotsOf,
  tapped,
  withRim,
  withScaleSpots,
} from './photo-marks';
import { useRim } from './use-rim';
import { Choice, Fields, StepCard, type StepProps } from './steps';

type Props = Omit<StepProps, 'look'> & { photo: NotebookPhoto; onRemove: () => void };
type SetPhoto = (part: Partial<NotebookPhoto>, key?: string) => void;

/** One photo: its scale, and circles and crosses on it. */
export function PhotoMarking({ notebook, photo, write, mayChange, onRemove }: Props) {
  const { show } = useUnits();
  const { marks } = photo;
  const [chosen, setChosen] = useState<string | null>(null);
  const { search, find } = useRim(`/api/photos/${photo.photo}`);
  const set: SetPhoto = (part, key) =>
    write(
      (now) => ({ ...now, photos: now.photos.map((p) => (p.id === photo.id ? { ...p, ...part } : p)) }),
      key && `photo-${photo.id}-${key}`,
    );
  const tap = (at: Spot) => {
    const after = tapped(notebook, photo, chosen, at);
    if (!after) return;
    set(after.photo);
    if (after.chosen !== undefined) setChosen(after.chosen);
    const of = after.photo.marks?.at(-1)?.of;
    if (of !== undefined && notebook.pulleys.some((p) => p.id === of)) void snap(of, at);
  };
  /** The rim around a tap takes the place of the first circle. */
  const snap = async (of: string, at: Spot) => {
    const others = marks.filter((m) => m.of !== of && m.ellipse).map((m) => m.at);
    const rim = await find(at, others);
    if (rim) write((now) => ({ ...now, photos: now.photos.map((p) => (p.id === photo.id ? withRim(p, of, at, rim) : p)) }));
  };
  const move = (key: string, at: Spot) => {
    const after = moved(photo, key, at);
    set(after.photo, key);
    if (after.chosen !== undefined) setChosen(after.chosen);
  };
  const plane = planeOf(photo);
  const read = plane ? marks.flatMap((m) => (m.radius === undefined ? [] : [{ of: m.of, mm: markedCircle(plane, m).diameter }])) : [];
  return (
    <>
      <Typography role="status" sx={{ fontWeight: 650, mb: 0.75 }}>
        {mayChange ? instruction(notebook, photo, chosen) : 'Marked so:'}
      </Typography>
      {mayChange && RIM_SEARCH[search] !== '' && (
        <Box role="status" aria-label="Rim" sx={{ mb: 0.75 }}>
          {RIM_SEARCH[search]}
        </Box>
      )}
      <PhotoBoard
        src={`/api/photos/${photo.photo}`}
        width={photo.width}
        height={photo.height}
        alt={placesMarked(marks.length)}
        handles={handlesOf(notebook, photo)}
        circles={circlesOf(photo, chosen)}
        scale={scaleSpotsOf(photo)}
        onMove={move}
        onTap={tap}
        mayChange={mayChange}
      />
      <ScaleCard {...{ photo, set, mayChange, onRemove }} />
      <PlaceButtons {...{ notebook, photo, set, mayChange, chosen }} onChoose={setChosen} />
      {read.length > 0 && <Diameters {...{ notebook, write, mayChange, read, show }} />}
    </>
  );
}

/** Scale of the photo, its side, and its removal. */
function ScaleCard({ photo, set, mayChange, onRemove }: Pick<Props, 'photo' | 'mayChange' | 'onRemove'> & { set: SetPhoto }) {
  const { scale } = photo;
  const length = { dimension: 'length', optional: true, disabled: !mayChange, min: 5, max: LONGEST_TAPE_MM } as const;
  return (
    <StepCard>
      <Fields>
        <Choice
          label="Scale by"
          value={scale.kind}
          options={[
            ['two-points', 'Two points, camera held square'],
            ['rectangle', 'A rectangle, camera tilted'],
          ]}
          disabled={!mayChange}
          onChoose={(kind) =>
            set({ scale: kind === 'rectangle' ? { kind, corners: [], width: null, height: null } : { kind, ends: [], distance: null } })
          }
        />
        {scale.kind === 'two-points' ? (
          <SavedField
            {...length}
            at={`photo-${photo.id}-distance`}
            label="Between the two points"
            value={scale.distance}
            onValue={(distance) => set({ scale: { ...scale, distance } }, 'distance')}
          />
        ) : (
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
        )}
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

/** Places to mark, with a tick at those that are marked. */
function PlaceButtons({
  notebook,
  photo,
  set,
  mayChange,
  chosen,
  onChoose,
}: Pick<Props, 'notebook' | 'photo' | 'mayChange'> & { set: SetPhoto; chosen: string | null; onChoose: (place: string) => void }) {
  const { marks } = photo;
  const isMarked = (id: string) => marks.some((m) => m.of === id);
  const next = placing(notebook, photo, chosen);
  return (
    <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.75, my: 1.25 }}>
      {placesOf(notebook).map((p) => (
        <Button
          key={p.id}
          size="small"
          variant={p.id === next ? 'contained' : 'outlined'}
          startIcon={isMarked(p.id) ? <Icon name="check" size={16} /> : undefined}
          onClick={() => onChoose(p.id)}
          disabled={!mayChange || !scaleIsSet(photo.scale)}
        >
          {p.label}
        </Button>
      ))}
      {chosen !== null && isMarked(chosen) && mayChange && (
        <Button size="small" color="error" onClick={() => set({ marks: marks.filter((m) => m.of !== chosen) })}>
          Delete mark
        </Button>
      )}
    </Box>
  );
}

/** Diameter of each circle, and its use for the pulley. */
function Diameters({
  notebook,
  write,
  mayChange,
  read,
  show,
}: Omit<StepProps, 'look'> & {
  read: readonly { of: string; mm: number }[];
  show: (value: number, dimension: 'length', digits?: number) => string;
}) {
  const take = (of: string, mm: number) =>
    write((now): Notebook => ({
      ...now,
      pulleys: now.pulleys.map((p) =>
        p.id === of ? { ...p, outsideDiameter: Math.round(mm * 10) / 10, taken: 'photo' as const, sameAs: null } : p,
      ),
    }));
  return (
    <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, fontSize: 14 }}>
      {read.map(({ of, mm }) => {
        const known = diameterOf(notebook, of);
        return (
          <Box component="li" key={of} sx={{ display: 'flex', alignItems: 'center', gap: 1, minHeight: 36 }}>
            <span style={{ flex: 1 }}>
              {acrossOnPhoto(placeName(notebook, of), show(mm, 'length'), known === null ? null : show(known, 'length'))}
            </span>
            {known === null && mayChange && (
              <Button size="small" onClick={() => take(of, mm)}>
                Take it
              </Button>
            )}
          </Box>
        );
      })}
    </Box>
  );
}
