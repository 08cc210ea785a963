'use client';

import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import Link from 'next/link';
import { useQueryOf } from '../queries/use-query';

/** Belts of the shop that lasted longest, for comparison with a planned one. */
export function BeltsLasted() {
  const { value } = useQueryOf('belts.lasted', {});
  if (!value) return null;
  return (
    <Box component="section" aria-labelledby="belts-lasted" sx={{ mt: 4 }}>
      <Typography variant="h2" id="belts-lasted" sx={{ mb: 1 }}>
        Belts that lasted longest here
      </Typography>
      {value.length === 0 ? (
        <Typography sx={{ color: 'var(--ts-quiet)' }}>
          None yet. A belt is listed once the next one is fitted on its drive. Both jobs need an hour meter reading.
        </Typography>
      ) : (
        <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, maxWidth: 860 }}>
          {value.map((one) => (
            <Box
              component="li"
              key={one.job + one.belt}
              sx={{
                display: 'grid',
                gridTemplateColumns: '110px minmax(0, 1fr) auto',
                gap: 1.5,
                py: 1,
                borderTop: '1px solid var(--ts-edge)',
              }}
            >
              <span className="ts-mono">{one.belt}</span>
              <span>
                <Link href={`/drives/${one.driveId}`} prefetch={false} style={{ color: 'inherit' }}>
                  {one.drive}
                </Link>
                <Box component="span" className="ts-quiet">
                  {' '}
                  · {one.machine}, job {one.job}
                </Box>
              </span>
              <span className="ts-mono">{Math.round(one.hours)} h</span>
            </Box>
          ))}
        </Box>
      )}
    </Box>
  );
}
