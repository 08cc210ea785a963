'use client';

import Box from '@mui/material/Box';
import Link from '@mui/material/Link';
import Tooltip from '@mui/material/Tooltip';
import type { ReactNode } from 'react';
import { TermDrawing } from './term-drawing';
import { TERMS, type GlossaryTerm, type TermId } from './terms';

/** A term that explains itself on hover, focus or tap. */
export function Term({ of, children }: { of: TermId; children: ReactNode }) {
  const { term, meaning, drawing }: GlossaryTerm = TERMS[of];
  return (
    <Tooltip
      describeChild
      enterTouchDelay={0}
      leaveTouchDelay={10_000}
      slotProps={{ tooltip: { sx: { fontSize: 14, lineHeight: 1.45, maxWidth: 300, p: 1.5 } } }}
      title={
        <>
          <Box sx={{ fontWeight: 650 }}>{term}</Box>
          {meaning}
          {drawing && <TermDrawing of={drawing} />}
          <Link href={`/glossary#${of}`} color="inherit" sx={{ display: 'inline-block', mt: 0.5 }}>
            Open glossary
          </Link>
        </>
      }
    >
      <Box
        component="span"
        tabIndex={0}
        sx={{ textDecoration: 'underline dotted', textUnderlineOffset: '3px', cursor: 'help', '@media print': { textDecoration: 'none' } }}
      >
        {children}
      </Box>
    </Tooltip>
  );
}
