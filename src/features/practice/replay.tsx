'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Skeleton from '@mui/material/Skeleton';
import Typography from '@mui/material/Typography';
import Link from 'next/link';
import { useMemo } from 'react';
import { vocabulary } from '@/core/fault';
import { moveWords, type Beside, type Choice, type Model, type Review, type PracticeSession, type SessionStep } from '@/core/practice';
import { useNotice } from '@/ui/notice';
import { useReview } from '@/client/solver';
import { DriveSketch } from '@/ui/plate/sketch';
import { practiceDrive } from './drives';
import { useStartPracticeSession } from './use-start';
import { practiceCodeText, tracingTakes, repairsText, faultsLeft } from './messages';
import type { StoredPracticeSession } from '@/contract/records';

const words = vocabulary();
const causeWords = (ids: readonly string[]) => ids.map((id) => words.causes.find((c) => c.id === id)!.label.toLowerCase()).join('; ');
const minutesText = (m: number) => `${Math.round(m * 10) / 10} min`;

const BESIDE_WORDS: Readonly<Record<Beside, string>> = { same: 'Same as tracing', 'as-good': 'As good', worse: 'Better' };

/** Mark for the quality of a move, with its own shape and word. */
function BesideMark({ beside }: { beside: Beside }) {
  return (
    <svg width={18} height={18} viewBox="-9 -9 18 18" aria-hidden focusable="false" style={{ flex: 'none' }}>
      {beside === 'worse' ? (
        <path d="M0 -7L7 6H-7Z" fill="none" stroke="var(--ts-copper)" strokeWidth={2} />
      ) : (
        <circle r={6.5} fill={beside === 'same' ? 'var(--ts-work)' : 'none'} stroke="var(--ts-work)" strokeWidth={2} />
      )}
    </svg>
  );
}

/** Copies the address of a machine, or shows the code if copying is not allowed. */
async function share(code: string): Promise<string> {
  try {
    await navigator.clipboard.writeText(`${window.location.origin}/practice?code=${encodeURIComponent(code)}`);
    return 'The address is copied. Send it to the person who wants to try this machine.';
  } catch {
    return practiceCodeText(code);
  }
}

const choiceWords = ({ move }: Choice) => moveWords(words, { move, result: null });

/** Review of a session: faults, minutes compared with tracing, and each move with the better move and its reason. */
export function Replay({
  stored,
  session,
  model,
  helped,
}: {
  stored: StoredPracticeSession;
  session: PracticeSession;
  model: Model;
  helped: boolean;
}) {
  const { machine } = stored;
  const request = useMemo(
    () => ({ machine, played: session.steps.map(({ move, result }) => ({ move, result })) }),
    [machine, session.steps],
  );
  const { answer, failed, again } = useReview(request);
  const start = useStartPracticeSession();
  const tell = useNotice();
  return (
    <Box sx={{ p: { xs: 1.5, sm: 2.5 }, maxWidth: 1100, width: '100%' }}>
      <Box sx={{ display: 'grid', gap: 2.5, gridTemplateColumns: { md: '1fr 260px' }, alignItems: 'start' }}>
        <Box>
          <Typography variant="h1" component="h2" sx={{ mb: 1 }}>
            {session.gone ? 'Handed back' : 'Stopped'} after {minutesText(session.minutes)}
          </Typography>
          <Box sx={{ fontSize: 17, mb: 0.5 }}>
            Faults: <strong>{causeWords(machine.faults)}</strong>.
          </Box>
          {answer ? <Outcome review={answer} session={session} helped={helped} /> : !failed && <Skeleton variant="text" width={360} />}
        </Box>
        <DriveSketch drive={practiceDrive(model.letters)} height={120} />
      </Box>
      <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', my: 2 }}>
        <Button variant="contained" onClick={() => void start(model.letters)}>
          Another {model.name.toLowerCase()}
        </Button>
        <Button variant="outlined" onClick={() => void start(stored.code)}>
          Try this machine again
        </Button>
        <Button onClick={() => void share(stored.code).then((text) => tell({ tone: 'done', text }))}>Share this machine</Button>
        <Button component={Link} href="/practice">
          To Practice
        </Button>
      </Box>
      {failed && (
        <Alert severity="warning" variant="outlined" action={<Button onClick={again}>Calculate again</Button>}>
          The comparison with tracing could not be calculated.
        </Alert>
      )}
      {answer && (
        <>
          <Typography variant="h2" sx={{ mb: 1 }}>
            Move by move
          </Typography>
          {session.steps.length === 0 && <Box sx={{ color: 'var(--ts-quiet)' }}>No moves were made.</Box>}
          <Box component="ol" sx={{ listStyle: 'none', m: 0, p: 0 }}>
            {session.steps.map((step, i) => (
              <MoveLine key={i} step={step} reviewed={answer.steps.find((s) => s.at === i)} />
            ))}
          </Box>
          <OwnWay review={answer} />
        </>
      )}
    </Box>
  );
}

function Outcome({ review, session, helped }: { review: Review; session: PracticeSession; helped: boolean }) {
  const { found, needless, left, own } = review;
  const saved = session.minutes - own.minutes;
  return (
    <Box sx={{ display: 'grid', gap: 0.5, fontSize: 16 }}>
      <Box>{repairsText(causeWords(found), causeWords(needless))}</Box>
      {left.length > 0 && <Box>{faultsLeft(causeWords(left), session.gone)}</Box>}
      <Box>
        {tracingTakes({
          minutes: minutesText(own.minutes),
          leaves: own.left.length > 0 ? causeWords(own.left) : null,
          saves: session.gone && Math.abs(saved) >= 0.5 ? { by: minutesText(Math.abs(saved)), less: saved > 0 } : null,
          helped,
        })}
      </Box>
    </Box>
  );
}

function MoveLine({ step, reviewed }: { step: SessionStep; reviewed: Review['steps'][number] | undefined }) {
  return (
    <Box
      component="li"
      sx={{
        borderTop: '1px solid var(--ts-edge)',
        py: 1.25,
        display: 'grid',
        columnGap: 2,
        rowGap: 0.5,
        gridTemplateColumns: { xs: '64px 1fr', md: '72px 1fr 1.2fr' },
      }}
    >
      <Box className="ts-mono" sx={{ textAlign: 'right', color: 'var(--ts-quiet)' }}>
        {minutesText(step.clock)}
      </Box>
      <Box>
        <Box sx={{ fontWeight: 600 }}>{moveWords(words, step)}</Box>
        <Box sx={{ fontSize: 14, color: 'var(--ts-quiet)' }}>took {minutesText(step.minutes)}</Box>
      </Box>
      {reviewed && (
        <Box sx={{ gridColumn: { xs: '2', md: '3' } }}>
          <Box sx={{ display: 'flex', gap: 1, alignItems: 'center', fontWeight: 600 }}>
            <BesideMark beside={reviewed.beside} />
            <span>
              {BESIDE_WORDS[reviewed.beside]}
              {reviewed.better ? `: ${choiceWords(reviewed.better)}` : ''}
            </span>
          </Box>
          <Box sx={{ fontSize: 14.5 }}>
            {reviewed.says} {reviewed.better?.why}
          </Box>
        </Box>
      )}
    </Box>
  );
}

function OwnWay({ review: { own } }: { review: Review }) {
  return (
    <Box sx={{ mt: 3 }}>
      <Typography variant="h2" sx={{ mb: 1 }}>
        The same machine by tracing alone
      </Typography>
      <Box component="ol" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {own.steps.map((step, i) => (
          <Box component="li" key={i} sx={{ display: 'grid', gridTemplateColumns: '72px 1fr', columnGap: 2, py: 0.5 }}>
            <Box className="ts-mono" sx={{ textAlign: 'right', color: 'var(--ts-quiet)' }}>
              {minutesText(step.clock)}
            </Box>
            <Box>{moveWords(words, step)}</Box>
          </Box>
        ))}
      </Box>
    </Box>
  );
}
