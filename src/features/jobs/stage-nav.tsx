'use client';

import Box from '@mui/material/Box';
import type { MouseEvent } from 'react';
import { STAGES, type Stage, type Stages, type StageState } from '@/core/job';
import { shortStageName, stageName, STATE_WORDS } from './stage-messages';

const R = 13;

/** On a phone the strip is moved so far that the stage at hand is in it. */
function intoSight(stage: HTMLElement | null): void {
  const strip = stage?.parentElement;
  if (strip && strip.scrollWidth > strip.clientWidth) strip.scrollLeft = stage.offsetLeft - (strip.clientWidth - stage.offsetWidth) / 2;
}

/** Full when done, half when some of it is, crossed where the rest was skipped. */
function Knot({ state, here }: { state: StageState; here: boolean }) {
  const c = state === 'held' ? 'var(--ts-copper)' : here ? 'var(--ts-work)' : 'var(--ts-ink)';
  return (
    <svg width={30} height={30} viewBox="-17 -17 34 34" aria-hidden focusable="false" style={{ position: 'relative', flex: 'none' }}>
      <circle r={R} fill={state === 'done' ? 'var(--ts-ink)' : 'var(--ts-card)'} stroke={c} strokeWidth={here ? 3.4 : 1.8} />
      {state === 'done' && <path d="M-5 0.5l3.5 4L5.5 -4" fill="none" stroke="var(--ts-card)" strokeWidth={2.6} />}
      {state === 'under-way' && <path d={`M0 ${-R}A${R} ${R} 0 0 0 0 ${R}Z`} fill={c} />}
      {state === 'skipped' && <path d="M-7 7L7 -7" stroke="var(--ts-copper)" strokeWidth={3} />}
      {state === 'held' && <path d="M-3.5 -5v10M3.5 -5v10" stroke={c} strokeWidth={3} />}
    </svg>
  );
}

/** The stages strung on a strand, each with its state in shape and word. A strip on a phone. */
export function StageNav({
  base,
  stages,
  at,
  onGo,
  of = STAGES,
}: {
  /** Base address of the stages. */
  base: string;
  stages: Stages;
  at: Stage;
  onGo: (stage: Stage) => void;
  /** Those of the stages that are worked through here. */
  of?: readonly Stage[];
}) {
  return (
    <Box
      component="nav"
      aria-label="Stages"
      className="ts-screen-only"
      sx={{
        position: 'relative',
        display: 'flex',
        flexDirection: { xs: 'row', md: 'column' },
        gap: { xs: 0, md: 1 },
        p: { xs: '2px', md: '20px 8px 20px 16px' },
        overflowX: { xs: 'auto', md: 'visible' },
        bgcolor: 'var(--ts-card)',
        borderRight: { md: '1px solid var(--ts-edge)' },
        borderBottom: { xs: '1px solid var(--ts-edge)', md: 0 },
        width: { md: 156 },
        flex: 'none',
        '&::before': {
          content: '""',
          position: 'absolute',
          display: { xs: 'none', md: 'block' },
          left: 31,
          top: 40,
          height: (of.length - 1) * 64,
          width: 4,
          bgcolor: 'var(--ts-belt)',
          opacity: 0.85,
        },
      }}
    >
      {of.map((stage) => (
        <Box
          key={stage}
          component="a"
          href={`${base}?stage=${stage}`}
          // Shown without asking the server, so also without network.
          data-stays
          onClick={(e: MouseEvent) => {
            if (e.ctrlKey || e.metaKey || e.shiftKey || e.button !== 0) return;
            e.preventDefault();
            onGo(stage);
          }}
          aria-current={stage === at ? 'step' : undefined}
          aria-label={`${stageName(stage)} ${STATE_WORDS[stages[stage]]}`}
          ref={stage === at ? intoSight : undefined}
          sx={{
            display: 'flex',
            flexDirection: { xs: 'column', md: 'row' },
            alignItems: 'center',
            gap: { xs: 0, md: 1.25 },
            minHeight: { xs: 50, md: 56 },
            minWidth: { xs: 40, md: 0 },
            flex: { xs: 1, md: 'none' },
            textDecoration: 'none',
            color: stage === at ? 'var(--ts-work)' : 'var(--ts-ink)',
            borderRadius: '4px',
          }}
        >
          <Knot state={stages[stage]} here={stage === at} />
          <Box sx={{ textAlign: { xs: 'center', md: 'left' }, lineHeight: 1.25 }}>
            <Box sx={{ fontWeight: 650, fontSize: 15, display: { xs: 'none', md: 'block' } }}>{stageName(stage)}</Box>
            <Box sx={{ fontWeight: stage === at ? 650 : 450, fontSize: 11.5, display: { md: 'none' } }}>{shortStageName(stage)}</Box>
            <Box sx={{ fontSize: 12.5, color: 'var(--ts-quiet)', whiteSpace: 'nowrap', display: { xs: 'none', md: 'block' } }}>
              {STATE_WORDS[stages[stage]]}
            </Box>
          </Box>
        </Box>
      ))}
    </Box>
  );
}
