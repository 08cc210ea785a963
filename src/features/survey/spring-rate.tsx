'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import type { Dimension } from '@/core/quantity';
import { MATERIALS, springFromScale, springFromWire, type Material, type NotebookSpring, type SpringEstimate } from '@/core/survey';
import { useUnits } from '@/ui/units';
import { SavedField } from './saved-field';
import { Choice } from './steps';

export type Rate = NotebookSpring['rate'];
export type By = Rate['by'];

export const BY_WORDS: Readonly<Record<By, string>> = {
  scale: 'Two pulls on a scale',
  wire: 'Wire, coil and turns',
  taught: 'A tension reading on the drive',
  given: 'The rate is known',
};

const MATERIAL_WORDS = Object.entries(MATERIALS).map(([key, m]) => [key, m.label] as [Material, string]);

interface Figure {
  readonly key: string;
  readonly label: string;
  readonly dimension: Dimension;
  readonly min: number;
  readonly max: number;
}

const FIRST_TENSION: Figure = { key: 'initialTension', label: 'Initial tension', dimension: 'force', min: 0, max: 2000 };

/** Values for each method of finding a rate. Two pulls have their own rows. */
const FIGURES: Readonly<Record<By, readonly Figure[]>> = {
  scale: [],
  wire: [
    { key: 'wireMm', label: 'Wire', dimension: 'length', min: 0.3, max: 20 },
    { key: 'coilMm', label: 'Coil, outside', dimension: 'length', min: 2, max: 150 },
    { key: 'turns', label: 'Active coils', dimension: 'number', min: 1, max: 400 },
  ],
  taught: [{ key: 'tensionN', label: 'Belt tension read, engaged', dimension: 'force', min: 1, max: 5000 }, FIRST_TENSION],
  given: [{ key: 'rate', label: 'Rate', dimension: 'rate', min: 0.001, max: 1000 }, FIRST_TENSION],
};
const PULL: readonly Figure[] = [
  { key: 'lengthMm', label: 'Length, pull', dimension: 'length', min: 5, max: 1500 },
  { key: 'forceN', label: 'Scale shows, pull', dimension: 'force', min: 0.1, max: 2000 },
];

interface RateFieldsProps {
  readonly spring: NotebookSpring;
  readonly disabled: boolean;
  readonly onRate: (rate: Rate, key: string) => void;
}

export function RateFields({ spring: { id, rate }, disabled, onRate }: RateFieldsProps) {
  const field = (
    { key, label, ...rest }: Figure,
    of: Readonly<Record<string, unknown>>,
    name: string,
    put: (value: number | null) => void,
  ) => (
    <SavedField
      key={name}
      at={`spring-${id}-${name}`}
      label={label}
      {...rest}
      value={of[key] as number | null}
      optional
      disabled={disabled}
      onValue={put}
    />
  );
  if (rate.by === 'scale') {
    const put = (at: number, key: string, value: number | null) => {
      const [a, b] = rate.pulls;
      onRate({ ...rate, pulls: at === 0 ? [{ ...a, [key]: value }, b] : [a, { ...b, [key]: value }] }, `${key}-${at}`);
    };
    return (
      <Box sx={{ gridColumn: '1 / -1', display: 'grid', gridTemplateColumns: { xs: '1fr 1fr', sm: 'repeat(4, 1fr)' }, gap: 1 }}>
        {rate.pulls.flatMap((pull, at) =>
          PULL.map((figure) =>
            field({ ...figure, label: `${figure.label} ${at + 1}` }, pull, `${figure.key}-${at}`, (value) => put(at, figure.key, value)),
          ),
        )}
      </Box>
    );
  }
  return (
    <>
      {FIGURES[rate.by].map((figure) => field(figure, rate, figure.key, (value) => onRate({ ...rate, [figure.key]: value }, figure.key)))}
      {rate.by === 'wire' && (
        <Choice
          label="Made of"
          value={rate.material}
          options={MATERIAL_WORDS}
          disabled={disabled}
          onChoose={(material) => onRate({ ...rate, material }, 'material')}
        />
      )}
    </>
  );
}

/** Result of the readings of a spring, or their contradiction. */
export function RateLine({ spring: s }: { spring: NotebookSpring }) {
  const { show } = useUnits();
  const { rate } = s;
  const extension = s.kind === 'extension';
  let read: { ok: true; spring: SpringEstimate } | { ok: false; problem: string } | null = null;
  if (rate.by === 'wire' && rate.wireMm !== null && rate.coilMm !== null && rate.turns !== null)
    read = springFromWire({ wireMm: rate.wireMm, coilMm: rate.coilMm, turns: rate.turns, material: rate.material, extension });
  if (rate.by === 'scale' && s.freeLength !== null) {
    const [a, b] = rate.pulls;
    if (a.lengthMm !== null && a.forceN !== null && b.lengthMm !== null && b.forceN !== null)
      read = springFromScale(
        s.freeLength,
        { lengthMm: a.lengthMm, forceN: a.forceN },
        { lengthMm: b.lengthMm, forceN: b.forceN },
        extension,
      );
  }
  if (!read) return <Box sx={{ height: 12 }} />;
  if (!read.ok)
    return (
      <Alert severity="warning" variant="outlined" sx={{ my: 1 }}>
        {read.problem}
      </Alert>
    );
  const { rate: k, rateSd, initialTension, initialTensionSd } = read.spring;
  return (
    <Typography sx={{ my: 1, fontSize: 14 }}>
      Rate <strong>{show(k, 'rate')}</strong> ± {show(2 * rateSd, 'rate')}
      {extension ? (
        <>
          , initial tension {show(initialTension, 'force')} ± {show(2 * initialTensionSd, 'force')}
          {rate.by === 'wire' ? ', an estimate for a normally wound spring' : ''}
        </>
      ) : (
        ''
      )}
      .
    </Typography>
  );
}
