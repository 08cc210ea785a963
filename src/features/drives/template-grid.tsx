import Box from '@mui/material/Box';
import type { ReactNode } from 'react';
import { DriveSketch } from '@/ui/plate/sketch';
import { TEMPLATES, type Template } from './templates';

/** Style of a starting point, as a link or a button. */
export const TEMPLATE_TILE = {
  font: 'inherit',
  textAlign: 'left',
  width: '100%',
  display: 'flex',
  flexDirection: 'column',
  justifyContent: 'flex-start',
  height: '100%',
  minHeight: 88,
  border: '1px solid var(--ts-edge)',
  borderRadius: '4px',
  bgcolor: 'var(--ts-card)',
  p: 2,
  color: 'inherit',
  textDecoration: 'none',
  cursor: 'pointer',
  '&:hover:not(:disabled)': { borderColor: 'var(--ts-work)' },
  '&:focus-visible': { outline: '3px solid var(--ts-work)' },
  '&:disabled': { cursor: 'default' },
} as const;

/** Drawings of all kinds of drive to start from. `tile` wraps each in a link or button. */
export function TemplateGrid({ tile }: { tile: (template: Template, inside: (title: string, says: string) => ReactNode) => ReactNode }) {
  return (
    <Box
      component="ul"
      sx={{ listStyle: 'none', m: 0, p: 0, display: 'grid', gridTemplateColumns: 'repeat(auto-fill, minmax(250px, 1fr))', gap: 1.5 }}
    >
      {TEMPLATES.map((t) => (
        <li key={t.key}>
          {tile(t, (title, says) => (
            <>
              <DriveSketch drive={t.make()} />
              <Box sx={{ fontWeight: 650, fontSize: 17, mt: 1 }}>{title}</Box>
              <Box sx={{ color: 'var(--ts-quiet)' }}>{says}</Box>
            </>
          ))}
        </li>
      ))}
    </Box>
  );
}
