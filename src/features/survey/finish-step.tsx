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
import { closingSentence, findingSentence, missingSentence, placeName, photoDisagrees, photoAgrees } from './messages';

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
  const units = useUnits();
  const { show } = units;
  const places = [...(look?.answer.pulleys ?? []), ...(look?.answer.points ?? [])];
  const built = look?.built;
  const belts = bareDrive(notebook).belts;
  const worst = look?.answer.suspects.slice(0, 2) ?? [];
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
      {built && built.missing.length > 0 && (
        <StepCard>
          <Typography variant="h3">Still to do for the drive</Typography>
          <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
            {[...new Set(built.missing.map((m) => missingSentence(notebook, m)))].map((s) => (
              <li key={s}>{s}</li>
            ))}
          </Box>
        </StepCard>
      )}
      {built && built.findings.length > 0 && (
        <Alert severity="warning" variant="outlined" sx={{ mb: 1.5 }}>
          {built.findings.map((f) => (
            <div key={f.code + f.of + (f.text ?? '')}>{findingSentence(notebook, f, units)}</div>
          ))}
        </Alert>
      )}
      {look && look.answer.belts.length > 0 && (
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
                {closing && (
                  <Box sx={{ fontSize: 14, color: 'var(--ts-quiet)' }}>{closingSentence(notebook, b.id, closing.check, units)}</Box>
                )}
              </Box>
            );
          })}
        </StepCard>
      )}
      {places.length > 0 && (
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
      )}
      {look && look.answer.measures.some((m) => m.residual !== null) && (
        <StepCard>
          <Typography variant="h3" sx={{ mb: 0.5 }}>
            Difference of each measurement from the fit
          </Typography>
          <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, fontSize: 14 }}>
            {[...look.answer.measures]
              .sort(
                (a, b) =>
                  Number(worst.includes(b.id)) - Number(worst.includes(a.id)) || Math.abs(b.residual ?? 0) - Math.abs(a.residual ?? 0),
              )
              .slice(0, 12)
              .map((m) => {
                const reading = readingOf(notebook, m.id);
                return (
                  reading &&
                  m.residual !== null && (
                    <Box
                      component="li"
                      key={m.id}
                      sx={{
                        display: 'flex',
                        gap: 1,
                        color: worst.includes(m.id) ? 'var(--ts-copper)' : 'inherit',
                        fontWeight: worst.includes(m.id) ? 650 : 400,
                      }}
                    >
                      <span style={{ flex: 1 }}>
                        {readingTitle(notebook, reading)}
                        {worst[0] === m.id ? ', most likely wrong' : worst[1] === m.id ? ', second most likely' : ''}
                      </span>
                      <span className="ts-mono">
                        {m.residual >= 0 ? '+' : '−'}
                        {show(Math.abs(m.residual), readingDimension(reading), 1)}
                      </span>
                    </Box>
                  )
                );
              })}
          </Box>
        </StepCard>
      )}
      {look?.answer.photos.map((p, i) => (
        <Alert key={p.id} severity={p.bent ? 'warning' : 'success'} variant="outlined" sx={{ mb: 1.5 }}>
          {p.bent
            ? photoDisagrees(i + 1, show(Math.max(...p.marks.map((m) => m.offMm)), 'length', 1))
            : photoAgrees(
                i + 1,
                show(Math.max(0, ...p.marks.map((m) => m.offMm)), 'length', 1),
                p.slantDegrees > 6 ? show(p.slantDegrees, 'angle', 0) : null,
              )}
        </Alert>
      ))}
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
