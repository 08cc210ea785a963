'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useMemo, useState } from 'react';
import {
  ENDINGS,
  FOLLOW_UP_AFTER,
  FOLLOW_UP_CHECKS,
  mayEnd,
  missingInFollowUp,
  nextLook,
  proposedClosing,
  truncate,
  usualFollowUp,
  type Ending,
} from '@/core/job';
import { Chips, Choices } from '@/ui/choices';
import { useDraft, useDraftOf } from '@/client/draft';
import { useShell } from '../../../shell/shell-context';
import { FOLLOW_UP_AFTER_WORDS, FOLLOW_UP_CHECK_WORDS } from '../../../follow-ups/plan-words';
import { ENDING_WORDS, findingWords, leftInWords, UNFIT_WORDS } from '../../job-messages';
import type { StageProps } from '../module';
import { knownFaults, notConfirmedBeforeClose } from '../../stage-messages';

/** With it or without it, in the order in which they are shown. */
const toggled = <T,>(order: readonly T[], chosen: readonly T[], id: T): T[] =>
  order.filter((o) => (o === id ? !chosen.includes(o) : chosen.includes(o)));

/** Ending of the job, limited by its test, with the closing line for the customer. */
export function CloseForm(props: StageProps) {
  const { job, commands, jobContext } = props;
  const { role } = useShell();
  const { hand } = jobContext;
  const open = ENDINGS.filter((e) => mayEnd(hand, e));
  const [text, setText, clear] = useClosingText(job);
  const [next, setNext, clearNext] = useDraft(`next-look-${job.number}`);
  const usual = useMemo(() => usualFollowUp(job.entries, jobContext.kind), [job.entries, jobContext.kind]);
  const [changed, setLook] = useDraftOf(`look-again-${job.number}`, nextLook);
  const look = changed ?? usual;
  const missing = missingInFollowUp(look);
  const [why, setWhy] = useState('');
  const [chosen, setChosen] = useState<Ending | null>(null);
  const [busy, setBusy] = useState(false);
  const ending = chosen !== null && open.includes(chosen) ? chosen : hand.best;
  const unsigned = ending === 'unfit' && role !== 'owner';
  const close = async () => {
    setBusy(true);
    const body = { text, ending, why: ending === 'unfit' ? why : '', look, next };
    if (await commands.write('book', 'closing', body, `Closing job ${job.number}: ${truncate(text, 60)}`, `Job ${job.number} is closed.`)) {
      clear();
      clearNext();
      setLook(null);
    }
    setBusy(false);
  };
  const isReady = missing === null && text.trim() !== '' && !unsigned && (ending !== 'unfit' || why.trim() !== '');
  return (
    <Box
      component="form"
      onSubmit={(e) => {
        e.preventDefault();
        void close();
      }}
      sx={{ mt: 3, display: 'grid', gap: 1.5 }}
    >
      <OpenPoints hand={hand} />
      <Choices
        label="How it ends"
        big
        value={ending}
        options={open.map((id) => ({ id, label: ENDING_WORDS[id] }))}
        onChoose={(id) => setChosen(id)}
      />
      <TextField
        label="Closing line for the customer"
        multiline
        minRows={2}
        value={text}
        onChange={(e) => setText(e.target.value)}
        placeholder="New blade belt and idler. Full throttle, one brisk movement when you engage it."
        slotProps={{ htmlInput: { maxLength: 2000 } }}
      />
      <FollowUpFields look={look} next={next} onLook={setLook} onNext={setNext} />
      {ending === 'unfit' && (
        <TextField
          label="Reason for returning the machine not fit to use"
          value={why}
          disabled={unsigned}
          helperText={unsigned ? 'An owner must sign this.' : 'Printed on the ticket over your name.'}
          onChange={(e) => setWhy(e.target.value)}
          slotProps={{ htmlInput: { maxLength: 500 } }}
        />
      )}
      <Box>
        <Button type="submit" variant="contained" disabled={busy || !isReady}>
          Close job {job.number}
        </Button>
      </Box>
    </Box>
  );
}

/** Closing line: the proposed one until it is changed. It survives a reload. */
function useClosingText({ number, entries }: StageProps['job']): [string, (text: string) => void, () => void] {
  const [draft, setDraft, clear] = useDraft(`closing-${number}`);
  const [isChanged, setChanged] = useState(false);
  const set = (text: string) => {
    setChanged(true);
    setDraft(text);
  };
  return [draft === '' && !isChanged ? proposedClosing(entries) : draft, set, clear];
}

/** Missing confirmations, or else the faults that remain known. */
function OpenPoints({ hand: { unfit, known, leftIn } }: { hand: StageProps['jobContext']['hand'] }) {
  if (unfit.length > 0)
    return (
      <Alert severity="error" variant="outlined">
        {notConfirmedBeforeClose(unfit.map((u) => UNFIT_WORDS[u]).join('; '))}
      </Alert>
    );
  if (known.length + leftIn.length === 0) return null;
  return (
    <Alert severity="warning" variant="outlined">
      {knownFaults([...known.map(findingWords), ...leftIn.map(leftInWords)].join('; '))}
    </Alert>
  );
}

type FollowUp = ReturnType<typeof usualFollowUp>;

/** When and what to check again. */
function FollowUpFields({
  look,
  next,
  onLook,
  onNext,
}: {
  look: FollowUp;
  next: string;
  onLook: (look: FollowUp) => void;
  onNext: (text: string) => void;
}) {
  const missing = missingInFollowUp(look);
  return (
    <>
      <Chips
        label="Follow-up: when"
        options={FOLLOW_UP_AFTER.map((id) => ({ id, label: FOLLOW_UP_AFTER_WORDS[id] }))}
        chosen={look.after}
        onToggle={(id) => onLook({ ...look, after: toggled(FOLLOW_UP_AFTER, look.after, id) })}
      />
      <Chips
        label="Follow-up: check what"
        options={FOLLOW_UP_CHECKS.map((id) => ({ id, label: FOLLOW_UP_CHECK_WORDS[id] }))}
        chosen={look.at}
        onToggle={(id) => onLook({ ...look, at: toggled(FOLLOW_UP_CHECKS, look.at, id) })}
      />
      {missing && <Typography sx={{ color: 'var(--ts-copper)', fontSize: 15 }}>{missing.problem}</Typography>}
      <TextField
        label="Notes for the follow-up"
        value={next}
        onChange={(e) => onNext(e.target.value)}
        placeholder="Bring the bagger; watch the second belt."
        helperText="Optional."
        slotProps={{ htmlInput: { maxLength: 500 } }}
      />
    </>
  );
}
