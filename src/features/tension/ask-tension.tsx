'use client';

import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import { useMemo, useState } from 'react';
import type { Drive } from '@/core/drive';
import { pairsOf } from '@/core/tension';
import { useRead } from '@/ui/reads';
import { readTensionPast } from './actions';
import type { KeptReading } from './kept-reading';
import { TensionPanel } from './tension-panel';

const NOTHING_PAST = { readings: [], epochs: [] } as const;

/** How tight a belt should be, and what a reading means, for a question outside a job: what is read here is kept nowhere. */
export function AskTension({ driveId, drive, beltId }: { driveId: number; drive: Drive; beltId: string }) {
  const [readings, setReadings] = useState<readonly KeptReading[]>([]);
  const { value: past = NOTHING_PAST } = useRead(['tension-past', driveId], () => readTensionPast({ driveId }));
  const request = useMemo(
    () => ({
      drive,
      beltId,
      readings: readings.map((r) => ({ reading: r.reading, without: r.without.map((b) => b.id) })),
      ...pairsOf(past.readings, beltId),
    }),
    [drive, beltId, readings, past],
  );
  return (
    <>
      {readings.length > 0 && (
        <Alert severity="info" variant="outlined" action={<Button onClick={() => setReadings([])}>Clear them</Button>}>
          No job: readings taken here are not saved on a ticket.
        </Alert>
      )}
      <TensionPanel
        request={request}
        readings={readings}
        onTake={(read) => {
          setReadings([...readings, read]);
          return Promise.resolve(true);
        }}
      />
    </>
  );
}
