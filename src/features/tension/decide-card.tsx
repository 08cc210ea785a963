'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { placeDimension, type Drive } from '@/core/drive';
import type { TensionDecided } from '@/core/job';
import type { Decided } from '@/core/tension';
import { Choices } from '@/ui/choices';
import { useMoney } from '@/ui/money';
import { useUnits, type Units } from '@/ui/units';
import { DECISION_WORDS, becauseWords, savesBelt, setAgainGained } from './messages';

const DECISIONS = ['leave', 'adjust', 'replace'] as const;

const placeOfAdjuster = (drive: Drive, id: string) =>
  placeDimension(drive, { tensioner: drive.adjusters.find((a) => a.id === id)?.tensioner });

/** “Adjust it: Cable bracket to 5.1 mm …”, in one sentence with its reasons. */
export function advisedWords(drive: Drive, decided: Decided, { show, adjusterPosition }: Pick<Units, 'show' | 'adjusterPosition'>): string {
  const { act, to, because } = decided;
  const place = to
    ? `: ${drive.adjusters.find((a) => a.id === to.adjuster)?.label ?? 'the adjuster'} to ${adjusterPosition(to.position, placeOfAdjuster(drive, to.adjuster))}, for ${show(to.tensionN, 'force')}`
    : '';
  return `${DECISION_WORDS[act]}${place}. Reason: ${becauseWords(because)}.`;
}

/** Leave, adjust or replace: the recommendation, and the technician's decision with its reason. */
export function DecideCard({
  drive,
  beltId,
  decided,
  beltCents,
  onDecide,
}: {
  drive: Drive;
  beltId: string;
  decided: Decided;
  /** Price of a new belt from stock, cents. Null if unknown. */
  beltCents: number | null;
  onDecide: ((decision: TensionDecided) => Promise<boolean>) | null;
}) {
  const money = useMoney();
  const units = useUnits();
  const [act, setAct] = useState<TensionDecided['act'] | null>(null);
  const [reason, setReason] = useState('');
  const [busy, setBusy] = useState(false);
  const [asked, setAsked] = useState(false);
  const { act: advised, to, hoursGained } = decided;
  const chosen = act ?? (advised === 'leave' || advised === 'adjust' || advised === 'replace' ? advised : null);
  const otherwise = chosen !== null && chosen !== advised;
  const saved = chosen === 'leave' || chosen === 'adjust' ? beltCents : null;
  const decide = async () => {
    setAsked(true);
    if (!onDecide || chosen === null || (otherwise && reason.trim() === '')) return;
    setBusy(true);
    const place = chosen === 'adjust' && to;
    const done = await onDecide({
      belt: beltId,
      act: chosen,
      advised,
      because: becauseWords(decided.because),
      to: place
        ? {
            id: place.adjuster,
            label: drive.adjusters.find((a) => a.id === place.adjuster)?.label ?? 'Adjuster',
            position: place.position,
            placeIn: placeOfAdjuster(drive, place.adjuster),
          }
        : null,
      hoursGained: chosen === 'adjust' ? hoursGained : null,
      savedCents: saved,
      reason: otherwise ? reason.trim() : '',
    });
    if (done) {
      setAct(null);
      setReason('');
      setAsked(false);
    }
    setBusy(false);
  };
  return (
    <Box
      component="form"
      aria-label="Leave, adjust or replace"
      onSubmit={(e) => (e.preventDefault(), void decide())}
      sx={{ display: 'grid', gap: 1.5, maxWidth: 860 }}
    >
      <Box role="status" sx={{ fontSize: 16 }}>
        <strong>{advisedWords(drive, decided, units)}</strong>
        {hoursGained !== null && ` ${setAgainGained(hoursGained)}`}
        {(advised === 'leave' || advised === 'adjust') && beltCents !== null && ` ${savesBelt(money.show(beltCents))}`}
      </Box>
      {onDecide && (
        <>
          <Choices
            label="Your decision"
            big
            value={chosen ?? ''}
            options={DECISIONS.map((id) => ({ id: id as string, label: DECISION_WORDS[id] }))}
            onChoose={(id) => setAct(id as TensionDecided['act'])}
          />
          {otherwise && (
            <TextField
              label="Reason"
              value={reason}
              onChange={(e) => setReason(e.target.value)}
              error={asked && reason.trim() === ''}
              helperText={
                asked && reason.trim() === ''
                  ? 'This differs from the recommendation. Enter a reason for the ticket.'
                  : 'The reason is shown on the ticket.'
              }
              slotProps={{ htmlInput: { maxLength: 500 } }}
            />
          )}
          <Box>
            <Button type="submit" variant="contained" size="large" disabled={busy || chosen === null}>
              Save decision
            </Button>
          </Box>
        </>
      )}
    </Box>
  );
}
