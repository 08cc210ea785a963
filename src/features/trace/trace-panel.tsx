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
  splitOf,
  type LookAlike,
  type CauseId,
  type Check,
  type CheckId,
  type Result,
  stopSentence,
  vocabulary,
  type TracedCause,
} from '@/core/fault';
import type { Consent, Mended } from '@/core/job';
import { useTrace } from '@/ui/solver';
import { UNFOLDS } from '@/ui/unfolds';
import type { TraceRequest } from '@/workers/trace-service';
import { WhatIf } from './what-if';

/** Causes in sight before the rest is unfolded; those under this chance are not shown at all. */
const SHOWN = 4;
const LEAST = 0.02;
const NEXT_SHOWN = 3;

const words = vocabulary();
const checks: readonly Check[] = CHECKS;
const labelOf = (cause: string) => words.causes.find((c) => c.id === cause)!.label;
const mendOf = (cause: string) => CAUSES.find((c) => c.id === cause)?.mend.act ?? 'Strip the drive down, or ask the maker';
const CONSENT_WORDS: Readonly<Record<Consent['said'], string>> = {
  'not-asked': 'Ask the customer first: it costs more than this shop spends unasked.',
  asked: 'The customer was asked, and has not answered.',
  waiting: 'The customer wants to think about it.',
  approved: 'The customer agreed to it.',
  declined: 'The customer declined it.',
};
type Stop = Parameters<typeof stopSentence>[1];
const percent = (p: number) => (p > 0.995 ? 'over 99 %' : `${Math.round(100 * p)} %`);

/** Writes that something is mended, was mended before it came, or stays in. @param agreed the customer was asked first */
export type OnMend = (cause: CauseId, when: Mended['when'], agreed?: boolean) => Promise<unknown>;
const UNASKED = (): Consent => ({ needed: false, said: 'not-asked' });

/** What may be wrong, what to look at next and why, and when it is time to mend: one thing to do at a time, to be read at arm’s length. */
export function TracePanel({
  request,
  onCheck,
  onMend,
  onAnswer,
  before = true,
  consentFor = UNASKED,
  left = [],
}: {
  /** As one value: made anew it is asked anew. */
  request: TraceRequest;
  /** Goes to a check. */
  onCheck: (check: CheckId) => void;
  /** Null where nothing may be written. */
  onMend: OnMend | null;
  /** Whether the customer is asked before a cause is mended, and what he said. */
  consentFor?: (cause: string) => Consent;
  /** Causes that stay in by the customer’s word: they are mended no more. */
  left?: readonly string[];
  /** Writes the answer to a check that is only asked; null where nothing may be written, or nobody is there to be asked. */
  onAnswer?: ((check: CheckId, result: Result) => Promise<unknown>) | null;
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
        {split && <LookAlikes split={split} answered={answeredSince(request.faultCase)} onCheck={onCheck} />}
        {likely.length > SHOWN && !all && <Button onClick={() => setAll(true)}>{likely.length - SHOWN} less likely</Button>}
      </Box>
    </Box>
  );
}

/** What is mended now, with what the customer says to it where he is asked first. */
function MendNow({ stop, consent, onMend }: { stop: Stop; consent: Consent; onMend: OnMend | null }) {
  const cause = stop.fix as CauseId;
  const ask = consent.needed && consent.said !== 'approved';
  return (
    <Box sx={{ border: '2px solid var(--ts-work)', borderRadius: '4px', p: 2, bgcolor: 'var(--ts-card)' }}>
      <Box sx={{ fontSize: 14, color: 'var(--ts-quiet)' }}>{ask ? 'Ask the customer, then mend' : 'Mend now'}</Box>
      <Box sx={{ fontSize: 22, fontWeight: 650 }}>{mendOf(stop.fix)}</Box>
      <Box sx={{ fontSize: 16, my: 0.5 }}>
        {stopSentence(words, stop)}
        {consent.needed && ` ${CONSENT_WORDS[consent.said]}`}
      </Box>
      {onMend && (
        <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
          <Button variant="contained" onClick={() => void onMend(cause, 'here', consent.needed)}>
            {ask ? 'He agreed; it is mended' : 'It is mended'}
          </Button>
          {consent.needed && (
            <Button variant="outlined" onClick={() => void onMend(cause, 'left')}>
              He declines; it stays in
            </Button>
          )}
        </Box>
      )}
    </Box>
  );
}

/** Checks answered since the last mend. */
const answeredSince = ({ history }: TraceRequest['faultCase']): ReadonlySet<string> =>
  new Set(history.slice(history.findLastIndex((e) => 'fixed' in e) + 1).flatMap((e) => ('check' in e ? [e.check] : [])));

/** What splits the first two where they look alike. */
function LookAlikes({ split, answered, onCheck }: { split: LookAlike; answered: ReadonlySet<string>; onCheck: (check: CheckId) => void }) {
  const open = split.checks.filter((id) => !answered.has(id));
  return (
    <Box sx={{ borderLeft: '3px solid var(--ts-work)', pl: 1.5, my: 1 }}>
      <Box sx={{ fontWeight: 600 }}>The first two look alike</Box>
      <Box sx={{ fontSize: 15 }}>{split.how}</Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, mt: 0.5 }}>
        {open.map((id) => (
          <Button key={id} variant="outlined" onClick={() => onCheck(id)}>
            {checks.find((c) => c.id === id)!.label}
          </Button>
        ))}
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
  onAnswer,
  request,
}: {
  request: TraceRequest;
  check: Check;
  minutes: number;
  up: readonly string[];
  /** It stands behind a mend. */
  quiet: boolean;
  splits: readonly TracedCause[];
  onCheck: (check: CheckId) => void;
  onAnswer: ((check: CheckId, result: Result) => Promise<unknown>) | null;
}) {
  const off = setupsFor(check.setups).filter((s) => !up.includes(s.id));
  const given = words.likelihoods.checks[check.id]!.given;
  const [one, other] = splits;
  const asked = check.state === 'asked';
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
      <Box sx={{ fontSize: 14, color: 'var(--ts-quiet)' }}>
        {asked ? 'Ask this next' : 'Look at this next'}, {minutes} min
      </Box>
      <Box sx={{ fontSize: 22, fontWeight: 650 }}>{check.label}</Box>
      <Box sx={{ fontSize: 16, my: 0.5 }}>
        {check.how}
        {off.length > 0 && ` First: ${off.map((s) => s.label.toLowerCase()).join(', ')}.`}
        {parts && ` It tells apart: ${labelOf(one.id).toLowerCase()}, and ${labelOf(other.id).toLowerCase()}.`}
      </Box>
      {asked && onAnswer ? (
        <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
          {(['good', 'watch', 'bad'] as const).map(
            (r) =>
              check.results[r] && (
                <Button key={r} variant="outlined" sx={{ minHeight: 48 }} onClick={() => void onAnswer(check.id as CheckId, r)}>
                  {check.results[r]}
                </Button>
              ),
          )}
        </Box>
      ) : (
        <Button variant={quiet ? 'outlined' : 'contained'} onClick={() => onCheck(check.id as CheckId)}>
          Go to it
        </Button>
      )}
      <WhatIf request={request} check={check.id} />
    </Box>
  );
}

/** One cause: how likely, and what speaks for it and against. */
function CauseRow({ cause, onMend, before }: { cause: TracedCause; onMend: OnMend | null; before: boolean }) {
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
