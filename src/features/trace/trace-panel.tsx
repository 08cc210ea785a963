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
import type { Latest } from '@/client/latest';
import type { TraceAnswer, TraceRequest } from '@/services/trace';
import { CauseRow, LookAlikes } from './causes';
import { RepairNow, type OnRepair } from './repair-now';
import { NextCheckCard } from './next-check-card';
import { OpenChecks } from './open-checks';
import { calculatedFromDrawing, findingsContradict } from './messages';

/** Number of visible causes before unfolding, and the smallest probability shown. */
const SHOWN = 4;
const LEAST = 0.02;
const NEXT_SHOWN = 3;
/** Height of the panel, px, which limits later shifts. */
const USUAL_HEIGHT = 440;

const checks: readonly Check[] = CHECKS;
const UNASKED = (): Consent => ({ needed: false, said: 'not-asked' });

/** Likely causes, next check with its reason, and the time to repair: one action at a time, readable at arm's length. */
export function TracePanel({
  request,
  latest: { answer, failed, again },
  onCheck,
  onRepair,
  onAnswer,
  drive = null,
  before = true,
  consentFor = UNASKED,
  left = [],
}: {
  request: TraceRequest;
  /** Answer of tracing. */
  latest: Latest<TraceAnswer>;
  /** Opens a check. */
  onCheck: (check: CheckId) => void;
  /** Null where nothing may be written. */
  onRepair: OnRepair | null;
  /** Drawn small, with where the next check is made. */
  drive?: Drive | null;
  /** Consent of the customer before a repair, and the decision. */
  consentFor?: (cause: string) => Consent;
  /** Causes that the customer declined to repair. They are not proposed again. */
  left?: readonly string[];
  /** Records the answer to a question. Null if writing is not allowed, or there is no customer. */
  onAnswer?: ((check: CheckId, result: Result) => Promise<unknown>) | null;
  /** True if a cause may have been repaired before intake. */
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
        {findingsContradict(trace.conflicts.map((id) => checks.find((c) => c.id === id)!.label.toLowerCase()))}
      </Alert>
    );
  const { next } = trace;
  // A declined repair is not proposed again.
  const stop = trace.stop && left.includes(trace.stop.fix) ? null : trace.stop;
  const likely = trace.causes.filter((c) => c.probability >= LEAST);
  const [one, other] = likely;
  const split = one && other ? splitOf(one.id, other.id) : null;
  const worth = next.filter((n) => n.score >= 1);
  const [first] = worth.length > 0 ? worth : next;
  return (
    <Box component="section" aria-label="Reason for the complaint" sx={{ display: 'grid', gap: 2, mb: 2 }}>
      {stop && <RepairNow stop={stop} consent={consentFor(stop.fix)} onRepair={onRepair} />}
      {first && (!stop || worth.length > 0) && (
        <NextCheckCard
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
          <CauseRow key={c.id} cause={c} onRepair={onRepair} before={before} />
        ))}
        {split && <LookAlikes split={split} answered={answeredSince(request.faultCase)} onCheck={onCheck} />}
        <ByItself faultCase={request.faultCase} />
        {likely.length > SHOWN && !all && <Button onClick={() => setAll(true)}>{likely.length - SHOWN} less likely</Button>}
      </Box>
    </Box>
  );
}

/** Automatic results: from the values of the drive, and from readings on the ticket. */
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
      {calculatedFromDrawing([...last].map(([label, result]) => `${label.toLowerCase()}: ${result.toLowerCase()}`).join('; '))}
    </Box>
  );
}

/** Checks answered since the last repair. */
const answeredSince = ({ history }: TraceRequest['faultCase']): ReadonlySet<string> =>
  new Set(history.slice(history.findLastIndex((e) => 'fixed' in e) + 1).flatMap((e) => ('check' in e ? [e.check] : [])));
