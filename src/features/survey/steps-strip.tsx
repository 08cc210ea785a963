'use client';

import Box from '@mui/material/Box';
import type { Notebook } from '@/core/survey';
import { progressOf, STEP_WORDS, STEPS, type Step } from './progress';

/** The steps of the walk, each with how far it has come; a strip to swipe on a phone. */
export function StepsStrip({
  notebook,
  step,
  onStep,
  routeDoubted,
}: {
  notebook: Notebook;
  step: Step;
  onStep: (step: Step) => void;
  /** A belt cannot run as it is routed: its spans cross, or it cannot touch a pulley. */
  routeDoubted: boolean;
}) {
  return (
    <Box component="nav" aria-label="Steps" sx={{ display: 'flex', gap: 0.5, overflowX: 'auto', borderBottom: '1px solid var(--ts-edge)' }}>
      {STEPS.map((s) => {
        const progress = progressOf(notebook, s);
        const done = progress !== null && progress.asked > 0 && progress.done === progress.asked;
        return (
          <Box
            key={s}
            component="button"
            type="button"
            aria-current={s === step ? 'step' : undefined}
            onClick={() => onStep(s)}
            sx={{
              all: 'unset',
              cursor: 'pointer',
              boxSizing: 'border-box',
              flex: 'none',
              minHeight: 52,
              px: 1.5,
              display: 'flex',
              flexDirection: 'column',
              justifyContent: 'center',
              borderBottom: `3px solid ${s === step ? 'var(--ts-work)' : 'transparent'}`,
              color: s === step ? 'var(--ts-ink)' : 'var(--ts-quiet)',
              fontWeight: s === step ? 700 : 550,
              '&:focus-visible': { outline: '3px solid var(--ts-work)', outlineOffset: -3 },
            }}
          >
            {STEP_WORDS[s]}
            <Box
              component="span"
              className="ts-mono"
              sx={{ fontSize: 12.5, fontWeight: 500, color: done ? 'var(--ts-work)' : 'var(--ts-quiet)' }}
            >
              {progress === null
                ? ' '
                : !done
                  ? `${progress.done} of ${progress.asked}`
                  : s === 'route' && routeDoubted
                    ? 'check again'
                    : '✓ all'}
            </Box>
          </Box>
        );
      })}
    </Box>
  );
}
