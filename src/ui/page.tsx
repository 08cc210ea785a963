import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import type { ReactNode } from 'react';

/** A page: its name, one line about it, its actions, and its content. */
export function Page({ title, lead, actions, children }: { title: string; lead?: ReactNode; actions?: ReactNode; children: ReactNode }) {
  return (
    <Box sx={{ p: { xs: 1.5, sm: 2.5 }, width: '100%', maxWidth: 1320 }}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', columnGap: 3, rowGap: 1, mb: 2 }}>
        <Box sx={{ mr: 'auto', minWidth: 0 }}>
          <Typography variant="h1">{title}</Typography>
          {lead && (
            <Typography component="div" sx={{ color: 'var(--ts-quiet)' }}>
              {lead}
            </Typography>
          )}
        </Box>
        {actions && (
          <Box className="ts-screen-only" sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
            {actions}
          </Box>
        )}
      </Box>
      {children}
    </Box>
  );
}

/** Empty state: its purpose, and the first action. */
export function Empty({ title, children, action }: { title: string; children: ReactNode; action?: ReactNode }) {
  return (
    <Box sx={{ border: '1px dashed var(--ts-edge)', borderRadius: '4px', p: 4, maxWidth: 560 }}>
      <Typography variant="h2" sx={{ mb: 0.5 }}>
        {title}
      </Typography>
      <Typography sx={{ color: 'var(--ts-quiet)', mb: action ? 2 : 0 }}>{children}</Typography>
      {action}
    </Box>
  );
}

/** A framed part of a page. */
export function Card({ title, actions, children }: { title: string; actions?: ReactNode; children: ReactNode }) {
  return (
    <Box
      component="section"
      aria-label={title}
      sx={{ border: '1px solid var(--ts-edge)', borderRadius: '4px', bgcolor: 'var(--ts-card)', p: 2, minWidth: 0 }}
    >
      <Box sx={{ display: 'flex', alignItems: 'center', mb: 1.5, gap: 1 }}>
        <Typography variant="h2" sx={{ mr: 'auto' }}>
          {title}
        </Typography>
        {actions}
      </Box>
      {children}
    </Box>
  );
}
