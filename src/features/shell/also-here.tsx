'use client';

import Box from '@mui/material/Box';
import { usePathname } from 'next/navigation';
import { useQueryOf } from '../queries/use-query';

/** Record of an address: `jobs/213`. Empty for a list or a form. */
export const placeOf = (path: string): string => /^\/((?:jobs|machines|customers|drives(?:\/measure)?)\/\d+)/.exec(path)?.[1] ?? '';

const initials = (name: string): string =>
  name
    .split(/\s+/)
    .map((part) => part[0] ?? '')
    .slice(0, 2)
    .join('')
    .toUpperCase();

/** Other people who have the same record open. Hidden if there are none. */
export function AlsoHere() {
  const place = placeOf(usePathname());
  const { value } = useQueryOf('here.read', { place }, { asked: place !== '' });
  const others = place === '' ? [] : (value?.others ?? []);
  if (others.length === 0) return null;
  const label = `${others.join(', ')} ${others.length === 1 ? 'has' : 'have'} this page open too`;
  return (
    <Box role="status" aria-label={label} title={label} sx={{ display: 'flex', alignItems: 'center', gap: 0.75, flex: 'none' }}>
      {others.slice(0, 3).map((name) => (
        <Box
          key={name}
          aria-hidden
          className="ts-mono"
          sx={{ px: 0.75, py: 0.25, border: '1.5px solid var(--ts-work)', borderRadius: '4px', fontSize: 12, fontWeight: 650 }}
        >
          {initials(name)}
        </Box>
      ))}
      <Box aria-hidden className="ts-quiet" sx={{ fontSize: 13, display: { xs: 'none', md: 'block' } }}>
        {others.length === 1 ? 'here too' : `${others.length} here too`}
      </Box>
    </Box>
  );
}
