'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { ReactNode } from 'react';
import { useController, useForm } from 'react-hook-form';
import { placeDimension, type Drive } from '@/core/drive';
import type { TensionDecided } from '@/core/job';
import type { Decided } from '@/core/tension';
import { Choices } from '@/ui/choices';
import { Field } from '@/ui/form';
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
  const { act: advised, hoursGained } = decided;
  const advice = (
    <Box role="status" sx={{ fontSize: 16 }}>
      <strong>{advisedWords(drive, decided, units)}</strong>
      {hoursGained !== null && ` ${setAgainGained(hoursGained)}`}
      {(advised === 'leave' || advised === 'adjust') && beltCents !== null && ` ${savesBelt(money.show(beltCents))}`}
    </Box>
  );
  return onDecide ? <DecisionForm {...{ drive, beltId, decided, beltCents, onDecide }}>{advice}</DecisionForm> : advice;
}

const isDecision = (act: Decided['act']): act is TensionDecided['act'] => (DECISIONS as readonly string[]).includes(act);

/** A decision as it is written on the ticket. */
function decisionOf(
  drive: Drive,
  beltId: string,
  { act: advised, because, to, hoursGained }: Decided,
  { act, reason, beltCents }: { readonly act: TensionDecided['act']; readonly reason: string; readonly beltCents: number | null },
): TensionDecided {
  const place = act === 'adjust' && to;
  return {
    belt: beltId,
    act,
    advised,
    because: becauseWords(because),
    to: place
      ? {
          id: place.adjuster,
          label: drive.adjusters.find((a) => a.id === place.adjuster)?.label ?? 'Adjuster',
          position: place.position,
          placeIn: placeOfAdjuster(drive, place.adjuster),
        }
      : null,
    hoursGained: act === 'adjust' ? hoursGained : null,
    savedCents: act === 'replace' ? null : beltCents,
    reason: act === advised ? '' : reason.trim(),
  };
}

/** The decision of the technician. It needs a reason if it differs from the recommendation. */
function DecisionForm({
  drive,
  beltId,
  decided,
  beltCents,
  onDecide,
  children,
}: Omit<Parameters<typeof DecideCard>[0], 'onDecide'> & {
  onDecide: (decision: TensionDecided) => Promise<boolean>;
  /** The recommendation. */
  children: ReactNode;
}) {
  const { control, handleSubmit, reset, setError, formState } = useForm<{ act: TensionDecided['act'] | null; reason: string }>({
    defaultValues: { act: null, reason: '' },
  });
  const { field } = useController({ control, name: 'act' });
  const chosen = field.value ?? (isDecision(decided.act) ? decided.act : null);
  const otherwise = chosen !== null && chosen !== decided.act;
  const save = handleSubmit(async ({ reason }) => {
    if (chosen === null) return;
    if (otherwise && reason.trim() === '')
      return setError('reason', { message: 'This differs from the recommendation. Enter a reason for the ticket.' }, { shouldFocus: true });
    if (await onDecide(decisionOf(drive, beltId, decided, { act: chosen, reason, beltCents }))) reset();
  });
  return (
    <Box
      component="form"
      noValidate
      aria-label="Leave, adjust or replace"
      onSubmit={(e) => void save(e)}
      sx={{ display: 'grid', gap: 1.5, maxWidth: 860 }}
    >
      {children}
      <Choices
        label="Your decision"
        big
        value={chosen}
        options={DECISIONS.map((id) => ({ id, label: DECISION_WORDS[id] }))}
        onChoose={field.onChange}
      />
      {otherwise && (
        <Field
          control={control}
          name="reason"
          label="Reason"
          help="The reason is shown on the ticket."
          slotProps={{ htmlInput: { maxLength: 500 } }}
        />
      )}
      <Box>
        <Button type="submit" variant="contained" size="large" disabled={formState.isSubmitting || chosen === null}>
          Save decision
        </Button>
      </Box>
    </Box>
  );
}
