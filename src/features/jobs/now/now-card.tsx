'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useState, type ReactNode } from 'react';
import type { RunLine } from '@/core/job';
import { LineForm } from '@/ui/line-form';
import { stageName } from '../stage-messages';
import type { StageProps } from '../stages/module';
import { TermText } from '../../glossary/term-text';

const STATE_WORDS: Readonly<Record<RunLine['state'], string>> = {
  done: 'Done',
  skipped: 'Skipped',
  'not-needed': 'Not needed',
  again: 'Again',
  now: 'Now',
  next: 'Next',
  later: 'Later',
};

/** Lines that are skipped by their own controls, or never. */
const OWN_SKIP = new Set(['step', 'close', 'repair']);

/** The current line, with its controls. */
export function NowCard({
  line,
  place,
  of,
  turn,
  job,
  at,
  commands,
  writable,
  onBack,
  onWithout,
  brief = false,
  children,
}: Pick<StageProps, 'job' | 'at' | 'commands' | 'writable'> & {
  line: RunLine;
  /** Its place among all lines of the job, from 1, and how many there are; 0 for a line that is not needed. */
  place: number;
  of: number;
  /** It is this line's turn at the stage. */
  turn: boolean;
  /** Returns to the line before; null where there is none. */
  onBack: (() => void) | null;
  /** Skips an optional line. Null if the line is required. */
  onWithout: (() => void) | null;
  /** Its work is open below: it takes as little height as it can. */
  brief?: boolean;
  children?: ReactNode;
}) {
  const [asking, setAsking] = useState(false);
  const skip = async (why: string) => {
    const body = { line: line.id, words: line.title.slice(0, 500), why };
    const words = `Job ${job.number}: skipped ${line.title.slice(0, 50)}`;
    const taken = await commands.write(line.stage, 'skipped', body, words, 'Skipped. The reason is on the ticket.');
    if (taken) setAsking(false);
    return taken;
  };
  const skippable = writable && !onWithout && !OWN_SKIP.has(line.work.kind) && ['now', 'next', 'later', 'again'].includes(line.state);
  return (
    <Box
      component="section"
      aria-label="Now"
      sx={{
        border: '2px solid var(--ts-work)',
        borderRadius: '6px',
        bgcolor: 'var(--ts-card)',
        p: brief ? { xs: 1.25, sm: 1.5 } : { xs: 1.5, sm: 2 },
        pb: brief ? 0.5 : undefined,
        mb: 1,
      }}
    >
      <Box sx={brief ? { display: { sm: 'flex' }, flexWrap: 'wrap', alignItems: 'baseline', columnGap: 2 } : undefined}>
        <Position {...{ line, at, turn, place, of, onBack }} />
        <Typography
          component="h3"
          sx={{ fontSize: { xs: 19, sm: 22 }, fontWeight: 650, lineHeight: 1.25, mt: brief ? 0 : 0.5, mb: brief ? 0 : 1 }}
        >
          <TermText>{line.title}</TermText>
        </Typography>
        {line.reason !== '' && (
          <Box sx={{ color: 'var(--ts-quiet)', fontSize: 15, mt: brief ? 0 : -0.5, mb: brief ? 0 : 1 }}>{line.reason}</Box>
        )}
        {children}
        {(skippable || onWithout) && !asking && (
          <Box sx={brief ? { ml: 'auto' } : { display: 'flex', mt: 0.5, mx: -1 }}>
            {skippable && <Button onClick={() => setAsking(true)}>Skip this step…</Button>}
            {onWithout && <Button onClick={onWithout}>Continue without this check</Button>}
          </Box>
        )}
      </Box>
      {asking && <LineForm label="Reason for skipping" submit="Skip" maxLength={500} onSave={skip} onCancel={() => setAsking(false)} />}
    </Box>
  );
}

/** State, stage and minutes of the line, with its place in the run list. */
function Position({
  line,
  at,
  turn,
  place,
  of,
  onBack,
}: Pick<Parameters<typeof NowCard>[0], 'line' | 'at' | 'turn' | 'place' | 'of' | 'onBack'>) {
  const state = turn && line.state !== 'again' ? 'Now' : STATE_WORDS[line.state];
  return (
    <Box
      sx={{
        ...{ display: 'flex', justifyContent: 'space-between', gap: 2 },
        ...{ fontSize: 14, fontWeight: 650, color: 'var(--ts-work)' },
      }}
    >
      <Box sx={{ mr: 'auto' }}>
        {/* 44 px to tap, without the height of a row. */}
        {onBack && (
          <Button onClick={onBack} sx={{ minHeight: 44, my: -1.5, ml: -1, mr: 1 }}>
            Back
          </Button>
        )}
        {state}
        {line.stage === at ? '' : ` · ${stageName(line.stage)}`}
        {line.minutes === null ? '' : ` · ${line.minutes} min`}
      </Box>
      <Box className="ts-mono" sx={{ fontWeight: 450 }}>
        {place > 0 && `Step ${place} of ${of}`}
      </Box>
    </Box>
  );
}
