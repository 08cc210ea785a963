'use client';

import Box from '@mui/material/Box';
import ButtonBase from '@mui/material/ButtonBase';
import { STAGES, type LineState, type RunLine, type RunList } from '@/core/job';
import { Fold } from '@/ui/fold';
import { stageName } from '../stage-messages';

const STATE_WORDS: Readonly<Record<LineState, string>> = {
  done: 'done',
  now: 'now',
  next: 'next',
  later: '',
  skipped: 'skipped',
  'not-needed': 'not needed',
  again: 'again',
};
/** A mark for each state: full, ring, crossed, dashed. */
function Mark({ state }: { state: LineState }) {
  const ink = state === 'now' || state === 'again' ? 'var(--ts-work)' : 'var(--ts-ink)';
  return (
    <svg width={20} height={20} viewBox="-10 -10 20 20" aria-hidden focusable="false" style={{ flex: 'none' }}>
      <circle
        r={7}
        fill={state === 'done' ? 'var(--ts-ink)' : 'none'}
        stroke={ink}
        strokeWidth={state === 'now' || state === 'again' ? 3 : 1.5}
        strokeDasharray={state === 'not-needed' ? '3 2.5' : undefined}
      />
      {state === 'skipped' && <path d="M-5 5L5 -5" stroke="var(--ts-copper)" strokeWidth={2.4} />}
      {state === 'done' && <path d="M-3 0.3l2 2.3L3 -2.4" fill="none" stroke="var(--ts-card)" strokeWidth={1.8} />}
    </svg>
  );
}

/** Lines of which something is still expected: those that are not needed do not count. */
export const counted = (lines: readonly RunLine[]): RunLine[] => lines.filter((l) => l.state !== 'not-needed');

/** The whole run list, folded; any line can be opened and done out of its turn. */
export function AllSteps({ list, onOpen }: { list: RunList; onOpen: (line: RunLine) => void }) {
  const all = counted(list.lines);
  const done = all.filter((l) => l.state === 'done').length;
  return (
    <Fold title="All steps" says={`${done} of ${all.length} done`}>
      {STAGES.map((stage) => {
        const lines = list.lines.filter((l) => l.stage === stage);
        if (lines.length === 0) return null;
        return (
          <Box key={stage} component="section" aria-label={`Steps of ${stageName(stage)}`} sx={{ mb: 1 }}>
            <Box sx={{ fontSize: 14, fontWeight: 650, color: 'var(--ts-quiet)' }}>{stageName(stage)}</Box>
            <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0 }}>
              {lines.map((line) => (
                <Box component="li" key={line.id} sx={{ borderTop: '1px solid var(--ts-edge)' }}>
                  <ButtonBase
                    onClick={() => onOpen(line)}
                    sx={{ width: '100%', minHeight: 48, gap: 1.25, py: 0.5, justifyContent: 'flex-start', textAlign: 'left', fontSize: 15 }}
                  >
                    <Mark state={line.state} />
                    <Box sx={{ flex: 1, fontWeight: line.state === 'now' ? 650 : 450 }}>
                      {line.title}
                      {line.state === 'skipped' && line.reason !== '' && (
                        <Box component="span" sx={{ color: 'var(--ts-quiet)' }}>
                          {' '}
                          Reason: {line.reason}
                        </Box>
                      )}
                    </Box>
                    <Box sx={{ fontSize: 13.5, color: 'var(--ts-quiet)', flex: 'none' }}>
                      {STATE_WORDS[line.state] || (line.minutes === null ? '' : `${line.minutes} min`)}
                    </Box>
                  </ButtonBase>
                </Box>
              ))}
            </Box>
          </Box>
        );
      })}
    </Fold>
  );
}
