'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Skeleton from '@mui/material/Skeleton';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { CHECKS, splitOf, type Check, type CheckId, type Result } from '@/core/fault';
import type { Drive } from '@/core/drive';
import type { Consent } from '@/core/job';
import type { Latest } from '@/ui/latest';
import type { TraceAnswer, TraceRequest } from '@/workers/trace-service';
import { CauseRow, LookAlikes } from './causes';
import { MendNow, type OnMend } from './mend-now';
import { NextLook } from './next-look';
import { OpenChecks } from './open-checks';

/** Causes in sight before the rest is unfolded; those under this chance are not shown at all. */
const SHOWN = 4;
const LEAST = 0.02;
const NEXT_SHOWN = 3;
/** Of the panel, px: little is moved once it is there. */
const USUAL_HEIGHT = 440;

const checks: readonly Check[] = CHECKS;
const UNASKED = (): Consent => ({ needed: false, said: 'not-asked' });

/** Likely causes, what to look at next and why, and when it is time to mend: one thing to do at a time, to be read at arm’s length. */
export function TracePanel({
  request,
  latest: { answer, failed, again },
  onCheck,
  onMend,
  onAnswer,
  drive = null,
  before = true,
  consentFor = UNASKED,
  left = [],
}: {
  request: TraceRequest;
  /** What comes of it. */
  latest: Latest<TraceAnswer>;
  /** Goes to a check. */
  onCheck: (check: CheckId) => void;
  /** Null where nothing may be written. */
  onMend: OnMend | null;
  /** Drawn small, with where the next check is made. */
  drive?: Drive | null;
  /** Whether the customer is asked before a cause is mended, and what he said. */
  consentFor?: (cause: string) => Consent;
  /** Causes that stay in by the customer’s word: they are mended no more. */
  left?: readonly string[];
  /** Writes the answer to a check that is only asked; null where nothing may be written, or nobody is there to be asked. */
  onAnswer?: ((check: CheckId, result: Result) => Promise<unknown>) | null;
  /** Whether something may have been mended before the machine came. */
  before?: boolean;
}) {
  const [all, setAll] = useState(false);
  const [more, setMore] = useState(false);
  const last = request.faultCase.history.at(-1);
  if (last && 'prove' in last && last.prove === 'gone')
    return (
      <Alert severity="success" variant="outlined" sx={{ mb: 2 }}>
        The belt stays on and the complaint is closed. Faults not repaired are on the ticket, with the customer’s answer.
      </Alert>
    );
  if (failed)
    return (
      <Alert severity="warning" variant="outlined" action={<Button onClick={again}>Calculate again</Button>}>
        The causes could not be calculated.
      </Alert>
    );
  if (!answer) return <Skeleton variant="rounded" height={USUAL_HEIGHT} />;
  const { trace } = answer;
  if (trace.status === 'contradiction')
    return (
      <Alert severity="warning" variant="outlined">
        These findings contradict each other: {trace.conflicts.map((id) => checks.find((c) => c.id === id)!.label.toLowerCase()).join(', ')}
        . Repeat {trace.conflicts.length === 1 ? 'it' : 'one of these checks'}.
      </Alert>
    );
  const { next } = trace;
  // What stays in is not proposed again.
  const stop = trace.stop && left.includes(trace.stop.fix) ? null : trace.stop;
  const likely = trace.causes.filter((c) => c.probability >= LEAST);
  const [one, other] = likely;
  const split = one && other ? splitOf(one.id, other.id) : null;
  const worth = next.filter((n) => n.score >= 1);
  const [first] = worth.length > 0 ? worth : next;
  return (
    <Box component="section" aria-label="Why it does that" sx={{ display: 'grid', gap: 2, mb: 2 }}>
      {stop && <MendNow stop={stop} consent={consentFor(stop.fix)} onMend={onMend} />}
      {first && (!stop || worth.length > 0) && (
        <NextLook
          key={first.check}
          check={checks.find((c) => c.id === first.check)!}
          minutes={first.minutes}
          up={request.faultCase.setups}
          quiet={stop !== null}
          splits={likely.slice(0, 2)}
          onCheck={onCheck}
          onAnswer={onAnswer ?? null}
          request={request}
          drive={drive}
        />
      )}
      <OpenChecks open={trace.open.filter((o) => o.check !== first?.check)} up={request.faultCase.setups} onCheck={onCheck} />
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
            <Button onClick={() => setMore(true)}>Show other checks</Button>
          )}
        </Box>
      )}
      <Box>
        <Typography variant="h3" sx={{ mb: 0.5 }}>
          Likely causes
        </Typography>
        {likely.slice(0, all ? likely.length : SHOWN).map((c) => (
          <CauseRow key={c.id} cause={c} onMend={onMend} before={before} />
        ))}
        {split && <LookAlikes split={split} answered={answeredSince(request.faultCase)} onCheck={onCheck} />}
        <ByItself faultCase={request.faultCase} />
        {likely.length > SHOWN && !all && <Button onClick={() => setAll(true)}>{likely.length - SHOWN} less likely</Button>}
      </Box>
    </Box>
  );
}

/** What entered by itself: what the drive’s own numbers and the readings on the ticket say. */
function ByItself({ faultCase: { history } }: { faultCase: TraceRequest['faultCase'] }) {
  const last = new Map(
    history.flatMap((e) => {
      const check = 'check' in e ? checks.find((c) => c.id === e.check) : undefined;
      return check?.state === 'computed' && 'check' in e ? [[check.label, check.results[e.result as Result] ?? '']] : [];
    }),
  );
  if (last.size === 0) return null;
  return (
    <Box sx={{ fontSize: 14.5, color: 'var(--ts-quiet)', borderTop: '1px solid var(--ts-edge)', pt: 1 }}>
      Computed from the drive, as drawn, and its readings:{' '}
      {[...last].map(([label, result]) => `${label.toLowerCase()}: ${result.toLowerCase()}`).join('; ')}.
    </Box>
  );
}

/** Checks answered since the last mend. */
const answeredSince = ({ history }: TraceRequest['faultCase']): ReadonlySet<string> =>
  new Set(history.slice(history.findLastIndex((e) => 'fixed' in e) + 1).flatMap((e) => ('check' in e ? [e.check] : [])));
