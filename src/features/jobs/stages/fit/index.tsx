'use client';

import { partsStillOff, procedureName, proceduresOf } from '@/core/job';
import { Fold } from '@/ui/fold';
import { ProcedureInfo } from '../../procedure';
import { PartsCountPanel } from '../../procedure/parts-count';
import { StageView } from '../../now/stage-view';
import type { StageModule, StageProps } from '../module';
import { blank, lazyPart } from '@/ui/lazy';

/** The form loads when its fold first opens. */
const OtherWork = lazyPart(async () => (await import('./other-work')).OtherWork, blank(200));

/** Fit: the procedure with its steps, repairs, and what is removed from the machine. */
function Panel(props: StageProps) {
  const off = [...partsStillOff(props.job.entries).values()].reduce((sum, n) => sum + Math.abs(n), 0);
  return (
    <StageView {...props}>
      {props.writable && (
        <Fold title="Other work" says="clean, free, repair or replace a part">
          <OtherWork {...props} />
        </Fold>
      )}
      <Fold title="Procedure" says={proceduresOf(props.job.entries).map(procedureName).join('; ') || 'none chosen'}>
        <ProcedureInfo {...props} />
      </Fold>
      <Fold title="Parts count" says={off === 0 ? 'none removed' : `${off} removed`}>
        <PartsCountPanel {...props} />
      </Fold>
    </StageView>
  );
}

export const fitStage: StageModule = { Panel };
