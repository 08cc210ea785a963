'use client';

import { Fold } from '@/ui/fold';
import { StageView } from '../../now/stage-view';
import type { StageModule, StageProps } from '../module';
import { SafetyList } from './safety-list';

/** Make safe: the safety lines of the machine, one by one. */
function Bench(props: StageProps) {
  const safe = props.bay.securing.state === 'secured';
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

export const secureStage: StageModule = { Bench };
