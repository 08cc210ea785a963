'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { useMemo } from 'react';
import { cautionsFor } from '@/core/job';
import type { FactId } from '@/core/machine';
import { Icon } from '@/ui/icons';
import { usePose } from '@/client/solver';
import { useUnits } from '@/ui/units';
import { Moment } from '@/ui/when';
import { FactField } from '../../../machines/fact-field';
import type { JobContext } from '../../use-job-context';
import { ConfirmList } from '../confirm-list';
import type { StageProps } from '../module';
import { SafeAgain } from './safe-again';
import { loadedWhenReleased } from '../../stage-messages';

/** Facts that the list depends on, one answer for the machine. */
const ASKED_HERE: readonly FactId[] = ['power', 'turn', 'spins'];

/** Additional lines for a machine that ran before it was made safe. */
const STOPPED = cautionsFor('after-run', {}).filter((c) => c.id === 'stopped');

/** Springs that pull with the lever released, each with its force now. */
function useLoadedSprings({ drive }: Pick<JobContext, 'drive'>): string {
  const { show } = useUnits();
  const { answer, failed } = usePose(useMemo(() => (drive ? { drive, lever: 0 } : null), [drive]));
  // No message could be read as "no spring is loaded".
  if (!drive) return 'Spring loads are unknown without a drawing. Treat every spring as loaded.';
  if (failed || (answer && !answer.ok)) return 'Spring loads could not be calculated. Treat every spring as loaded.';
  if (!answer?.ok) return 'Calculating the spring loads. Treat every spring as loaded.';
  const loaded = answer.answer.solved.springs.filter((s) => s.force > 0.5);
  if (loaded.length === 0) return 'No spring in the drawing is loaded with the lever released. Check for springs not drawn.';
  const named = loaded.map((s) => `${drive.springs.find((one) => one.id === s.id)?.label ?? 'spring'} ${show(s.force, 'force')}`);
  return loadedWhenReleased(named.join(', '));
}

/** The safety lines of this machine, confirmed one by one, with its loaded springs. */
export function SafetyList({
  job,
  at,
  commands,
  jobContext,
  writable,
}: Pick<StageProps, 'job' | 'at' | 'commands' | 'jobContext' | 'writable'>) {
  const springs = useLoadedSprings(jobContext);
  const { securing } = jobContext;
  const asked = ASKED_HERE.filter((id) => !jobContext.facts[id]);
  const turn = jobContext.facts.turn?.value;
  return (
    <>
      {securing.state === 'secured' && (
        <Alert severity="success" variant="outlined" icon={<Icon name="check" />} sx={{ mb: 1.5 }}>
          Made safe by {securing.by} at <Moment at={securing.at} as="clock" />. {springs}
        </Alert>
      )}
      {(turn === 'cw' || turn === 'ccw') && (
        <Alert severity="warning" variant="outlined" sx={{ mb: 1.5, fontSize: 18 }}>
          Turn the drive by hand <strong>{turn === 'cw' ? 'clockwise only ↻' : 'counter-clockwise only ↺'}</strong>, seen from the pulley.
        </Alert>
      )}
      {writable && securing.state === 'after-run' && securing.short && <SafeAgain {...{ job, commands }} short />}
      {asked.length > 0 && writable && (
        <Box component="section" aria-label="Facts of this machine">
          {asked.map((id) => (
            <FactField
              key={id}
              id={id}
              facts={job.facts.machine}
              subjects={{ machineId: job.machineId, driveId: job.driveId }}
              writable
              big
            />
          ))}
        </Box>
      )}
      {writable && securing.state !== 'secured' && !(securing.state === 'after-run' && securing.short) && (
        <>
          <Typography>The machine’s manual, local codes and licensed practice take priority.</Typography>
          <ConfirmList
            name={`made-safe-${job.number}`}
            label="Made safe"
            cautions={securing.state === 'after-run' ? [...jobContext.cautions, ...STOPPED] : jobContext.cautions}
            notes={springs ? { springs } : {}}
            action="It is made safe"
            result="it is made safe"
            onWrite={(cautions) =>
              commands.write(at, 'secured', { list: 'full', cautions: [...cautions] }, `Job ${job.number}: made safe`, 'Made safe.')
            }
          />
        </>
      )}
    </>
  );
}
