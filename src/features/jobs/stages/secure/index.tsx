'use client';

import { Fold } from '@/ui/fold';
import { useOpenedLine } from '../../now/run-context';
import { StageView } from '../../now/stage-view';
import type { StageModule, StageProps } from '../module';
import { SafetyList } from './safety-list';

/** Make safe: the safety lines of the machine, one by one. */
function Panel(props: StageProps) {
  const { opened } = useOpenedLine();
  // While the line itself is open, the list is already in the Now card.
  const safe = props.jobContext.securing.state === 'secured' && opened !== 'safety';
  return (
    <StageView {...props}>
      {safe && (
        <Fold title="Safety lines" says="all confirmed" open>
          <SafetyList {...props} />
        </Fold>
      )}
    </StageView>
  );
}

export const secureStage: StageModule = { Panel };
