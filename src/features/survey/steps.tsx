import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import type { ReactNode } from 'react';
import type { Look, Notebook } from '@/core/survey';

/** What every step of the notebook is given. */
export interface StepProps {
  readonly notebook: Notebook;
  readonly look: Look | null;
  readonly write: (change: (now: Notebook) => Notebook, key?: string) => void;
  readonly mayChange: boolean;
}

/** A line of advice above a step. */
export function SoftText({ children }: { children: ReactNode }) {
  return <Typography sx={{ color: 'var(--ts-quiet)', mb: 1 }}>{children}</Typography>;
}

/** One part of a step, framed. */
export function StepCard({
  at,
  children,
}: {
  /** By which it is found when something is asked of it. */ at?: string;
  children: ReactNode;
}) {
  return (
    <Box data-at={at} sx={{ border: '1px solid var(--ts-edge)', borderRadius: '4px', bgcolor: 'var(--ts-card)', p: 1.5, mb: 1.5 }}>
      {children}
    </Box>
  );
}

/** Fields side by side that wrap as they must. */
export function Fields({ children, wide = 150 }: { children: ReactNode; wide?: number }) {
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: `repeat(auto-fill, minmax(${wide}px, 1fr))`, gap: 1, alignItems: 'start' }}>
      {children}
    </Box>
  );
}
