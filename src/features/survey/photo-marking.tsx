'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import {
  diameterOf,
  LONGEST_TAPE_MM,
  markedDiameter,
  scaleIsSet,
  toPlane,
  type Notebook,
  type NotebookPhoto,
  type PhotoMarks,
} from '@/core/survey';
import { Icon } from '@/ui/icons';
import { useUnits } from '@/ui/units';
import type { Spot } from '@/ui/viewport';
import { SavedField } from './saved-field';
import { PhotoBoard, type Circle, type Handle } from './photo-board';
import { Choice, Fields, StepCard, type StepProps } from './steps';
import {
  placeName,
  within,
  dragOrTap,
  enterScale,
  lengthEnd,
  placesMarked,
  rectangleCorner,
  tapLengthEnd,
  tapMiddleOf,
  tapRectangleCorner,
  acrossOnPhoto,
} from './messages';

/** One photo: its scale, and circles and crosses on it. */
export function PhotoMarking({
  notebook,
  photo,
  write,
  mayChange,
  onRemove,
}: Omit<StepProps, 'look'> & { photo: NotebookPhoto; onRemove: () => void }) {
  const { show } = useUnits();
  const { scale, marks } = photo;
  const wanted = scale.kind === 'two-points' ? 2 : 4;
  const scaleSpots = scale.kind === 'two-points' ? scale.ends : scale.corners;
  const places = [...notebook.pulleys, ...notebook.points];
  const firstOpen = places.find((p) => !marks.some((m) => m.of === p.id))?.id ?? null;
  const [active, setActive] = useState<string | null>(null);
  const scaled = scaleIsSet(scale);
  const placing = !scaled ? null : active !== null && places.some((p) => p.id === active) ? active : firstOpen;
  const set = (part: Partial<NotebookPhoto>, key?: string) =>
    write(
      (now) => ({ ...now, photos: now.photos.map((p) => (p.id === photo.id ? { ...p, ...part } : p)) }),
      key && `photo-${photo.id}-${key}`,
    );
  const withSpots = (spots: readonly Spot[]): NotebookPhoto['scale'] =>
    scale.kind === 'two-points'
      ? { ...scale, ends: spots.map(([x, y]) => [x, y] as [number, number]) }
      : { ...scale, corners: spots.map(([x, y]) => [x, y] as [number, number]) };
  const plane = scaled ? toPlane({ scale: scale as PhotoMarks['scale'], ...(photo.fromBelow ? { fromBelow: true } : {}) }) : null;
  const usualRadius = (of: string, at: Spot) => {
    const across = plane ? markedDiameter(plane, at, 10) : 0;
    const known = diameterOf(notebook, of);
    return known !== null && across > 0 ? (10 * known) / across : photo.width / 24;
  };
  const tap = (at: Spot) => {
    if (scaleSpots.length < wanted) return set({ scale: withSpots([...scaleSpots, at]) });
    if (placing === null) return;
    const pulley = notebook.pulleys.some((p) => p.id === placing);
    const before = marks.find((m) => m.of === placing);
    const mark = {
      of: placing,
      at: [at[0], at[1]] as [number, number],
      ...(pulley ? { radius: before?.radius ?? usualRadius(placing, at) } : {}),
    };
    set({ marks: [...marks.filter((m) => m.of !== placing), mark] });
    const next = places.find((p) => p.id !== placing && !marks.some((m) => m.of === p.id));
    setActive(before ? placing : (next?.id ?? placing));
  };
  const move = (key: string, at: Spot) => {
    const [what, name] = [key.slice(0, key.indexOf(':')), key.slice(key.indexOf(':') + 1)];
    if (what === 'scale') return set({ scale: withSpots(scaleSpots.map((s, i) => (String(i) === name ? at : s))) }, key);
    set(
      {
        marks: marks.map((m) =>
          m.of !== name
            ? m
            : what === 'rim'
              ? { ...m, radius: Math.max(2, Math.hypot(at[0] - m.at[0], at[1] - m.at[1])) }
              : { ...m, at: [at[0], at[1]] as [number, number] },
        ),
      },
      key,
    );
    setActive(name);
  };
  const handles: Handle[] = [
    ...scaleSpots.map((at, i): Handle => ({
      key: `scale:${i}`,
      label: scale.kind === 'two-points' ? lengthEnd(i + 1) : rectangleCorner(i + 1),
      at,
      kind: 'scale',
    })),
    ...marks.map((m): Handle => ({ key: `centre:${m.of}`, label: `Middle of ${placeName(notebook, m.of)}`, at: m.at, kind: 'centre' })),
    ...marks.flatMap((m): Handle[] =>
      m.radius === undefined
        ? []
        : [{ key: `rim:${m.of}`, label: `Rim of ${placeName(notebook, m.of)}`, at: [m.at[0] + m.radius, m.at[1]], kind: 'rim' }],
    ),
  ];
  const circles: Circle[] = marks.flatMap((m) =>
    m.radius === undefined ? [] : [{ key: m.of, at: m.at, radius: m.radius, chosen: m.of === active }],
  );
  const now = (): string => {
    const two = scale.kind === 'two-points';
    const next = scaleSpots.length + 1;
    if (next <= wanted) return two ? tapLengthEnd(next) : tapRectangleCorner(next);
    if (!scaled) return enterScale(two);
    if (placing === null) return 'Everything is marked. Drag a mark to correct it.';
    const name = within(placeName(notebook, placing));
    return marks.some((m) => m.of === placing) ? dragOrTap(name) : tapMiddleOf(name);
  };
  return (
    <>
      <Typography role="status" sx={{ fontWeight: 650, mb: 0.75 }}>
        {mayChange ? now() : 'Marked so:'}
      </Typography>
      <PhotoBoard
        src={`/api/photos/${photo.photo}`}
        width={photo.width}
        height={photo.height}
        alt={placesMarked(marks.length)}
        handles={handles}
        circles={circles}
        scale={scaleSpots}
        onMove={move}
        onTap={tap}
        mayChange={mayChange}
      />
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
              at={`photo-${photo.id}-distance`}
              label="Between the two points"
              dimension="length"
              value={scale.distance}
              optional
              disabled={!mayChange}
              min={5}
              max={LONGEST_TAPE_MM}
              onValue={(distance) => set({ scale: { ...scale, distance } }, 'distance')}
            />
          ) : (
            <>
              <SavedField
                at={`photo-${photo.id}-width`}
                label="Corner 1 to corner 2"
                dimension="length"
                value={scale.width}
                optional
                disabled={!mayChange}
                min={5}
                max={LONGEST_TAPE_MM}
                onValue={(width) => set({ scale: { ...scale, width } }, 'width')}
              />
              <SavedField
                at={`photo-${photo.id}-height`}
                label="Corner 2 to corner 3"
                dimension="length"
                value={scale.height}
                optional
                disabled={!mayChange}
                min={5}
                max={LONGEST_TAPE_MM}
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
          {mayChange && scaleSpots.length > 0 && (
            <Button size="small" onClick={() => set({ scale: withSpots([]) })}>
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
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.75, my: 1.25 }}>
        {places.map((p) => {
          const marked = marks.some((m) => m.of === p.id);
          return (
            <Button
              key={p.id}
              size="small"
              variant={p.id === placing ? 'contained' : 'outlined'}
              startIcon={marked ? <Icon name="check" size={16} /> : undefined}
              onClick={() => setActive(p.id)}
              disabled={!mayChange || !scaled}
            >
              {p.label}
            </Button>
          );
        })}
        {active !== null && marks.some((m) => m.of === active) && mayChange && (
          <Button size="small" color="error" onClick={() => set({ marks: marks.filter((m) => m.of !== active) })}>
            Delete mark
          </Button>
        )}
      </Box>
      {plane && marks.some((m) => m.radius !== undefined) && (
        <Diameters
          notebook={notebook}
          write={write}
          mayChange={mayChange}
          read={marks.flatMap((m) => (m.radius === undefined ? [] : [{ of: m.of, mm: markedDiameter(plane, m.at, m.radius) }]))}
          show={show}
        />
      )}
    </>
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
