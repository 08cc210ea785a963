'use client';

import { NOT_MEASURED, type NotebookPulley } from '@/core/survey';
import { SavedField } from './saved-field';

type Measured = NonNullable<NotebookPulley['variable']>;

/** Measurements of a sheave with a movable face, with their places. */
const WALK: readonly {
  readonly id: keyof Measured;
  readonly label: string;
  readonly help: string;
  readonly dimension: 'length' | 'angle';
  readonly min: number;
  readonly max: number;
}[] = [
  {
    id: 'angle',
    label: 'Angle of its faces, together',
    help: 'By a gauge in the groove; often that of the belt.',
    dimension: 'angle',
    min: 5,
    max: 90,
  },
  { id: 'hubAcross', label: 'Hub, diameter', help: 'Diameter of the hub under the belt.', dimension: 'length', min: 2, max: 1000 },
  {
    id: 'gapOpen',
    label: 'Face to face at the hub, wide open',
    help: 'Spread by hand or the spreader.',
    dimension: 'length',
    min: 0,
    max: 300,
  },
  { id: 'gapClosed', label: 'The same, fully closed', help: 'Belt off, sheave fully closed.', dimension: 'length', min: 0, max: 300 },
];

/** Contradiction between the measurements of a sheave. '' if there is none. */
export function contradiction({ hubAcross, gapOpen, gapClosed }: Measured, rimAcross: number | null): string {
  if (hubAcross !== null && rimAcross !== null && hubAcross >= rimAcross) return 'The hub is as wide as the rim. Measure again.';
  return gapOpen !== null && gapClosed !== null && gapOpen <= gapClosed
    ? 'The open gap must be wider than the closed gap. Measure again.'
    : '';
}

/** Measurements of one variable sheave, besides its diameter. */
export function VariableFields({
  pulley,
  rimAcross,
  mayChange,
  onSet,
}: {
  pulley: NotebookPulley;
  /** Its outside diameter, mm. */
  rimAcross: number | null;
  mayChange: boolean;
  onSet: (id: string, part: Partial<NotebookPulley>, key?: string) => void;
}) {
  const measured = pulley.variable ?? NOT_MEASURED;
  const wrong = contradiction(measured, rimAcross);
  return (
    <>
      {WALK.map(({ id, label, help, dimension, min, max }, i) => (
        <SavedField
          key={id}
          at={`${id}-${pulley.id}`}
          label={label}
          dimension={dimension}
          value={measured[id]}
          optional
          disabled={!mayChange}
          min={min}
          max={max}
          helperText={wrong !== '' && i === WALK.length - 1 ? wrong : help}
          sx={{ gridColumn: { xs: '1 / -1', sm: i % 2 === 0 ? '2' : '3 / 5' } }}
          onValue={(v) => onSet(pulley.id, { variable: { ...measured, [id]: v } }, `${id}-${pulley.id}`)}
        />
      ))}
    </>
  );
}
