'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import IconButton from '@mui/material/IconButton';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { diameterOf, NOT_MEASURED, type Notebook, type NotebookPulley } from '@/core/survey';
import { Icon } from '@/ui/icons';
import { freeSpot, freshId, withoutPlace } from './changes';
import { SavedField } from './saved-field';
import { Choice, SoftText, type StepProps } from './steps';
import { Planes } from './planes';
import { VariableFields } from './variable-fields';

type SizeBy = 'across' | 'around' | 'same';

const SIZES: readonly (readonly [SizeBy, string])[] = [
  ['across', 'Across the rim'],
  ['around', 'String round the rim'],
];

/** Pulleys of the deck, with role, face and diameter: across, round the rim by a string, or the same as another. */
export function PulleysStep({ notebook, write, mayChange }: StepProps) {
  const add = () =>
    write((now) => {
      const id = freshId(
        now.pulleys.map((p) => p.id),
        'pulley',
      );
      const spot = freeSpot(now);
      return {
        ...now,
        pulleys: [
          ...now.pulleys,
          {
            id,
            label: `Pulley ${now.pulleys.length + 1}`,
            role: now.pulleys.length === 0 ? 'driver' : 'driven',
            face: 'v',
            outsideDiameter: null,
            taken: 'caliper' as const,
            sameAs: null,
            sketch: spot,
            ...(now.pulleys.length === 0 ? { rpm: 3000, rotation: 'cw' as const } : {}),
          },
        ],
      };
    });
  const set = (id: string, part: Partial<NotebookPulley>, key?: string) =>
    write((now) => ({ ...now, pulleys: now.pulleys.map((p) => (p.id === id ? { ...p, ...part } : p)) }), key);
  return (
    <>
      <SoftText>
        Every pulley that a belt touches. Caliper over the rim, or a string round it. On the drawing, drag each roughly to its place, seen
        from above. This is not used as a measurement.
      </SoftText>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, display: 'flex', flexDirection: 'column', gap: 1 }}>
        {notebook.pulleys.map((p, i) => (
          <PulleyCard
            key={p.id}
            notebook={notebook}
            pulley={p}
            number={i + 1}
            mayChange={mayChange}
            onSet={set}
            onVariable={(id) =>
              write((now) => ({
                ...now,
                kind: 'cvt',
                pulleys: now.pulleys.map((q) => (q.id === id ? { ...q, face: 'v', variable: q.variable ?? NOT_MEASURED } : q)),
              }))
            }
            onRemove={() => write((now) => withoutPlace(now, p.id))}
          />
        ))}
      </Box>
      {mayChange && (
        <Button variant="outlined" sx={{ mt: 1.5 }} startIcon={<Icon name="add" size={18} />} onClick={add}>
          Add a pulley
        </Button>
      )}
      <Planes notebook={notebook} write={write} mayChange={mayChange} />
    </>
  );
}

interface CardProps {
  readonly notebook: Notebook;
  readonly pulley: NotebookPulley;
  readonly mayChange: boolean;
  readonly onSet: (id: string, part: Partial<NotebookPulley>, key?: string) => void;
}

function PulleyCard({
  number,
  onVariable,
  onRemove,
  ...card
}: CardProps & {
  number: number;
  /** One movable face: the drive is a variable one. */
  onVariable: (id: string) => void;
  onRemove: () => void;
}) {
  const { notebook, pulley, mayChange, onSet } = card;
  return (
    <Box
      component="li"
      data-at={`pulley:${pulley.id}`}
      sx={{
        border: '1px solid var(--ts-edge)',
        borderRadius: '4px',
        bgcolor: 'var(--ts-card)',
        p: 1.25,
        display: 'grid',
        gridTemplateColumns: { xs: '1fr 1fr', sm: '28px minmax(0, 1.3fr) 112px 128px 44px' },
        gap: 1,
        alignItems: 'center',
      }}
    >
      <Box
        className="ts-mono"
        sx={{
          ...{ display: { xs: 'none', sm: 'grid' }, placeItems: 'center', width: 26, height: 26, borderRadius: '50%' },
          ...{ bgcolor: 'var(--ts-ink)', color: 'var(--ts-card)', fontSize: 13, fontWeight: 600 },
        }}
      >
        {number}
      </Box>
      <TextField
        label="Name"
        value={pulley.label}
        disabled={!mayChange}
        sx={{ gridColumn: { xs: '1 / -1', sm: 'auto' } }}
        onChange={(e) => onSet(pulley.id, { label: e.target.value.slice(0, 400) }, `label-${pulley.id}`)}
      />
      <KindFields {...card} onVariable={onVariable} />
      {mayChange ? (
        <IconButton aria-label={`Remove ${pulley.label}`} onClick={onRemove} sx={{ justifySelf: 'end' }}>
          <Icon name="close" size={18} />
        </IconButton>
      ) : (
        <span />
      )}
      <SizeFields {...card} />
      {notebook.planes.length > 0 && (
        <Choice
          label="Plane"
          value={pulley.plane ?? notebook.planes[0]!.id}
          options={notebook.planes.map((plane) => [plane.id, plane.label] as const)}
          disabled={!mayChange}
          sx={{ gridColumn: { sm: '2' } }}
          onChoose={(plane) => onSet(pulley.id, { plane: plane === notebook.planes[0]!.id ? undefined : plane })}
        />
      )}
      {pulley.variable && (
        <VariableFields pulley={pulley} rimAcross={diameterOf(notebook, pulley.id)} mayChange={mayChange} onSet={onSet} />
      )}
      <PowerFields {...card} />
    </Box>
  );
}

/** Work and face of a pulley. */
function KindFields({ pulley: p, mayChange, onSet, onVariable }: CardProps & { onVariable: (id: string) => void }) {
  return (
    <>
      <Choice
        label="Work"
        value={p.role}
        options={[
          ['driver', 'Drives'],
          ['driven', 'Driven'],
          ['idler', 'Idler'],
        ]}
        disabled={!mayChange}
        onChoose={(role) =>
          onSet(p.id, { role, ...(role === 'driver' && p.rpm === undefined ? { rpm: 3000, rotation: 'cw' as const } : {}) })
        }
      />
      <Choice
        label="Face"
        value={p.variable ? 'variable' : p.face}
        options={[
          ['v', 'V groove'],
          ['flat', 'Flat'],
          ['ribbed', 'Ribbed'],
          ...(p.role === 'idler' ? [] : [['variable', 'One movable face'] as const]),
        ]}
        disabled={!mayChange}
        onChoose={(face) => (face === 'variable' ? onVariable(p.id) : onSet(p.id, { face, variable: undefined }))}
      />
    </>
  );
}

/** Diameter of a pulley: across, round the rim, or the same as another. */
function SizeFields({ notebook, pulley: p, mayChange, onSet }: CardProps) {
  const [by, setBy] = useState<SizeBy>(p.sameAs !== null ? 'same' : p.taken === 'string' ? 'around' : 'across');
  const others = notebook.pulleys.filter((o) => o.id !== p.id);
  const around = by === 'around';
  const setDiameter = (v: number | null) =>
    onSet(p.id, { outsideDiameter: v === null ? null : around ? v / Math.PI : v, taken: around ? 'string' : 'caliper' }, `${by}-${p.id}`);
  return (
    <>
      <Choice
        label="Size"
        value={by}
        options={others.length > 0 ? [...SIZES, ['same', 'Same as another']] : SIZES}
        disabled={!mayChange}
        sx={{ gridColumn: { sm: '2' } }}
        onChoose={(next) => {
          setBy(next);
          onSet(p.id, { sameAs: next === 'same' ? (others[0]?.id ?? null) : null });
        }}
      />
      {by === 'same' ? (
        <Choice
          label="Same as"
          value={p.sameAs ?? ''}
          options={others.map((o) => [o.id, o.label] as const)}
          disabled={!mayChange}
          sx={{ gridColumn: { sm: '3 / 5' } }}
          onChoose={(sameAs) => onSet(p.id, { sameAs })}
        />
      ) : (
        <SavedField
          key={by}
          at={`${by}-${p.id}`}
          label={around ? 'Round the rim' : 'Outside diameter'}
          dimension="length"
          value={p.outsideDiameter === null ? null : around ? p.outsideDiameter * Math.PI : p.outsideDiameter}
          optional
          disabled={!mayChange}
          min={around ? 10 : 5}
          max={around ? 3000 : 1000}
          sx={{ gridColumn: { sm: '3 / 5' } }}
          onValue={setDiameter}
        />
      )}
    </>
  );
}

/** Speed and rotation of a driver, or power of a driven pulley. */
function PowerFields({ pulley: p, mayChange, onSet }: CardProps) {
  const field = { optional: true, disabled: !mayChange, min: 0, sx: { gridColumn: { sm: '2' } } } as const;
  if (p.role === 'driven')
    return (
      <SavedField
        {...field}
        at={`power-${p.id}`}
        label="Power, if known"
        dimension="power"
        value={p.powerKw ?? null}
        max={1000}
        onValue={(v) => onSet(p.id, { powerKw: v ?? undefined }, `power-${p.id}`)}
      />
    );
  if (p.role !== 'driver') return null;
  return (
    <>
      <SavedField
        {...field}
        at={`rpm-${p.id}`}
        label="Turns at"
        dimension="rotation"
        value={p.rpm ?? null}
        max={100000}
        onValue={(v) => onSet(p.id, { rpm: v ?? undefined }, `rpm-${p.id}`)}
      />
      <Choice
        label="Seen from above"
        value={p.rotation ?? 'cw'}
        options={[
          ['cw', 'Clockwise'],
          ['ccw', 'Counter-clockwise'],
        ]}
        disabled={!mayChange}
        sx={{ gridColumn: { sm: '3 / 5' } }}
        onChoose={(rotation) => onSet(p.id, { rotation })}
      />
    </>
  );
}
