'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useMemo, useState } from 'react';
import { setupMinutes, vocabulary, type SetupId } from '@/core/fault';
import type { EntryBody, Stage } from '@/core/job';
import { modelOf } from '@/core/practice';
import { Staleness } from '@/ui/staleness';
import type { JobCommands } from '../jobs/job-commands';
import { Side, TicketButton, useTicketBeside } from '../jobs/side';
import { StageNav } from '../jobs/stage-nav';
import { StageFrame } from '../jobs/stages/frame';
import type { StageProps } from '../jobs/stages/module';
import { STAGE_MODULES } from '../jobs/stages/registry';
import { SimulatedProvider, type Simulated } from '../jobs/stages/simulated';
import { Ticket } from '../jobs/ticket';
import { useStage } from '../jobs/use-stage';
import { useShell } from '../shell/shell-context';
import { sessionAsJob, simulatedJobContext } from './as-job';
import { practiceDrive } from './drives';
import { Repairs } from './repairs';
import { Replay } from './replay';
import { SimulatedMark } from './simulated-mark';
import { AskedAndRun, RunIt } from './stages';
import { usePracticeSession, type PlayedSession } from './use-practice-session';
import type { StoredPracticeSession } from '@/contract/records';

const words = vocabulary();
/** The stages at which a fault is traced. */
const STAGES_HERE: readonly Stage[] = ['ask', 'look', 'fit', 'prove'];

/** Commands of the stages at a simulated machine: parts are removed, repairs are made, and nothing else is saved. */
function useSessionCommands({ play }: PlayedSession, go: JobCommands['openStage']): JobCommands {
  return useMemo(() => {
    const nothing = async () => false;
    return {
      openStage: go,
      write: async (_stage, type, body, said) => {
        if (type === 'setup') {
          const { setup, up } = body as EntryBody<'setup'>;
          play({ setup, up }, `Practice: ${said}`);
        } else if (type === 'mended') play({ mend: (body as EntryBody<'mended'>).cause }, 'Practice: repaired');
        return true;
      },
      note: nothing,
      move: nothing,
      picture: nothing,
      fitPart: nothing,
      strikeOut: () => undefined,
      chooseDrive: () => undefined,
      book: nothing,
    };
  }, [play, go]);
}

/** A session on a simulated machine: the stages of fault tracing against a clock of shop minutes, then the review. */
export function SessionScreen({ session: first }: { session: StoredPracticeSession }) {
  const played = usePracticeSession(first);
  const { stored, session, over, helped } = played;
  const model = modelOf(stored.code.slice(0, 2))!;
  const drive = practiceDrive(model.letters);
  const { name } = useShell();
  const [ticketOpen, setTicketOpen] = useState(false);
  const ticketBeside = useTicketBeside();
  const [at, go] = useStage(() => 'ask');
  const commands = useSessionCommands(played, go);
  const job = useMemo(
    () => sessionAsJob(stored.machine, session, model, drive, { startedAt: stored.startedAt, by: name }),
    [stored.machine, stored.startedAt, session, model, drive, name],
  );
  const jobContext = useMemo(() => simulatedJobContext(model, drive, stored.startedAt), [model, drive, stored.startedAt]);
  const simulated = useMemo((): Simulated => {
    const up = new Set(session.now.setups);
    return {
      helped,
      look: (check) => played.play({ look: check }, `Practice: ${words.checks.find((c) => c.id === check)!.label}`),
      minutesOf: (check) => {
        const { minutes, setups } = words.checks.find((c) => c.id === check)!;
        return minutes + setupMinutes(words, setups as readonly SetupId[], up).minutes;
      },
    };
  }, [helped, session.now.setups, played]);
  const here = STAGES_HERE.includes(at) ? at : 'ask';
  const looked = session.steps.some(({ move }) => 'look' in move);
  const props: StageProps = { job, at: here, commands, jobContext, drives: [], unreadable: [], writable: !over, mayChange: true };
  const { Panel } = STAGE_MODULES[here];
  return (
    <SimulatedProvider value={simulated}>
      <SimulatedMark code={stored.code}>
        <Typography variant="h2" component="h1">
          {model.name}
        </Typography>
        <Box className="ts-mono" sx={{ fontSize: 20, fontWeight: 650 }} role="status" aria-label="Shop minutes so far">
          {Math.round(session.minutes * 10) / 10} min
        </Box>
        {!ticketBeside && !over && <TicketButton entries={job.entries.length} onOpen={() => setTicketOpen(true)} />}
      </SimulatedMark>
      {over ? (
        <Replay stored={stored} session={session} model={model} helped={helped} />
      ) : (
        <Box sx={{ flex: 1, display: 'flex', flexDirection: { xs: 'column', md: 'row' }, minWidth: 0 }}>
          <StageNav base={`/practice/${stored.id}`} stages={job.stages} at={here} onGo={go} of={STAGES_HERE} />
          <Box sx={{ flex: 1, minWidth: 0, p: { xs: 1.5, sm: 2 } }}>
            <Staleness reading={played.reading} what="This round" />
            {here === 'ask' && (
              <>
                <Panel key="ask" {...props} writable={false} />
                <AskedAndRun {...{ props, model, played }} />
              </>
            )}
            {here === 'look' && <Panel key="look" {...props} />}
            {here === 'fit' && (
              <StageFrame {...props} asks="Repair the faults that you found, then test.">
                <Repairs model={model} session={session} onPlay={played.play} onProve={() => go('prove')} />
              </StageFrame>
            )}
            {here === 'prove' && <RunIt props={props} played={played} looked={looked} />}
          </Box>
          <Side open={ticketOpen} onOpen={setTicketOpen} setFoot={() => undefined}>
            <Ticket job={job} onStrikeOut={null} title="Practice ticket" prints={false} />
            <Box sx={{ display: 'grid', gap: 1, mt: 2 }}>
              {!helped && (
                <Button variant="outlined" data-leaves onClick={played.help}>
                  What would tracing do?
                </Button>
              )}
              <Button data-leaves onClick={played.finish}>
                Stop and show result
              </Button>
            </Box>
          </Side>
        </Box>
      )}
    </SimulatedProvider>
  );
}
