'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { v4 as newId } from 'uuid';
import { checkOf, type CheckId } from '@/core/fault';
import { findingsOf, WORKS, type Found, type Work } from '@/core/job';
import { findingWords, WORK_WORDS } from '../job-messages';
import { StackLink } from '../stack/stack-link';
import type { StageProps } from '../stages/module';

/** Repair of a finding, or the customer's refusal. The check is then due again. */
export function RepairWork({
  job,
  at,
  commands,
  writable,
  check,
  part,
}: Pick<StageProps, 'job' | 'at' | 'commands' | 'writable'> & { check: string; part: string | null }) {
  const found: Found | undefined = findingsOf(job.entries).get(`${check}/${part ?? ''}`);
  if (!found) return null;
  const words = findingWords(found);
  const work = (change: Work) =>
    commands.write(
      at,
      'changed',
      { change, found: { check: found.check as CheckId, part: found.part }, on: null, note: '' },
      `Job ${job.number}: ${words}, ${WORK_WORDS[change].toLowerCase()}`,
      'The repair is on the ticket. Check it again.',
    );
  const { at: _at, by: _by, status: _status, ...body } = found;
  const decline = () =>
    commands.write(
      at,
      'finding',
      { ...body, ref: newId(), answer: 'declined', act: body.act || 'Repair' },
      `Job ${job.number}: ${words}, declined`,
      'Not repaired: the customer declined.',
    );
  return (
    <>
      <Box sx={{ fontWeight: 550, mb: 1 }}>
        {words}
        {found.part && job.driveId !== null && checkOf(found.check).station === 'stack' && (
          <StackLink driveId={job.driveId} pulley={found.part.id} job={job.number} />
        )}
      </Box>
      {writable && (
        <Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(2, 1fr)', gap: 1, maxWidth: 520 }}>
          {WORKS.map((change) => (
            <Button key={change} variant="outlined" onClick={() => void work(change)} sx={{ minHeight: 56 }}>
              {WORK_WORDS[change]}
            </Button>
          ))}
          <Button onClick={() => void decline()} sx={{ minHeight: 48, gridColumn: '1 / -1' }}>
            Customer declined the repair
          </Button>
        </Box>
      )}
    </>
  );
}
