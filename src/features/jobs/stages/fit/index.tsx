'use client';

import Box from '@mui/material/Box';
import { ProcedureSteps } from '../../procedure';
import { Tally } from '../../procedure/tally';
import { STAGE_WORDS } from '../../stage-words';
import { StageFrame } from '../frame';
import type { StageModule, StageProps } from '../module';
import { NoteField } from '../note-field';
import { StageMoves } from '../stage-moves';

/** The work itself: which procedure, its steps, and what is off the machine. */
function Bench(props: StageProps) {
  return (
    <StageFrame {...props}>
      <ProcedureSteps {...props} choose />
      <Tally {...props} />
      {props.writable && (
        <>
          <Box sx={{ mt: 2 }}>
            <NoteField {...props} placeholder={STAGE_WORDS.fit.notePlaceholder} />
          </Box>
          <StageMoves {...props} />
        </>
      )}
    </StageFrame>
  );
}

export const fitStage: StageModule = { Bench };
