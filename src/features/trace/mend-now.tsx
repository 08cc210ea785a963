'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { CAUSES, stopSentence, UNKNOWN, vocabulary, type CauseId } from '@/core/fault';
import type { Consent, Mended } from '@/core/job';
import { dealtWith } from './words';

type Stop = Parameters<typeof stopSentence>[1];
/** Writes that something is mended, was mended before it came, or stays in. @param agreed the customer was asked first */
export type OnMend = (cause: CauseId, when: Mended['when'], agreed?: boolean) => Promise<unknown>;

const words = vocabulary();
const mendOf = (cause: string) => CAUSES.find((c) => c.id === cause)?.mend.act ?? UNKNOWN.mend.act;
const CONSENT_WORDS: Readonly<Record<Consent['said'], string>> = {
  'not-asked': 'Ask the customer first: it costs more than the shop spends without asking.',
  asked: 'The customer was asked, and has not answered.',
  waiting: 'The customer wants to think about it.',
  approved: 'The customer agreed to it.',
  declined: 'The customer declined it.',
};

/** What is mended now, with what the customer says to it where he is asked first. */
export function MendNow({ stop, consent, onMend }: { stop: Stop; consent: Consent; onMend: OnMend | null }) {
  const cause = stop.fix as CauseId;
  const ask = consent.needed && consent.said !== 'approved';
  return (
    <Box sx={{ border: '2px solid var(--ts-work)', borderRadius: '4px', p: 2, bgcolor: 'var(--ts-card)' }}>
      <Box sx={{ fontSize: 14, color: 'var(--ts-quiet)' }}>{ask ? 'Ask the customer, then repair' : 'Repair now'}</Box>
      <Box sx={{ fontSize: 22, fontWeight: 650 }}>{mendOf(stop.fix)}</Box>
      <Box sx={{ fontSize: 16, my: 0.5 }}>
        {stopSentence(words, { ...stop, ask: false })}
        {consent.needed && ` ${CONSENT_WORDS[consent.said]}`}
      </Box>
      {onMend && (
        <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
          <Button variant="contained" onClick={() => void onMend(cause, 'here', consent.needed)}>
            {ask ? 'Customer agreed: mark as repaired' : dealtWith(cause)}
          </Button>
          {consent.needed && (
            <Button variant="outlined" onClick={() => void onMend(cause, 'left')}>
              Customer declined: do not repair
            </Button>
          )}
        </Box>
      )}
    </Box>
  );
}
