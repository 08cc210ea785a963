'use client';

import Box from '@mui/material/Box';
import { aboutStep } from '../picture-subject';
import { Pictures } from '../pictures';
import type { StageProps } from '../stages/module';
import { AddPart, ARRIVED_WAYS, MISSING_ON_ARRIVAL } from './add-part';

/** Parts that were removed before the machine arrived: what came along and what is missing. The parts count starts here. */
export function ArrivedParts({ job, commands, writable }: Pick<StageProps, 'job' | 'commands' | 'writable'>) {
  const listed = job.entries.flatMap((l) => (l.type === 'tally' && l.stage === 'ask' && !l.withdrawn ? [{ id: l.id, ...l.body }] : []));
  return (
    <Box sx={{ display: 'grid', gap: 1.5 }}>
      {listed.length > 0 && (
        <Box component="ul" aria-label="Arrived removed" sx={{ m: 0, pl: 2.5 }}>
          {listed.map(({ id, count, item, way, note }) => (
            <li key={id}>
              {count} {item.toLowerCase()}
              {way === 'stored' ? `: stored until ${note}` : note === MISSING_ON_ARRIVAL ? ': missing' : ': came along'}
            </li>
          ))}
        </Box>
      )}
      <Box>
        Take a picture of all loose parts together.
        <Pictures {...{ job, commands, writable }} at="ask" about={aboutStep('arrived')} shows="Loose parts on arrival" />
      </Box>
      {writable && (
        <AddPart
          ways={ARRIVED_WAYS}
          onAdd={(part, words) =>
            commands.write('ask', 'tally', part, `Job ${job.number}: ${part.count} ${part.item.toLowerCase()} ${words}`)
          }
        />
      )}
    </Box>
  );
}
