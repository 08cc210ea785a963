'use client';

import type { Drive } from '@/core/drive';
import { linesOf } from '@/core/job';
import { AlignmentPanel } from '../../../alignment/alignment-panel';
import type { StageProps } from '../module';

/** Alignment of the pulleys of the job's belt. */
export function BeltAlignment({ job, at, commands, writable, drive, beltId }: StageProps & { drive: Drive; beltId: string }) {
  return (
    <AlignmentPanel
      drive={drive}
      beltId={beltId}
      last={linesOf(job.entries, 'alignment').findLast((l) => l.body.belt === beltId)?.body ?? null}
      onKeep={
        writable
          ? (a) =>
              commands.write(at, 'alignment', a, `Job ${job.number}: alignment of ${a.pulley.label}`, 'The alignment is on the ticket.')
          : null
      }
    />
  );
}
