'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { Drive } from '@/core/drive';
import { setupsFor, vocabulary, type Check, type CheckId, type Result, type TracedCause } from '@/core/fault';
import { pulleysOf } from '@/core/job';
import { DriveSketch } from '@/ui/plate/sketch';
import type { TraceRequest } from '@/services/trace';
import { WhatIf } from './what-if';
import { TermText } from '../glossary/term-text';

const words = vocabulary();
const labelOf = (cause: string) => words.causes.find((c) => c.id === cause)!.label;

/** The most useful check now: method, parts to remove, minutes, and the causes it separates. */
export function NextCheckCard({
  check,
  minutes,
  up,
  quiet,
  splits,
  onCheck,
  onAnswer,
  request,
  drive,
}: {
  request: TraceRequest;
  drive: Drive | null;
  check: Check;
  minutes: number;
  up: readonly string[];
  /** It comes after a repair. */
  quiet: boolean;
  splits: readonly TracedCause[];
  onCheck: (check: CheckId) => void;
  onAnswer: ((check: CheckId, result: Result) => Promise<unknown>) | null;
}) {
  const off = setupsFor(check.setups).filter((s) => !up.includes(s.id));
  const given = words.likelihoods.checks[check.id]!.given;
  const [one, other] = splits;
  const asked = check.state === 'asked';
  const places = drive ? pulleysOf(check, drive) : [];
  const named = drive?.pulleys.flatMap((p, i) => (places.includes(p.id) ? [`${i + 1} ${p.label ?? p.id}`] : [])) ?? [];
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
        {asked ? 'Next question' : 'Next check'}, {minutes} min
      </Box>
      {drive && named.length > 0 && (
        <Box sx={{ float: 'right', width: { xs: 96, sm: 150 }, ml: 1.5, mb: 0.5 }}>
          <DriveSketch drive={drive} height={92} marked={places} />
        </Box>
      )}
      <Box sx={{ fontSize: 22, fontWeight: 650 }}>{check.label}</Box>
      <Box sx={{ fontSize: 16, my: 0.5 }}>
        <TermText>{check.how}</TermText>
        {named.length > 0 && ` On the drawing: ${named.join(', ')}.`}
        {off.length > 0 && ` First: ${off.map((s) => s.label.toLowerCase()).join(', ')}.`}
        {parts && ` It separates: ${labelOf(one.id).toLowerCase()}, and ${labelOf(other.id).toLowerCase()}.`}
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
          Open check
        </Button>
      )}
      <WhatIf request={request} check={check.id} />
    </Box>
  );
}
