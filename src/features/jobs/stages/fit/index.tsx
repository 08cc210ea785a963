'use client';

import { chosenOf, tallyOf } from '@/core/job';
import { Fold } from '@/ui/fold';
import { ProcedureInfo } from '../../procedure';
import { Tally } from '../../procedure/tally';
import { StageView } from '../../now/stage-view';
import type { StageModule, StageProps } from '../module';

/** Fit: the procedure with its steps, repairs, and what is removed from the machine. */
function Bench(props: StageProps) {
  const off = [...tallyOf(props.job.entries).values()].reduce((sum, n) => sum + Math.abs(n), 0);
  return (
    <StageView {...props}>
      <Fold title="Procedure" says={chosenOf(props.job.entries)?.name ?? 'none chosen'}>
        <ProcedureInfo {...props} />
      </Fold>
      <Fold title="Parts count" says={off === 0 ? 'none removed' : `${off} removed`}>
        <Tally {...props} />
      </Fold>
    </StageView>
  );
}

export const fitStage: StageModule = { Bench };
