'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Skeleton from '@mui/material/Skeleton';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import {
  CAUSES,
  CHECKS,
  setupsFor,
  type CauseId,
  type Check,
  type CheckId,
  stopSentence,
  vocabulary,
  type TracedCause,
} from '@/core/fault';
import { useTrace } from '@/ui/solver';
import { UNFOLDS } from '@/ui/unfolds';
import type { TraceRequest } from '@/workers/trace-service';

/** Causes in sight before the rest is unfolded; those under this chance are not shown at all. */
const SHOWN = 4;
const LEAST = 0.02;
const NEXT_SHOWN = 3;

const words = vocabulary();
const checks: readonly Check[] = CHECKS;
const labelOf = (cause: string) => words.causes.find((c) => c.id === cause)!.label;
const mendOf = (cause: string) => CAUSES.find((c) => c.id === cause)?.mend.act ?? 'Strip the drive down, or ask the maker';
const percent = (p: number) => (p > 0.995 ? 'over 99 %' : `${Math.round(100 * p)} %`);

/** What may be wrong, what to look at next and why, and when it is time to mend: one thing to do at a time, to be read at arm’s length. */
export function TracePanel({
  request,
  onCheck,
  onMend,
  before = true,
}: {
  /** As one value: made anew it is asked anew. */
  request: TraceRequest;
  /** Goes to a check. */
  onCheck: (check: CheckId) => void;
  /** Null where nothing may be written. */
  onMend: ((cause: CauseId, when: 'here' | 'before') => Promise<unknown>) | null;
  /** Whether something may have been mended before the machine came. */
  before?: boolean;
}) {
  const { answer, failed, again } = useTrace(request);
  const [all, setAll] = useState(false);
  const [more, setMore] = useState(false);
  const last = request.faultCase.history.at(-1);
  if (last && 'prove' in last && last.prove === 'gone')
    return (
      <Alert severity="success" variant="outlined" sx={{ mb: 2 }}>
        It stays on: the complaint is closed. Known bad parts that stay in are on the ticket, with the customer’s answer.
      </Alert>
    );
  if (failed)
    return (
      <Alert severity="warning" variant="outlined" action={<Button onClick={again}>Work it out again</Button>}>
        What may be wrong could not be worked out just now.
      </Alert>
    );
  if (!answer) return <Skeleton variant="rounded" height={160} />;
  const { trace } = answer;
  if (trace.status === 'contradiction')
    return (
      <Alert severity="warning" variant="outlined">
        These answers cannot stand together: {trace.conflicts.map((id) => checks.find((c) => c.id === id)!.label.toLowerCase()).join(', ')}.
        Look at {trace.conflicts.length === 1 ? 'it' : 'one of them'} once more.
      </Alert>
    );
  const { stop, next } = trace;
  const likely = trace.causes.filter((c) => c.probability >= LEAST);
  const worth = next.filter((n) => n.score >= 1);
  const [first] = worth.length > 0 ? worth : next;
  return (
    <Box component="section" aria-label="Why it does that" sx={{ display: 'grid', gap: 2, mb: 2 }}>
      {stop && (
        <Box sx={{ border: '2px solid var(--ts-work)', borderRadius: '4px', p: 2, bgcolor: 'var(--ts-card)' }}>
          <Box sx={{ fontSize: 14, color: 'var(--ts-quiet)' }}>Mend now</Box>
          <Box sx={{ fontSize: 22, fontWeight: 650 }}>{mendOf(stop.fix)}</Box>
          <Box sx={{ fontSize: 16, my: 0.5 }}>{stopSentence(words, stop)}</Box>
          {onMend && (
            <Button variant="contained" onClick={() => void onMend(stop.fix as CauseId, 'here')}>
              It is mended
            </Button>
          )}
        </Box>
      )}
      {first && (!stop || worth.length > 0) && (
        <NextLook
          key={first.check}
          check={checks.find((c) => c.id === first.check)!}
          minutes={first.minutes}
          up={request.faultCase.setups}
          quiet={stop !== null}
          splits={likely.slice(0, 2)}
          onCheck={onCheck}
        />
      )}
      {worth.length > 1 && (
        <Box sx={{ fontSize: 15 }}>
          {more ? (
            <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
              {worth.slice(1, 1 + NEXT_SHOWN).map((n) => {
                const check = checks.find((c) => c.id === n.check)!;
                return (
                  <li key={n.check}>
                    <Button onClick={() => onCheck(n.check as CheckId)} sx={{ textAlign: 'left' }}>
                      {check.label}, {n.minutes} min
                    </Button>
                  </li>
                );
              })}
            </Box>
          ) : (
            <Button onClick={() => setMore(true)}>Or one of these instead</Button>
          )}
        </Box>
      )}
      <Box>
        <Typography variant="h3" sx={{ mb: 0.5 }}>
          What may be wrong
        </Typography>
        {likely.slice(0, all ? likely.length : SHOWN).map((c) => (
          <CauseRow key={c.id} cause={c} onMend={onMend} before={before} />
        ))}
        {likely.length > SHOWN && !all && <Button onClick={() => setAll(true)}>{likely.length - SHOWN} less likely</Button>}
      </Box>
    </Box>
  );
}

/** The one check that is worth most now: how, what comes off, how long, and what it tells apart. */
function NextLook({
  check,
  minutes,
  up,
  quiet,
  splits,
  onCheck,
}: {
  check: Check;
  minutes: number;
  up: readonly string[];
  /** It stands behind a mend. */
  quiet: boolean;
  splits: readonly TracedCause[];
  onCheck: (check: CheckId) => void;
}) {
  const off = setupsFor(check.setups).filter((s) => !up.includes(s.id));
  const given = words.likelihoods.checks[check.id]!.given;
  const [one, other] = splits;
  const parts = one && other && (given[one.id] === undefined) !== (given[other.id] === undefined);
  return (
    <Box
      sx={{
        border: `${quiet ? 1 : 2}px solid ${quiet ? 'var(--ts-edge)' : 'var(--ts-work)'}`,
        borderRadius: '4px',
        p: 2,
        bgcolor: 'var(--ts-card)',
      }}
    >
      <Box sx={{ fontSize: 14, color: 'var(--ts-quiet)' }}>Look at this next, {minutes} min</Box>
      <Box sx={{ fontSize: 22, fontWeight: 650 }}>{check.label}</Box>
      <Box sx={{ fontSize: 16, my: 0.5 }}>
        {check.how}
        {off.length > 0 && ` First: ${off.map((s) => s.label.toLowerCase()).join(', ')}.`}
        {parts && ` It tells apart: ${labelOf(one.id).toLowerCase()}, and ${labelOf(other.id).toLowerCase()}.`}
      </Box>
      <Button variant={quiet ? 'outlined' : 'contained'} onClick={() => onCheck(check.id as CheckId)}>
        Go to it
      </Button>
    </Box>
  );
}

/** One cause: how likely, and what speaks for it and against. */
function CauseRow({
  cause,
  onMend,
  before,
}: {
  cause: TracedCause;
  onMend: ((cause: CauseId, when: 'here' | 'before') => Promise<unknown>) | null;
  before: boolean;
}) {
  const [open, setOpen] = useState(false);
  const label = labelOf(cause.id);
  return (
    <Box sx={{ borderTop: '1px solid var(--ts-edge)', py: 1 }}>
      <Box
        component="button"
        type="button"
        aria-expanded={open}
        onClick={() => setOpen(!open)}
        sx={{ ...UNFOLDS, gridTemplateColumns: '1fr 64px' }}
      >
        <span style={{ fontSize: 17, fontWeight: 600 }}>{label}</span>
        <span className="ts-mono" style={{ textAlign: 'right' }}>
          {percent(cause.probability)}
        </span>
        <Box aria-hidden sx={{ gridColumn: '1 / -1', height: 5, borderRadius: 3, bgcolor: 'var(--ts-edge)' }}>
          <Box sx={{ height: 5, borderRadius: 3, width: `${100 * cause.probability}%`, bgcolor: 'var(--ts-work)' }} />
        </Box>
      </Box>
      {open && (
        <Box sx={{ fontSize: 15, mt: 0.5 }}>
          {cause.for.map((s) => (
            <Box key={s}>Speaks for it. {s}</Box>
          ))}
          {cause.against.map((s) => (
            <Box key={s} sx={{ color: 'var(--ts-quiet)' }}>
              Speaks against it. {s}
            </Box>
          ))}
          {cause.for.length + cause.against.length === 0 && <Box>Nothing found yet speaks for it or against it.</Box>}
          {onMend && (
            <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, mt: 0.5 }}>
              <Button variant="outlined" onClick={() => void onMend(cause.id as CauseId, 'here')}>
                It is mended
              </Button>
              {before && (
                <Button onClick={() => void onMend(cause.id as CauseId, 'before')}>It was mended before it came, and went on</Button>
              )}
            </Box>
          )}
        </Box>
      )}
    </Box>
  );
}
