'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { convertLength } from '@/core/belt';
import { sectionOf, type Problem } from '@/core/drive';
import { bareDrive } from '@/core/survey';
import { useUnits } from '@/ui/units';
import { StepCard, type StepProps } from './steps';
import { readingDimension, readingOf, readingTitle } from './readings';
import {
  bentPhoto,
  closingSentence,
  findingSentence,
  markExcluded,
  missingSentence,
  photoAgrees,
  photoDisagrees,
  photoExcluded,
  placeName,
  within,
} from './messages';

/** Result of the notebook: uncertainty, contradictions, and missing values. */
export function FinishStep({
  notebook,
  look,
  write,
  mayChange,
  problems,
  onMake,
  onRemove,
}: StepProps & { problems: readonly Problem[]; onMake: (() => void) | null; onRemove: () => void }) {
  return (
    <>
      <StepCard>
        <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', sm: '1fr 1fr' }, gap: 1 }}>
          <TextField
            label="Name of the drive"
            value={notebook.name}
            disabled={!mayChange}
            onChange={(e) => write((now) => ({ ...now, name: e.target.value.slice(0, 400) }), 'name')}
          />
          <TextField
            label="Notes"
            value={notebook.notes}
            disabled={!mayChange}
            multiline
            onChange={(e) => write((now) => ({ ...now, notes: e.target.value.slice(0, 10000) }), 'notes')}
          />
        </Box>
      </StepCard>
      {problems.length > 0 && (
        <Alert severity="warning" variant="outlined" sx={{ mb: 1.5 }}>
          {problems.map((p) => (
            <div key={p.path + p.message}>{p.message}</div>
          ))}
        </Alert>
      )}
      {look && <Solution notebook={notebook} look={look} />}
      {mayChange && (
        <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
          {onMake && look?.answer.status === 'conflict' && (
            <Button variant="outlined" onClick={onMake}>
              Make drive anyway
            </Button>
          )}
          <Button color="error" onClick={onRemove}>
            Remove this notebook
          </Button>
        </Box>
      )}
    </>
  );
}

interface SolutionProps {
  readonly notebook: StepProps['notebook'];
  readonly look: NonNullable<StepProps['look']>;
}

/** Results of the solved notebook: missing values, findings, belts, uncertainty, differences, photos. */
function Solution({ notebook, look }: SolutionProps) {
  const units = useUnits();
  const { missing, findings } = look.built;
  return (
    <>
      {missing.length > 0 && (
        <StepCard>
          <Typography variant="h3">Still to do for the drive</Typography>
          <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
            {[...new Set(missing.map((m) => missingSentence(notebook, m)))].map((s) => (
              <li key={s}>{s}</li>
            ))}
          </Box>
        </StepCard>
      )}
      {findings.length > 0 && (
        <Alert severity="warning" variant="outlined" sx={{ mb: 1.5 }}>
          {findings.map((f) => (
            <div key={f.code + f.of + (f.text ?? '')}>{findingSentence(notebook, f, units)}</div>
          ))}
        </Alert>
      )}
      <BeltPaths notebook={notebook} look={look} />
      <Uncertainties notebook={notebook} look={look} />
      <Residuals notebook={notebook} look={look} />
      <PhotoChecks notebook={notebook} look={look} />
    </>
  );
}

function BeltPaths({ notebook, look }: SolutionProps) {
  const units = useUnits();
  const { show } = units;
  const belts = bareDrive(notebook).belts;
  if (look.answer.belts.length === 0) return null;
  return (
    <StepCard>
      <Typography variant="h3" sx={{ mb: 0.5 }}>
        Path of each belt, at the measured arm position
      </Typography>
      {look.answer.belts.map((b, i) => {
        const outside = b.pitchLength === null ? null : convertLength(b.pitchLength, 'pitch', 'outside', sectionOf(belts[i]!));
        const closing = look.closing.find((c) => c.belt === b.id);
        return (
          <Box key={b.id} sx={{ mb: 0.5 }}>
            <strong>{notebook.belts[i]?.label}</strong>:{' '}
            {outside === null || b.sd === null ? (
              'not fixed yet.'
            ) : (
              <>
                <span className="ts-mono">
                  {show(outside, 'length')} ± {show(2 * b.sd, 'length', 1)}
                </span>{' '}
                along the outside.
              </>
            )}
            {closing && <Box sx={{ fontSize: 14, color: 'var(--ts-quiet)' }}>{closingSentence(notebook, b.id, closing.check, units)}</Box>}
          </Box>
        );
      })}
    </StepCard>
  );
}

function Uncertainties({ notebook, look }: SolutionProps) {
  const { show } = useUnits();
  const places = [...look.answer.pulleys, ...look.answer.points];
  if (places.length === 0) return null;
  return (
    <StepCard>
      <Typography variant="h3" sx={{ mb: 0.5 }}>
        Uncertainty of each position
      </Typography>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, columns: { xs: 1, sm: 2 }, columnGap: 3, fontSize: 14 }}>
        {places.map((p) => (
          <Box component="li" key={p.id} sx={{ display: 'flex', gap: 1, breakInside: 'avoid', py: 0.25 }}>
            <span style={{ flex: 1 }}>{placeName(notebook, p.id)}</span>
            <span className="ts-mono" style={{ whiteSpace: 'nowrap' }}>
              {p.sd === null ? 'not fixed' : p.sd === 0 ? 'where it starts' : `± ${show(2 * p.sd, 'length', 1)}`}
            </span>
          </Box>
        ))}
      </Box>
    </StepCard>
  );
}

/** Number of shown differences. */
const MOST_SHOWN = 12;

/** Difference of each measurement from the fit: suspects first, then the largest. */
function Residuals({ notebook, look }: SolutionProps) {
  const { show } = useUnits();
  const [worst, second] = look.answer.suspects;
  const rank = (id: string) => Number(id === worst || id === second);
  const rows = [...look.answer.measures]
    .sort((a, b) => rank(b.id) - rank(a.id) || Math.abs(b.residual ?? 0) - Math.abs(a.residual ?? 0))
    .slice(0, MOST_SHOWN)
    .flatMap(({ id, residual }) => {
      const reading = readingOf(notebook, id);
      return reading && residual !== null ? [{ id, residual, reading }] : [];
    });
  if (rows.length === 0) return null;
  return (
    <StepCard>
      <Typography variant="h3" sx={{ mb: 0.5 }}>
        Difference of each measurement from the fit
      </Typography>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, fontSize: 14 }}>
        {rows.map(({ id, residual, reading }) => (
          <Box
            component="li"
            key={id}
            sx={{
              display: 'flex',
              gap: 1,
              color: rank(id) > 0 ? 'var(--ts-copper)' : 'inherit',
              fontWeight: rank(id) > 0 ? 650 : 400,
            }}
          >
            <span style={{ flex: 1 }}>
              {readingTitle(notebook, reading)}
              {id === worst ? ', most likely wrong' : id === second ? ', second most likely' : ''}
            </span>
            <span className="ts-mono">
              {residual >= 0 ? '+' : '−'}
              {show(Math.abs(residual), readingDimension(reading), 1)}
            </span>
          </Box>
        ))}
      </Box>
    </StepCard>
  );
}

/** Tilt of a camera that is worth a word, degrees. */
const TILT_SHOWN_DEG = 6;

function PhotoChecks({ notebook, look }: Pick<SolutionProps, 'notebook' | 'look'>) {
  const { show } = useUnits();
  return look.answer.photos.map((p) => {
    const number = notebook.photos.findIndex((one) => one.id === p.id) + 1;
    const byRims = notebook.photos[number - 1]?.scale.kind === 'rims';
    const worst = show(Math.max(0, ...p.marks.map((m) => m.offMm)), 'length', 1);
    const words = () => {
      if (p.excluded) return photoExcluded(number);
      if (p.excludedMark) return markExcluded(number, within(placeName(notebook, p.excludedMark)));
      if (p.bent) return byRims ? bentPhoto(true) : photoDisagrees(number, worst);
      return photoAgrees(number, worst, p.slantDegrees > TILT_SHOWN_DEG ? show(p.slantDegrees, 'angle', 0) : null);
    };
    const isDoubted = p.bent || p.excluded || p.excludedMark !== null;
    return (
      <Alert key={p.id} severity={isDoubted ? 'warning' : 'success'} variant="outlined" sx={{ mb: 1.5 }}>
        {words()}
      </Alert>
    );
  });
}
