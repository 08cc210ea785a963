'use client';

import Accordion from '@mui/material/Accordion';
import AccordionDetails from '@mui/material/AccordionDetails';
import AccordionSummary from '@mui/material/AccordionSummary';
import Box from '@mui/material/Box';
import type { ReactNode } from 'react';
import { Icon } from './icons';

/** A folded part of a page under its heading, with a summary in the heading. */
export function Fold({
  title,
  says = '',
  open = false,
  lazy = false,
  children,
}: {
  title: string;
  /** Summary, in a few words. */
  says?: ReactNode;
  open?: boolean;
  /** A long part that is drawn only while it is open. */
  lazy?: boolean;
  children: ReactNode;
}) {
  return (
    <Accordion
      disableGutters
      square
      elevation={0}
      defaultExpanded={open}
      // It opens without a transition: what is below would move away from a finger on its way. Its content is drawn when
      // it first opens, and loads its scripts then.
      slotProps={{ heading: { component: 'h3' }, transition: { mountOnEnter: true, unmountOnExit: lazy, timeout: 0 } }}
      sx={{ bgcolor: 'transparent', borderTop: '1px solid var(--ts-edge)', '&::before': { display: 'none' } }}
    >
      <AccordionSummary
        expandIcon={<Icon name="unfold" size={20} />}
        sx={{
          px: 0,
          minHeight: { xs: 56, md: 48 },
          '& .MuiAccordionSummary-content': { my: 1, mr: 1, display: 'flex', flexWrap: 'wrap', columnGap: 1.5, alignItems: 'baseline' },
        }}
      >
        <Box component="span" sx={{ fontSize: 18, fontWeight: 650 }}>
          {title}
        </Box>
        {says !== '' && (
          <Box component="span" sx={{ fontSize: 15, color: 'var(--ts-quiet)' }}>
            {says}
          </Box>
        )}
      </AccordionSummary>
      <AccordionDetails sx={{ px: 0, pt: 0, pb: 2 }}>{children}</AccordionDetails>
    </Accordion>
  );
}

/** Consecutive folds: two in a row at a desk, and full width while open. Other content takes the full width too. */
export function Folds({ children }: { children: ReactNode }) {
  return (
    <Box
      sx={{
        display: 'grid',
        gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'repeat(2, minmax(0, 1fr))' },
        columnGap: 3,
        '& > :not(.MuiAccordion-root), & > .Mui-expanded': { gridColumn: '1 / -1' },
      }}
    >
      {children}
    </Box>
  );
}
