'use client';

import Box from '@mui/material/Box';
import { ProcedureSteps } from '../../procedure';
import { STAGE_WORDS } from '../../stage-words';
import { StageFrame } from '../frame';
import type { StageModule, StageProps } from '../module';
import { NoteField } from '../note-field';
import { StageMoves } from '../stage-moves';

/** Alignment and tension: what is to be minded, the procedure's steps, and readings as notes. */
function Bench(props: StageProps) {
  const words = STAGE_WORDS.set;
  return (
    <StageFrame {...props}>
      <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0, mb: 2, borderTop: '1px solid var(--ts-edge)' }}>
        {words.points.map((p) => (
          <Box component="li" key={p} sx={{ borderBottom: '1px solid var(--ts-edge)', py: 1.1, fontSize: 16 }}>
            {p}
          </Box>
        ))}
      </Box>
      <ProcedureSteps {...props} />
      {props.writable && (
        <>
          <NoteField {...props} placeholder={words.notePlaceholder} />
          <StageMoves {...props} />
        </>
      )}
    </StageFrame>
  );
}

export const setStage: StageModule = { Bench };
