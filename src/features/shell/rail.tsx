'use client';

import Box from '@mui/material/Box';
import IconButton from '@mui/material/IconButton';
import Link from 'next/link';
import { usePathname } from 'next/navigation';
import { Icon } from '@/ui/icons';
import { Mark } from '../account/mark';
import { PLACES } from './places';

/** The places of the shop. On a phone a bar along the bottom. */
export function Rail({ bay, onTheme }: { bay: boolean; onTheme: () => void }) {
  const path = usePathname();
  const here = (href: string) => (href === '/' ? path === '/' || path.startsWith('/jobs') : path.startsWith(href));
  return (
    <Box
      component="nav"
      aria-label="Places"
      className="ts-screen-only"
      sx={{
        bgcolor: 'var(--ts-rail)',
        color: 'var(--ts-rail-ink)',
        width: { xs: '100%', sm: 72 },
        flex: 'none',
        display: 'flex',
        flexDirection: { xs: 'row', sm: 'column' },
        justifyContent: { xs: 'space-around', sm: 'flex-start' },
        position: 'sticky',
        bottom: { xs: 0 },
        top: { sm: 0 },
        height: { sm: '100dvh' },
        zIndex: 20,
      }}
    >
      <Box sx={{ display: { xs: 'none', sm: 'flex' }, justifyContent: 'center', py: 2, color: '#8fd0c8' }}>
        <Mark size={30} />
      </Box>
      {PLACES.map((p) => (
        <Box
          key={p.href}
          component={Link}
          href={p.href}
          aria-current={here(p.href) ? 'page' : undefined}
          className="ts-narrow"
          sx={{
            display: 'flex',
            flexDirection: 'column',
            alignItems: 'center',
            justifyContent: 'center',
            gap: 0.25,
            minHeight: { xs: 56, sm: 62 },
            minWidth: { xs: 44, sm: 60 },
            flex: { xs: '1 1 0', sm: 'none' },
            color: here(p.href) ? '#ffffff' : 'inherit',
            textDecoration: 'none',
            fontSize: { xs: 11, sm: 13 },
            boxShadow: here(p.href) ? { xs: 'inset 0 3px 0 #8fd0c8', sm: 'inset 3px 0 0 #8fd0c8' } : 'none',
            bgcolor: here(p.href) ? 'rgba(143,208,200,.14)' : 'transparent',
            '&:focus-visible': { outlineColor: '#8fd0c8', outlineOffset: '-4px' },
          }}
        >
          <Icon name={p.icon} size={24} />
          {p.name}
        </Box>
      ))}
      <Box sx={{ mt: 'auto', display: { xs: 'none', sm: 'block' }, textAlign: 'center', pb: 1 }}>
        <IconButton aria-label={bay ? 'Use the day theme' : 'Use the bay theme'} onClick={onTheme} sx={{ color: 'inherit' }}>
          <Icon name="theme" />
        </IconButton>
      </Box>
    </Box>
  );
}
