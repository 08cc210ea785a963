'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import ButtonBase from '@mui/material/ButtonBase';
import Typography from '@mui/material/Typography';
import { Fragment, useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import { DRIVE_KINDS } from '@/core/fault';
import { modelOf, MODELS, readCode, type Model } from '@/core/practice';
import { Field } from '@/ui/form';
import { LinkRows } from '@/ui/link-rows';
import { DriveSketch } from '@/ui/plate/sketch';
import { Page } from '@/ui/page';
import { Moment } from '@/ui/when';
import { practiceDrive } from './drives';
import { Progress } from './progress';
import { SimulatedMark } from './simulated-mark';
import { useStartPracticeSession } from './use-start';
import { answered } from '../queries/answered';
import type { PracticeSummary } from '@/contract/records';

const kindLabel = (model: Model) => DRIVE_KINDS.find((k) => k.id === model.kind)!.label;
const nameOf = ({ code }: PracticeSummary) => modelOf(code.slice(0, 2))?.name ?? code;
/** Number of visible past sessions before unfolding. */
const SHOWN = 20;

/** Start of practice: simulated machines of the island, each with hidden faults, and the results so far. */
export function PracticeScreen({
  rounds,
  code = '',
}: {
  rounds: readonly PracticeSummary[];
  /** A machine shared by another person. */
  code?: string;
}) {
  const start = useStartPracticeSession();
  const [busy, setBusy] = useState<string | null>(null);
  const [problem, setProblem] = useState('');
  const begin = async (code?: string) => {
    setBusy(code ?? 'any');
    setProblem('');
    setProblem((await start(code)) ?? '');
    setBusy(null);
  };
  const open = rounds.filter((r) => r.finishedAt === null);
  const over = rounds.filter((r) => r.finishedAt !== null);
  return (
    <>
      <SimulatedMark />
      <Page
        title="Practice"
        lead="A simulated machine has one to three faults. Ask, check, repair and test in as few shop minutes as you can. Then compare with tracing."
        actions={
          <Button variant="contained" disabled={busy !== null} onClick={() => void begin()}>
            Any machine
          </Button>
        }
      >
        {problem !== '' && (
          <Alert severity="warning" variant="outlined" sx={{ mb: 2 }}>
            {problem}
          </Alert>
        )}
        {open.length > 0 && (
          <Box component="section" aria-label="Under way" sx={{ mb: 3 }}>
            <Typography variant="h2" sx={{ mb: 1 }}>
              Under way
            </Typography>
            <Rounds rounds={open} />
          </Box>
        )}
        <Box sx={{ display: 'grid', gap: 1.5, gridTemplateColumns: { xs: '1fr 1fr', md: 'repeat(3, 1fr)', lg: 'repeat(5, 1fr)' }, mb: 2 }}>
          {MODELS.map((model) => (
            <ButtonBase
              key={model.letters}
              disabled={busy !== null}
              onClick={() => void begin(model.letters)}
              sx={{
                display: 'block',
                textAlign: 'left',
                border: '1px solid var(--ts-edge)',
                borderRadius: '4px',
                bgcolor: 'var(--ts-card)',
                p: 1.5,
                '&:hover': { borderColor: 'var(--ts-work)' },
              }}
            >
              <DriveSketch drive={practiceDrive(model.letters)} height={88} />
              <Box sx={{ fontWeight: 650, mt: 1 }}>{model.name}</Box>
              <Box sx={{ fontSize: 13.5, color: 'var(--ts-quiet)' }}>{kindLabel(model)}</Box>
            </ButtonBase>
          ))}
          <CodeCard first={code} busy={busy !== null} onStart={begin} />
        </Box>
        <Progress rounds={over} />
        {over.length > 0 && <Past rounds={over} />}
      </Page>
    </>
  );
}

/** Start of a shared session: the same machine by its code. */
function CodeCard({ first, busy, onStart }: { first: string; busy: boolean; onStart: (code: string) => Promise<void> }) {
  const { control, handleSubmit, setError } = useForm({ defaultValues: { code: first } });
  const isEmpty = useWatch({ control, name: 'code' }).trim() === '';
  const start = handleSubmit(async ({ code }) => {
    const read = readCode(code);
    if (!read.ok) return setError('code', { message: read.problem }, { shouldFocus: true });
    await onStart(code);
  });
  return (
    <Box
      component="form"
      noValidate
      onSubmit={(e) => void start(e)}
      sx={{ border: '1px dashed var(--ts-edge)', borderRadius: '4px', p: 1.5, display: 'grid', gap: 1, alignContent: 'start' }}
    >
      <Box sx={{ fontWeight: 650 }}>Shared machine</Box>
      <Field
        control={control}
        name="code"
        label="Its code"
        help="As in OR 7K3 FQ8."
        slotProps={{ htmlInput: { maxLength: 20, autoCapitalize: 'characters', autoComplete: 'off' } }}
      />
      <Button type="submit" variant="outlined" disabled={busy || isEmpty}>
        Start practice
      </Button>
    </Box>
  );
}

function Past({ rounds }: { rounds: readonly PracticeSummary[] }) {
  const [all, setAll] = useState(false);
  return (
    <Box component="section" aria-label="Finished sessions" sx={{ mt: 3 }}>
      <Typography variant="h2" sx={{ mb: 1 }}>
        Finished sessions
      </Typography>
      <Rounds rounds={all ? rounds : rounds.slice(0, SHOWN)} />
      {rounds.length > SHOWN && !all && <Button onClick={() => setAll(true)}>{rounds.length - SHOWN} older</Button>}
    </Box>
  );
}

const minutesText = (m: number) => `${Math.round(m)} min`;

function Rounds({ rounds }: { rounds: readonly PracticeSummary[] }) {
  return (
    <LinkRows
      columns="minmax(0, 1.2fr) 120px minmax(0, 1.4fr) 260px"
      narrow="1fr auto"
      rest={2}
      rows={rounds.map((session) => ({
        key: session.id,
        href: `/practice/${session.id}`,
        cells: [
          <Fragment key="name">
            <div className="ts-name">{nameOf(session)}</div>
            <div className="ts-quiet ts-small ts-mono">{session.code}</div>
          </Fragment>,
          <div key="when" className="ts-quiet ts-small">
            <Moment at={session.finishedAt ?? session.startedAt} as="day" />
          </div>,
          <div key="how">{howWords(session)}</div>,
          <div key="minutes" className="ts-mono">
            {session.result ? `${minutesText(session.result.minutes)} (tracing ${minutesText(session.result.ownMinutes)})` : 'go on'}
          </div>,
        ],
      }))}
    />
  );
}

function howWords({ result, helped }: PracticeSummary): string {
  if (!result) return 'Under way';
  const { found, needless, leftIn } = result;
  const said = [
    `${found} of ${found + leftIn} ${found + leftIn === 1 ? 'fault' : 'faults'} repaired`,
    ...(needless > 0 ? [`${needless} unnecessary repairs`] : []),
    ...(helped ? ['helped'] : []),
  ];
  return said.join(', ');
}

/** Page of the practice sessions. */
export const Practice = answered('practice.list', 'This list', PracticeScreen);
