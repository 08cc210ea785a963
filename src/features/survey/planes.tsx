'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import IconButton from '@mui/material/IconButton';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import type { Notebook } from '@/core/survey';
import { Icon } from '@/ui/icons';
import { freshId } from './changes';
import { SavedField } from './saved-field';
import { SoftText, type StepProps } from './steps';

type Props = Pick<StepProps, 'notebook' | 'write' | 'mayChange'>;

const withPlane = (now: Notebook, id: string, part: Partial<Notebook['planes'][number]>): Notebook => ({
  ...now,
  planes: now.planes.map((p) => (p.id === id ? { ...p, ...part } : p)),
});

/** Height of a plane above the first one. */
export function PlaneHeight({ notebook, write, mayChange, plane, label }: Props & { readonly plane: string; readonly label: string }) {
  return (
    <SavedField
      at={`plane-${plane}`}
      label={label}
      dimension="length"
      value={notebook.planes.find((p) => p.id === plane)?.height ?? null}
      optional
      disabled={!mayChange}
      min={-500}
      max={500}
      onValue={(height) => write((now) => withPlane(now, plane, { height }), `plane-${plane}`)}
    />
  );
}

/** Heights of the grooves: one measurement for each plane other than the first. */
export function Planes({ notebook, write, mayChange }: Props) {
  const { planes } = notebook;
  const set = (id: string, part: Partial<Notebook['planes'][number]>, key?: string) => write((now) => withPlane(now, id, part), key);
  const add = () =>
    write((now) => {
      const first = now.planes.length === 0 ? [{ id: 'plane', label: 'Deck plane', height: 0 }] : [];
      const id = freshId(
        [...first, ...now.planes].map((p) => p.id),
        'plane',
      );
      return {
        ...now,
        planes: [
          ...now.planes,
          ...first,
          { id, label: first.length > 0 ? 'Engine plane' : `Plane ${now.planes.length + 1}`, height: null },
        ],
      };
    });
  const remove = (id: string) =>
    write((now) => {
      const left = now.planes.filter((p) => p.id !== id);
      return {
        ...now,
        planes: left.length < 2 ? [] : left,
        pulleys: now.pulleys.map((p) => (p.plane === id || left.length < 2 ? { ...p, plane: undefined } : p)),
      };
    });
  return (
    <Box sx={{ mt: 2.5 }}>
      <Typography variant="h3">Heights of the grooves</Typography>
      {planes.length === 0 ? (
        <SoftText>
          All grooves are assumed to be level. If one groove is higher than another, the belt climbs and is longer than in the plan view.
        </SoftText>
      ) : (
        <SoftText>
          Measure straight up from the middle of one groove to the middle of the other, once for each plane. Enter a negative height below.
        </SoftText>
      )}
      {planes.map((plane, i) => (
        <Box
          key={plane.id}
          sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr 44px', sm: '1fr 190px 44px' }, gap: 1, mb: 1, alignItems: 'center' }}
        >
          <TextField
            label={`Plane ${i + 1}`}
            value={plane.label}
            disabled={!mayChange}
            onChange={(e) => set(plane.id, { label: e.target.value.slice(0, 400) }, `plane-label-${plane.id}`)}
          />
          {i === 0 ? (
            <Box sx={{ fontSize: 14, color: 'var(--ts-quiet)' }}>Heights start here.</Box>
          ) : (
            <PlaneHeight {...{ notebook, write, mayChange }} plane={plane.id} label={`Above ${planes[0]!.label}`} />
          )}
          {mayChange && i > 0 ? (
            <IconButton aria-label={`Remove ${plane.label}`} onClick={() => remove(plane.id)}>
              <Icon name="close" size={18} />
            </IconButton>
          ) : (
            <span />
          )}
        </Box>
      ))}
      {mayChange && planes.length < 8 && (
        <Button variant="outlined" onClick={add} startIcon={<Icon name="add" size={18} />}>
          {planes.length === 0 ? 'Grooves at different heights' : 'Add plane'}
        </Button>
      )}
    </Box>
  );
}
