'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import { coverLeftOff, provedOf, removedParts } from '@/core/job';
import { Fold } from '@/ui/fold';
import { BreakIn } from '../../../cvt/break-in';
import { FactField } from '../../../machines/fact-field';
import { UNFIT_WORDS } from '../../job-messages';
import { StageView } from '../../now/stage-view';
import type { StageModule, StageProps } from '../module';
import { COVER_OFF_SCHOOLS, doNotHandBack } from '../../stage-messages';
import { PoweredTest, TestForm } from '../instruments';
import { RunningChecks } from '../running';

/** Test: the machine run under its own list, timed, cycled and watched. */
function Panel(props: StageProps) {
  const { job, at, commands, jobContext, writable } = props;
  const { hand } = jobContext;
  const off = removedParts(job.entries);
  const cover = coverLeftOff(job.entries);
  const tested = provedOf(job.entries) !== null;
  return (
    <>
      {tested && hand.unfit.length > 0 && (
        <Alert severity="error" variant="outlined" sx={{ mb: 1.5 }}>
          {doNotHandBack(hand.unfit.map((u) => UNFIT_WORDS[u]).join('; '))}
        </Alert>
      )}
      <StageView {...props}>
        {!jobContext.facts.class && writable && (
          <FactField
            id="class"
            facts={job.facts.machine}
            subjects={{ machineId: job.machineId, driveId: job.driveId }}
            writable={writable}
            big
          />
        )}
        <Fold title="Before hand-back" says={hand.unfit.length === 0 ? 'nothing open' : `${hand.unfit.length} open`}>
          {hand.unfit.length === 0 ? (
            'Brake, release and stop time are confirmed.'
          ) : (
            <ul style={{ margin: 0 }}>
              {hand.unfit.map((u) => (
                <li key={u}>{UNFIT_WORDS[u]}</li>
              ))}
            </ul>
          )}
        </Fold>
        {writable && cover !== null && (
          <Fold title="Watched run" says={`with “${cover}” off`}>
            <Box sx={{ mb: 1 }}>{COVER_OFF_SCHOOLS}</Box>
            <PoweredTest {...props} when="proved" coverOff={cover} />
          </Fold>
        )}
        {writable && off.length === 0 && (
          <Fold title="Powered test">
            <PoweredTest {...props} when="proved" />
          </Fold>
        )}
        {off.length === 0 && <RunningChecks {...props} />}
        {tested && (
          <Fold title="Test result" says="on the ticket">
            <TestForm {...props} />
          </Fold>
        )}
        {writable && jobContext.drive?.kind === 'cvt' && <BreakIn job={job.number} onRun={(words) => commands.note(at, words)} />}
      </StageView>
    </>
  );
}

export const proveStage: StageModule = { Panel };
