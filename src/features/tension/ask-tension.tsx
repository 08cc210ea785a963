'use client';

import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import { useMemo, useState } from 'react';
import type { Drive } from '@/core/drive';
import { pairsOf } from '@/core/tension';
import type { StoredReading } from './stored-reading';
import { TensionPanel } from './tension-panel';
import { useQueryOf } from '../queries/use-query';

const NOTHING_PAST = { readings: [], epochs: [] } as const;

/** Correct tension of a belt and the result of a reading, outside a job. Readings are not stored. */
export function AskTension({ driveId, drive, beltId }: { driveId: number; drive: Drive; beltId: string }) {
  const [readings, setReadings] = useState<readonly StoredReading[]>([]);
  const { value: past = NOTHING_PAST } = useQueryOf('tension.past', { driveId });
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
        <Alert severity="info" variant="outlined" action={<Button onClick={() => setReadings([])}>Clear readings</Button>}>
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
