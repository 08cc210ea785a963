'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { checkOf, complaintOf } from '@/core/fault';
import { addComplaint, RECORDED, recordSign } from './messages';
import type { CycleSign, SignRecord } from './signs';

/** Records signs on a ticket. */
export interface RecordSign {
  /** Null: such a machine has no such check or complaint. */
  readonly state: (record: SignRecord) => 'recorded' | 'open' | null;
  readonly write: (record: SignRecord) => Promise<boolean>;
}

/** One sign, with a button that records it for fault tracing. */
export function SignRow({ sign: { text, record: what }, record }: { sign: CycleSign; record: RecordSign | null }) {
  const [busy, setBusy] = useState(false);
  const state = what && record ? record.state(what) : null;
  const write = async (one: SignRecord) => {
    setBusy(true);
    await record!.write(one);
    setBusy(false);
  };
  return (
    <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', columnGap: 1.5 }}>
      <Box sx={{ fontWeight: 650 }}>{text}</Box>
      {state === 'recorded' && <Box sx={{ color: 'var(--ts-quiet)' }}>{RECORDED}</Box>}
      {what && state === 'open' && (
        <Button variant="outlined" disabled={busy} onClick={() => void write(what)} sx={{ minHeight: 48 }}>
          {'check' in what ? recordSign(checkOf(what.check).results.bad) : addComplaint(complaintOf(what.complaint).label)}
        </Button>
      )}
    </Box>
  );
}
