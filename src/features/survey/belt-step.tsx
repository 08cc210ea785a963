'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { decodeDesignation, guessBelt, type BeltGuess } from '@/core/belt';
import type { NotebookBelt } from '@/core/survey';
import { useUnits } from '@/ui/units';
import { SavedField } from './saved-field';
import { Choice, entriesOf, Fields, SoftText, StepCard, type StepProps } from './steps';
import { closingSentence, wornWords } from './messages';

type Now = NotebookBelt['now'];

const BY_WORDS: Readonly<Record<Now['by'], string>> = {
  unknown: 'There is none, or no telling',
  number: 'Its number can be read',
  wrap: 'A tape wrapped round it',
  rolled: 'Rolled one turn between two marks',
};
/** Guesses shown, likeliest first. */
const MOST_GUESSES = 5;

/** The fitted belt: a check on all distances together, and its identity if its number is unreadable. */
export function BeltStep({ notebook, look, write, mayChange }: StepProps) {
  return (
    <>
      <SoftText>
        A belt with a known length checks all distances together. Without a number, enter its width and length to find its probable size.
      </SoftText>
      {notebook.belts.length === 0 && <Typography>No belt is routed yet.</Typography>}
      {notebook.belts.map((belt) => (
        <BeltCard key={belt.id} notebook={notebook} look={look} mayChange={mayChange} belt={belt} write={write} />
      ))}
    </>
  );
}

interface CardProps extends Pick<StepProps, 'mayChange'> {
  readonly belt: NotebookBelt;
  readonly put: (part: Partial<NotebookBelt>, key?: string) => void;
  readonly set: (part: Partial<Now>, key?: string) => void;
}

/** True if the length of the belt was measured. */
const isMeasured = ({ by }: Now): boolean => by === 'wrap' || by === 'rolled';

function BeltCard({ notebook, look, write, mayChange, belt }: StepProps & { belt: NotebookBelt }) {
  const units = useUnits();
  const { now } = belt;
  const put: CardProps['put'] = (part, key) =>
    write(
      (book) => ({ ...book, belts: book.belts.map((b) => (b.id === belt.id ? { ...b, ...part } : b)) }),
      key && `belt-now-${belt.id}-${key}`,
    );
  const card: CardProps = { belt, mayChange, put, set: (part, key) => put({ now: { ...now, ...part } }, key) };
  const read = now.by === 'number' && now.designation.trim() !== '' ? decodeDesignation(now.designation.trim()) : null;
  const closing = look?.closing.find((c) => c.belt === belt.id);
  return (
    <StepCard>
      <Typography variant="h2" sx={{ mb: 1 }}>
        {belt.label}
      </Typography>
      <LengthFields {...card} problem={read && !read.ok ? read.problem : null} />
      <Conditions {...card} />
      {closing && (
        <Alert
          severity={closing.check.verdict === 'agrees' || closing.check.verdict === 'lies-loose' ? 'success' : 'warning'}
          variant="outlined"
          sx={{ mt: 0.5 }}
        >
          {closingSentence(notebook, belt.id, closing.check, units)}
        </Alert>
      )}
      {now.by !== 'unknown' && !closing && read?.ok !== false && (
        <Typography sx={{ fontSize: 14, color: 'var(--ts-quiet)' }}>
          The belt is compared with the path once the distances fix every pulley of this belt.
        </Typography>
      )}
      {now.by !== 'number' && <Identity {...card} />}
    </StepCard>
  );
}

/** Source of the belt length: its number, or a measurement. */
function LengthFields({ belt, mayChange, set, problem }: CardProps & { problem: string | null }) {
  const { now } = belt;
  return (
    <Fields wide={180}>
      <Choice
        label="Length known by"
        value={now.by}
        options={entriesOf(BY_WORDS)}
        disabled={!mayChange}
        onChoose={(value) => set({ by: value })}
      />
      {now.by === 'number' && (
        <TextField
          label="Number on the belt"
          value={now.designation}
          disabled={!mayChange}
          error={problem !== null}
          helperText={problem ?? undefined}
          onChange={(e) => set({ designation: e.target.value.slice(0, 60) }, 'number')}
        />
      )}
      {isMeasured(now) && (
        <SavedField
          at={`belt-now-${belt.id}-length`}
          label="Length along the outside"
          dimension="length"
          value={now.outsideMm}
          optional
          disabled={!mayChange}
          min={200}
          max={10000}
          onValue={(outsideMm) => set({ outsideMm }, 'length')}
        />
      )}
    </Fields>
  );
}

/** Condition of the belt during the measurement, and the size that the drive needs. */
function Conditions({ belt: { now, asks }, mayChange, put, set }: CardProps) {
  return (
    <>
      {now.by !== 'unknown' && (
        <FormControlLabel
          disabled={!mayChange}
          control={<Checkbox checked={now.taut} onChange={(e) => set({ taut: e.target.checked })} />}
          label="The belt was tight round every pulley during the measurement"
        />
      )}
      {isMeasured(now) && (
        <FormControlLabel
          disabled={!mayChange}
          control={<Checkbox checked={now.isNew} onChange={(e) => set({ isNew: e.target.checked })} />}
          label="This is the length of a new belt. Use it as the size of the drive"
        />
      )}
      {isMeasured(now) && !now.isNew && asks === '' && (
        <Typography sx={{ fontSize: 14, color: 'var(--ts-quiet)' }}>
          A worn belt is longer than new. Its length checks the path. Enter the belt size that the drive needs.
        </Typography>
      )}
      {asks !== '' && (
        <Typography sx={{ fontSize: 14 }}>
          The drive needs <strong className="ts-mono">{asks}</strong>.{' '}
          {mayChange && <Button onClick={() => put({ asks: '' })}>Clear</Button>}
        </Typography>
      )}
    </>
  );
}

/** Measured values of a belt, for its probable size. */
const measuredOf = ({ topMm, depthMm, angleDeg, ribs, outsideMm, ...now }: Now) => ({
  ...(topMm !== null ? { topMm } : {}),
  ...(depthMm !== null ? { depthMm } : {}),
  ...(angleDeg !== null ? { angleDeg } : {}),
  ...(ribs !== null ? { ribs } : {}),
  ...((now.by === 'wrap' || now.by === 'rolled') && outsideMm !== null
    ? { outsideMm, ...(now.by === 'rolled' ? { outsideSd: 2 } : {}) }
    : {}),
});

/** Caliper values of a belt without a readable number, and its probable sizes. */
function Identity({ belt, mayChange, put, set }: CardProps) {
  const { now } = belt;
  const field = (name: string) => ({ at: `belt-now-${belt.id}-${name}`, optional: true, disabled: !mayChange }) as const;
  return (
    <>
      <Typography variant="h3" sx={{ mt: 1.5, mb: 1 }}>
        Identify the belt. Measure with a caliper on a clean part.
      </Typography>
      <Fields wide={120}>
        <SavedField
          {...field('top')}
          label="Top width"
          dimension="length"
          value={now.topMm}
          min={3}
          max={200}
          onValue={(topMm) => set({ topMm }, 'top')}
        />
        <SavedField
          {...field('depth')}
          label="Thickness"
          dimension="length"
          value={now.depthMm}
          min={2}
          max={60}
          onValue={(depthMm) => set({ depthMm }, 'depth')}
        />
        <SavedField
          {...field('angle')}
          label="Flank angle"
          dimension="angle"
          value={now.angleDeg}
          min={15}
          max={90}
          onValue={(angleDeg) => set({ angleDeg }, 'angle')}
        />
        <SavedField
          {...field('ribs')}
          label="Ribs, if ribbed"
          dimension="number"
          value={now.ribs}
          min={2}
          max={40}
          onValue={(ribs) => set({ ribs: ribs === null ? null : Math.round(ribs) }, 'ribs')}
        />
      </Fields>
      <Guesses
        guesses={guessBelt({ expected: belt.section, ...measuredOf(now) })}
        mayChange={mayChange}
        onTake={(g) => put({ section: g.section, ...(g.designation !== null && g.outsideMm !== null ? { asks: g.designation } : {}) })}
        section={belt.section}
        asks={belt.asks}
      />
    </>
  );
}

function Guesses({
  guesses,
  mayChange,
  onTake,
  section,
  asks,
}: {
  guesses: readonly BeltGuess[];
  mayChange: boolean;
  onTake: (guess: BeltGuess) => void;
  section: string;
  asks: string;
}) {
  const { show, caliper } = useUnits();
  if (guesses.length === 0) return null;
  return (
    <Box
      component="table"
      sx={{
        width: '100%',
        borderCollapse: 'collapse',
        mt: 1,
        fontSize: 14,
        '& td, & th': { p: '4px 8px 4px 0', textAlign: 'left', borderBottom: '1px solid var(--ts-edge)' },
      }}
    >
      <thead>
        <tr>
          <th>Probably</th>
          <th>Likely</th>
          <th>Wear with this size</th>
          <th>Take it</th>
        </tr>
      </thead>
      <tbody>
        {guesses.slice(0, MOST_GUESSES).map((g) => (
          <tr key={g.section + (g.designation ?? '')}>
            <td className="ts-mono">
              <strong>{g.designation ?? g.section}</strong>
              {g.outsideMm === null ? '' : ` ${show(g.outsideMm, 'length')}`}
            </td>
            <td className="ts-mono">{Math.round(100 * g.odds)}%</td>
            <td>{wornWords(g, caliper)}</td>
            <td>
              {g.designation !== null && g.designation === asks ? (
                'asked for'
              ) : mayChange && (g.section !== section || g.outsideMm !== null) ? (
                <Button size="small" onClick={() => onTake(g)}>
                  {g.outsideMm !== null && g.designation !== null ? `Use ${g.designation}` : `Use section ${g.section}`}
                </Button>
              ) : g.section === section ? (
                'as routed'
              ) : (
                ''
              )}
            </td>
          </tr>
        ))}
      </tbody>
    </Box>
  );
}
