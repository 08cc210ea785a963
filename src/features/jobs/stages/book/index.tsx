'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { openAtHandBack, openHolds, proceduresOf } from '@/core/job';
import { Fold } from '@/ui/fold';
import { Icon } from '@/ui/icons';
import { FitPart } from '../../fit-part';
import { StageView } from '../../now/stage-view';
import { stageName, jobIsClosed, jobIsOpenAgain, stagesNotDone } from '../../stage-messages';
import type { StageModule, StageProps } from '../module';
import { Account } from './account';

/** Information for the customer, and the end of the job. */
function Panel(props: StageProps) {
  const { job, writable } = props;
  return (
    <StageView {...props}>
      {job.status === 'closed' && <Closed {...props} />}
      <Fold title="For the customer" open>
        <Account {...props} />
      </Fold>
      {writable && (
        <>
          <OpenHolds {...props} />
          <StillOpen {...props} />
          <Fold title="Parts used">
            <FitPart {...props} />
          </Fold>
        </>
      )}
    </StageView>
  );
}

function Closed({ job, commands, mayChange }: StageProps) {
  return (
    <>
      <Alert severity="success" variant="outlined" icon={<Icon name="check" />} sx={{ mb: 2 }}>
        {jobIsClosed(job.number)}
      </Alert>
      {mayChange && (
        <Button
          variant="outlined"
          onClick={() => void commands.write('book', 'reopening', {}, `Job ${job.number}: reopened`, jobIsOpenAgain(job.number))}
        >
          Reopen it
        </Button>
      )}
    </>
  );
}

/** Hold points that no person has confirmed. */
function OpenHolds({ job, jobContext }: StageProps) {
  const open = jobContext.list ? openHolds(jobContext.list, proceduresOf(job.entries)) : [];
  if (open.length === 0) return null;
  return (
    <Alert severity="warning" variant="outlined" sx={{ mb: 2 }}>
      Not confirmed:
      <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
        {open.map((l) => (
          <li key={l.id}>
            {l.title}
            {l.state === 'skipped' && ` (skipped: ${l.reason})`}
          </li>
        ))}
      </Box>
    </Alert>
  );
}

function StillOpen({ jobContext }: Pick<StageProps, 'jobContext'>) {
  const open = openAtHandBack(jobContext.stages);
  if (open.length === 0) return null;
  return (
    <Alert severity="warning" variant="outlined" sx={{ mb: 2 }}>
      {stagesNotDone(open.map(stageName).join(', '))}
    </Alert>
  );
}

export const bookStage: StageModule = { Panel };
