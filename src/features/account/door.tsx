import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import type { ReactNode } from 'react';
import { Mark } from './mark';

/** Frame of a form before sign-in. */
export function Door({ title, lead, children }: { title: string; lead: string; children: ReactNode }) {
  return (
    <Box component="main" id="main" sx={{ minHeight: '100dvh', display: 'grid', gridTemplateColumns: { xs: '1fr', md: '1fr 1fr' } }}>
      <Box
        sx={{
          display: { xs: 'none', md: 'flex' },
          bgcolor: 'var(--ts-rail)',
          color: '#ece8df',
          p: 6,
          flexDirection: 'column',
          justifyContent: 'space-between',
        }}
      >
        <Box sx={{ display: 'flex', alignItems: 'center', gap: 2, color: '#8fd0c8' }}>
          <Mark size={44} />
          <Typography component="p" sx={{ fontSize: 22, fontWeight: 700, color: '#ece8df' }}>
            Taut Sheave
          </Typography>
        </Box>
        <svg viewBox="0 0 400 300" width="100%" aria-hidden focusable="false" style={{ maxWidth: 520 }}>
          <path
            d="M77.27 109.54L253.03 264.05A55.99 55.99 0 1 0 308.22 169.06L238.61 145.1A35.01 35.01 0 0 1 225.54 137.04L134.34 47.96A41.99 41.99 0 1 0 77.27 109.54Z"
            fill="none"
            stroke="#8fd0c8"
            strokeWidth={7}
            strokeLinejoin="round"
          />
          <circle cx={105} cy={78} r={36} fill="none" stroke="#5d6467" strokeWidth={3} />
          <circle cx={290} cy={222} r={50} fill="none" stroke="#5d6467" strokeWidth={3} />
          <circle cx={250} cy={112} r={29} fill="none" stroke="#d98a5f" strokeWidth={3} strokeDasharray="6 6" />
          {[
            [105, 78],
            [290, 222],
            [250, 112],
          ].map(([x, y]) => (
            <circle key={x} cx={x} cy={y} r={5} fill="#5d6467" />
          ))}
        </svg>
        <Typography sx={{ color: '#c9cfd0', maxWidth: 420, fontSize: 17 }}>
          Will this belt run on this drive? Know before you fit it.
        </Typography>
      </Box>
      <Box sx={{ display: 'flex', alignItems: 'center', justifyContent: 'center', p: 3 }}>
        <Box sx={{ width: '100%', maxWidth: 400 }}>
          <Box sx={{ display: { xs: 'flex', md: 'none' }, alignItems: 'center', gap: 1.5, mb: 4, color: 'var(--ts-work)' }}>
            <Mark />
            <Typography component="p" sx={{ fontWeight: 700, fontSize: 20, color: 'var(--ts-ink)' }}>
              Taut Sheave
            </Typography>
          </Box>
          <Typography variant="h1" sx={{ mb: 1 }}>
            {title}
          </Typography>
          <Typography sx={{ mb: 3, color: 'var(--ts-quiet)' }}>{lead}</Typography>
          {children}
        </Box>
      </Box>
    </Box>
  );
}
