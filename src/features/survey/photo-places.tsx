'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { diameterOf, markedCircle, scaleIsSet, type Notebook, type NotebookPhoto, type NotebookSolution } from '@/core/survey';
import { Icon } from '@/ui/icons';
import { useUnits } from '@/ui/units';
import { acrossFromRims, acrossOnPhoto, placeName } from './messages';
import { ANOTHER, placesOf, placing, planeOf } from './photo-marks';
import type { SetPhoto } from './photo-scale';
import type { StepProps } from './steps';

interface PlaceButtonsProps {
  readonly notebook: Notebook;
  readonly photo: NotebookPhoto;
  readonly set: SetPhoto;
  readonly mayChange: boolean;
  readonly chosen: string | null;
  readonly onChoose: (place: string) => void;
}

/** Places to mark, with a tick at those that are marked. */
export function PlaceButtons({ notebook, photo, set, mayChange, chosen, onChoose }: PlaceButtonsProps) {
  const { marks, scale } = photo;
  const isMarked = (id: string) => marks.some((m) => m.of === id);
  const next = placing(notebook, photo, chosen);
  const ready = mayChange && scaleIsSet(scale);
  return (
    <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.75, my: 1.25 }}>
      {placesOf(notebook).map((p) => (
        <Button
          key={p.id}
          size="small"
          variant={p.id === next ? 'contained' : 'outlined'}
          startIcon={isMarked(p.id) ? <Icon name="check" size={16} /> : undefined}
          onClick={() => onChoose(p.id)}
          disabled={!ready}
        >
          {p.label}
        </Button>
      ))}
      {scale.kind === 'rims' && (
        <Button
          size="small"
          variant={next === null ? 'contained' : 'outlined'}
          startIcon={<Icon name="add" size={16} />}
          onClick={() => onChoose(ANOTHER)}
          disabled={!ready}
        >
          Another pulley
        </Button>
      )}
      {chosen !== null && isMarked(chosen) && mayChange && (
        <Button size="small" color="error" onClick={() => set({ marks: marks.filter((m) => m.of !== chosen) })}>
          Delete mark
        </Button>
      )}
    </Box>
  );
}

/** Diameter of each marked rim, and its use for the pulley. */
export function PhotoDiameters({ notebook, photo, look, write, mayChange }: StepProps & { readonly photo: NotebookPhoto }) {
  const { show } = useUnits();
  if (photo.scale.kind === 'rims') return <RimDiameters {...{ notebook, photo, look }} />;
  const plane = planeOf(photo);
  const read = plane ? photo.marks.flatMap((m) => (m.radius === undefined ? [] : [{ of: m.of, mm: markedCircle(plane, m).diameter }])) : [];
  const take = (of: string, mm: number) =>
    write((now): Notebook => ({
      ...now,
      pulleys: now.pulleys.map((p) =>
        p.id === of ? { ...p, outsideDiameter: Math.round(mm * 10) / 10, taken: 'photo' as const, sameAs: null } : p,
      ),
    }));
  return (
    <DiameterList
      rows={read.map(({ of, mm }) => {
        const known = diameterOf(notebook, of);
        return {
          of,
          words: acrossOnPhoto(placeName(notebook, of), show(mm, 'length'), known === null ? null : show(known, 'length')),
          action: known === null && mayChange && (
            <Button size="small" onClick={() => take(of, mm)}>
              Take it
            </Button>
          ),
        };
      })}
    />
  );
}

/** Diameters that the notebook solves from the rims. They are used without a confirmation until one is measured. */
function RimDiameters({ notebook, photo, look }: Pick<StepProps, 'notebook' | 'look'> & { readonly photo: NotebookPhoto }) {
  const { show } = useUnits();
  const solved = new Map((look as NotebookSolution | null)?.answer.diameters.map((d) => [d.pulley, d]));
  const rows = photo.marks.flatMap(({ of, radius }) => {
    const one = solved.get(of);
    if (radius === undefined || !one || one.mm === null || one.sd === null) return [];
    return [{ of, words: acrossFromRims(placeName(notebook, of), show(one.mm, 'length'), show(2 * one.sd, 'length', 1)), action: null }];
  });
  return <DiameterList rows={rows} />;
}

const DiameterList = ({ rows }: { readonly rows: readonly { of: string; words: string; action: React.ReactNode }[] }) =>
  rows.length === 0 ? null : (
    <Box component="ul" sx={{ listStyle: 'none', m: 0, mb: 1, p: 0, fontSize: 14 }}>
      {rows.map(({ of, words, action }) => (
        <Box component="li" key={of} sx={{ display: 'flex', alignItems: 'center', gap: 1, minHeight: 30 }}>
          <span style={{ flex: 1 }}>{words}</span>
          {action}
        </Box>
      ))}
    </Box>
  );
