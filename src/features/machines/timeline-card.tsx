'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Link from 'next/link';
import { useState } from 'react';
import { Card } from '@/ui/page';
import { Moment } from '@/ui/when';
import { latestEntries } from './messages';
import type { MachineEvent } from '@/contract/records';

const SHOWN = 12;
const WORDS: Readonly<Record<MachineEvent['kind'], string>> = {
  'job-opened': 'opened',
  'job-closed': 'closed',
  meter: 'Meter read',
  document: 'Pinned',
  fact: 'Known',
  line: '',
};

/** Events of a machine, latest first, and its whole history as a file. @param total number of events */
export function TimelineCard({ machineId, events, total }: { machineId: number; events: readonly MachineEvent[]; total: number }) {
  const [all, setAll] = useState(false);
  const file = (as: string) => `/api/machines/${machineId}/history?as=${as}`;
  return (
    <Card
      title="Its history"
      actions={
        <>
          <Button component="a" href={file('csv')} download>
            CSV
          </Button>
          <Button component="a" href={file('json')} download>
            JSON
          </Button>
        </>
      }
    >
      {events.length === 0 && <Box sx={{ color: 'var(--ts-quiet)' }}>Jobs, meter readings, documents and notes appear here in order.</Box>}
      <Box component="ol" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {events.slice(0, all ? events.length : SHOWN).map((e, i) => (
          <Box
            component="li"
            key={`${e.at}${e.kind}${i}`}
            sx={{ display: 'flex', gap: 2, py: 0.75, borderTop: '1px solid var(--ts-edge)' }}
          >
            <Box className="ts-quiet ts-small" sx={{ width: 96, flex: 'none' }}>
              <Moment at={e.at} as="day" />
            </Box>
            <Box sx={{ minWidth: 0, overflowWrap: 'anywhere' }}>
              {e.job === null ? (
                <>
                  {WORDS[e.kind]}: {e.what}
                </>
              ) : (
                <>
                  <Link href={`/jobs/${e.job}`} prefetch={false} style={{ color: 'inherit' }}>
                    Job {e.job}
                  </Link>{' '}
                  {WORDS[e.kind]}: {e.what}
                </>
              )}
              {e.by && <Box className="ts-quiet ts-small">{e.by}</Box>}
            </Box>
          </Box>
        ))}
      </Box>
      {events.length > SHOWN && !all && (
        <Button onClick={() => setAll(true)}>{total > events.length ? `Latest ${events.length} entries` : `All ${total} entries`}</Button>
      )}
      {all && total > events.length && <Box className="ts-quiet">{latestEntries(events.length, total)}</Box>}
    </Card>
  );
}
