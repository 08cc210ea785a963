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
import { ENDING_WORDS, findingWords, leftInWords, FOLLOW_UP_AFTER_WORDS, FOLLOW_UP_CHECK_WORDS, UNFIT_WORDS } from '../../job-messages';
import type { StageProps } from '../module';
import { knownFaults, notConfirmedBeforeClose } from '../../stage-messages';

/** With it or without it, in the order in which they are shown. */
const toggled = <T,>(order: readonly T[], chosen: readonly T[], id: T): T[] =>
  order.filter((o) => (o === id ? !chosen.includes(o) : chosen.includes(o)));

/** Ending of the job, limited by its test, with the closing line for the customer. */
export function CloseForm(props: StageProps) {
  const { job, commands } = props;
  const { role } = useShell();
  const { jobContext } = props;
  const { hand } = jobContext;
  const open = ENDINGS.filter((e) => mayEnd(hand, e));
  const [draft, setDraft, clear] = useDraft(`closing-${job.number}`);
  const [changedText, setChangedText] = useState(false);
  // The proposed line, until it is changed.
  const text = draft === '' && !changedText ? proposedClosing(job.entries) : draft;
  const setText = (typed: string) => {
    setChangedText(true);
    setDraft(typed);
  };
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
  return (
    <Box
      component="form"
      onSubmit={(e) => {
        e.preventDefault();
        void close();
      }}
      sx={{ mt: 3, display: 'grid', gap: 1.5 }}
    >
      {hand.unfit.length > 0 && (
        <Alert severity="error" variant="outlined">
          {notConfirmedBeforeClose(hand.unfit.map((u) => UNFIT_WORDS[u]).join('; '))}
        </Alert>
      )}
      {hand.unfit.length === 0 && hand.known.length + hand.leftIn.length > 0 && (
        <Alert severity="warning" variant="outlined">
          {knownFaults([...hand.known.map(findingWords), ...hand.leftIn.map(leftInWords)].join('; '))}
        </Alert>
      )}
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
      <Chips
        label="Follow-up: when"
        options={FOLLOW_UP_AFTER.map((id) => ({ id, label: FOLLOW_UP_AFTER_WORDS[id] }))}
        chosen={look.after}
        onToggle={(id) => setLook({ ...look, after: toggled(FOLLOW_UP_AFTER, look.after, id) })}
      />
      <Chips
        label="Follow-up: check what"
        options={FOLLOW_UP_CHECKS.map((id) => ({ id, label: FOLLOW_UP_CHECK_WORDS[id] }))}
        chosen={look.at}
        onToggle={(id) => setLook({ ...look, at: toggled(FOLLOW_UP_CHECKS, look.at, id) })}
      />
      {missing && <Typography sx={{ color: 'var(--ts-copper)', fontSize: 15 }}>{missing.problem}</Typography>}
      <TextField
        label="Notes for the follow-up"
        value={next}
        onChange={(e) => setNext(e.target.value)}
        placeholder="Bring the bagger; watch the second belt."
        helperText="Optional."
        slotProps={{ htmlInput: { maxLength: 500 } }}
      />
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
        <Button
          type="submit"
          variant="contained"
          disabled={busy || missing !== null || text.trim() === '' || unsigned || (ending === 'unfit' && why.trim() === '')}
        >
          Close job {job.number}
        </Button>
      </Box>
    </Box>
  );
}
