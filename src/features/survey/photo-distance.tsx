'use client';

import Box from '@mui/material/Box';
import { LONGEST_TAPE_MM, type Notebook, type NotebookPhoto } from '@/core/survey';
import { distanceByTape, heightAbove, placeName, within } from './messages';
import { PlaneHeight } from './planes';
import { SavedField } from './saved-field';
import { StepCard, type StepProps } from './steps';

type Pair = readonly [string, string];

/** The two marked pulleys with the largest distance on a photo. */
function farthest(marks: NotebookPhoto['marks']): Pair {
  let best: { pair: Pair; away: number } = { pair: [marks[0]!.of, marks[1]!.of], away: 0 };
  marks.forEach((a, i) =>
    marks.slice(i + 1).forEach((b) => {
      const away = Math.hypot(a.at[0] - b.at[0], a.at[1] - b.at[1]);
      if (away > best.away) best = { pair: [a.of, b.of], away };
    }),
  );
  return best.pair;
}

/** Distance of two pulleys on a photo, by which it gets its scale: a measured one, or the longest. Null with fewer than two. */
export function scaleDistance(notebook: Notebook, { marks }: NotebookPhoto): { readonly pair: Pair; readonly id: string | null } | null {
  const rims = marks.filter((m) => m.radius !== undefined);
  if (rims.length < 2) return null;
  const shown = (id: string) => rims.some((m) => m.of === id);
  const among = notebook.measures.filter((m) => m.kind === 'centres' && m.skipped !== true && m.between.every(shown));
  const measured = among.find((m) => m.value !== null);
  if (measured?.kind === 'centres') return { pair: measured.between, id: measured.id };
  const pair = farthest(rims);
  const open = among.find((m) => m.kind === 'centres' && pair.every((id) => m.between.includes(id)));
  return { pair, id: open?.id ?? null };
}

/** Planes of marked pulleys, other than the first one. Their heights move the rims on a slanted photo. */
const raisedPlanes = ({ planes, pulleys }: Notebook, { marks }: NotebookPhoto): Notebook['planes'] =>
  planes.slice(1).filter(({ id }) => pulleys.some((p) => p.plane === id && marks.some((m) => m.of === p.id)));

/** The distance that sets the scale of a photo, and the heights of its planes, entered next to the photo. */
export function PhotoDistance({ notebook, photo, write, mayChange }: Omit<StepProps, 'look'> & { readonly photo: NotebookPhoto }) {
  const scale = scaleDistance(notebook, photo);
  if (!scale) return null;
  const [a, b] = scale.pair;
  const measure = notebook.measures.find((m) => m.id === scale.id);
  const id = scale.id ?? `photo-${a}-${b}`.slice(0, 60);
  const set = (value: number | null) =>
    write((now) => ({
      ...now,
      measures: now.measures.some((m) => m.id === id)
        ? now.measures.map((m) => (m.id === id ? { ...m, value } : m))
        : [...now.measures, { id, kind: 'centres', between: [a, b], value }],
    }));
  const name = (place: string) => within(placeName(notebook, place));
  return (
    <StepCard>
      <Box sx={{ mb: 1 }}>{distanceByTape(name(a), name(b))}</Box>
      <SavedField
        at={`measure-${id}`}
        label="Distance by tape"
        dimension="length"
        optional
        disabled={!mayChange}
        min={5}
        max={LONGEST_TAPE_MM}
        value={measure?.value ?? null}
        onValue={set}
      />
      {raisedPlanes(notebook, photo).map(({ id: plane, label }) => (
        <Box key={plane} sx={{ mt: 1.25 }}>
          <PlaneHeight {...{ notebook, write, mayChange }} plane={plane} label={heightAbove(label, notebook.planes[0]!.label)} />
        </Box>
      ))}
    </StepCard>
  );
}
