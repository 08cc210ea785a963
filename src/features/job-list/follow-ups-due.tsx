'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import Link from 'next/link';
import { useWhen } from '@/ui/when';
import { FOLLOW_UP_AFTER_WORDS, FOLLOW_UP_CHECK_WORDS } from '../jobs/job-messages';
import type { DueFollowUp } from '@/contract/records';

const BASIS: Readonly<Record<DueFollowUp['by'], string>> = {
  meter: 'by its meter',
  assumed: 'by an assumed use',
  date: 'by date',
};

/** Follow-ups that closed jobs planned and that are due or nearly due. */
export function FollowUpsDue({ followUps, mayOpen }: { followUps: readonly DueFollowUp[]; mayOpen: boolean }) {
  const { day } = useWhen();
  if (followUps.length === 0) return null;
  return (
    <Box component="section" aria-labelledby="follow-ups-due" sx={{ mt: 4 }}>
      <Typography variant="h2" id="follow-ups-due" sx={{ mb: 1 }}>
        Follow-ups due
      </Typography>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {followUps.map((one) => (
          <Box
            component="li"
            key={one.job}
            sx={{
              display: 'grid',
              gridTemplateColumns: { xs: '1fr', md: 'minmax(0, 1fr) minmax(0, 1fr) auto' },
              gap: 1.5,
              alignItems: 'center',
              py: 1.5,
              borderTop: '1px solid var(--ts-edge)',
            }}
          >
            <Box>
              <Box sx={{ fontWeight: 650 }}>{one.machine}</Box>
              <Box className="ts-quiet ts-small">
                {one.customer ? `${one.customer}, ` : ''}
                <Link href={`/jobs/${one.job}`} prefetch={false} style={{ color: 'inherit' }}>
                  job {one.job}
                </Link>
                , closed {day(one.closedAt)}
              </Box>
            </Box>
            <Box>
              Check {one.checks.map((c) => FOLLOW_UP_CHECK_WORDS[c].toLowerCase()).join(', ')}.{one.next && ` ${one.next}`}
              <Box className="ts-quiet ts-small">
                {FOLLOW_UP_AFTER_WORDS[one.after]}: {day(one.dueAt)}, {BASIS[one.by]}
              </Box>
            </Box>
            {mayOpen && (
              <Button component={Link} href={`/jobs/new?machine=${one.machineId}`} variant="outlined" sx={{ minHeight: 44 }}>
                Open a job
              </Button>
            )}
          </Box>
        ))}
      </Box>
    </Box>
  );
}
