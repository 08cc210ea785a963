'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { CAUSES, stopSentence, UNKNOWN, terms, type CauseId } from '@/core/fault';
import type { Consent, Repair } from '@/core/job';
import { dealtWith } from './messages';

type Stop = Parameters<typeof stopSentence>[1];
/** Records a repair as made here, made before intake, or declined. @param agreed true if the customer was asked first */
export type OnRepair = (cause: CauseId, when: Repair['when'], agreed?: boolean) => Promise<unknown>;

const words = terms();
const repairOf = (cause: string) => CAUSES.find((c) => c.id === cause)?.repair.name ?? UNKNOWN.repair.name;
const CONSENT_WORDS: Readonly<Record<Consent['said'], string>> = {
  'not-asked': 'Ask the customer first: it costs more than the shop spends without asking.',
  asked: 'The customer was asked, and has not answered.',
  waiting: 'The customer wants to think about it.',
  approved: 'The customer agreed to it.',
  declined: 'The customer declined it.',
};

/** Repair to make now, with the customer's decision if it is needed. */
export function RepairNow({ stop, consent, onRepair }: { stop: Stop; consent: Consent; onRepair: OnRepair | null }) {
  const cause = stop.fix as CauseId;
  const ask = consent.needed && consent.said !== 'approved';
  return (
    <Box sx={{ border: '2px solid var(--ts-work)', borderRadius: '4px', p: 2, bgcolor: 'var(--ts-card)' }}>
      <Box sx={{ fontSize: 14, color: 'var(--ts-quiet)' }}>{ask ? 'Ask the customer, then repair' : 'Repair now'}</Box>
      <Box sx={{ fontSize: 22, fontWeight: 650 }}>{repairOf(stop.fix)}</Box>
      <Box sx={{ fontSize: 16, my: 0.5 }}>
        {stopSentence(words, { ...stop, ask: false })}
        {consent.needed && ` ${CONSENT_WORDS[consent.said]}`}
      </Box>
      {onRepair && (
        <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
          <Button variant="contained" onClick={() => void onRepair(cause, 'here', consent.needed)}>
            {ask ? 'Customer agreed: mark as repaired' : dealtWith(cause)}
          </Button>
          {consent.needed && (
            <Button variant="outlined" onClick={() => void onRepair(cause, 'left')}>
              Customer declined: do not repair
            </Button>
          )}
        </Box>
      )}
    </Box>
  );
}
