'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useMemo, useState } from 'react';
import {
  ENDINGS,
  LOOK_AFTER,
  LOOK_AT,
  mayEnd,
  missingOfLook,
  nextLook,
  proposedClosing,
  truncate,
  usualLook,
  type Ending,
} from '@/core/job';
import { Chips, Choices } from '@/ui/choices';
import { useDraft, useDraftOf } from '@/ui/draft';
import { useShell } from '../../../shell/shell-context';
import { ENDING_WORDS, findingWords, leftInWords, LOOK_AFTER_WORDS, LOOK_AT_WORDS, UNFIT_WORDS } from '../../bay-words';
import type { StageProps } from '../module';

/** With it or without it, in the order in which they are shown. */
const toggled = <T,>(order: readonly T[], chosen: readonly T[], id: T): T[] =>
  order.filter((o) => (o === id ? !chosen.includes(o) : chosen.includes(o)));

/** How the job ends, as far as it was proved, with what the customer is told. */
export function CloseForm(props: StageProps) {
  const { job, acts } = props;
  const { role } = useShell();
  const { bay } = props;
  const { hand } = bay;
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
  const usual = useMemo(() => usualLook(job.entries, bay.kind), [job.entries, bay.kind]);
  const [changed, setLook] = useDraftOf(`look-again-${job.number}`, nextLook);
  const look = changed ?? usual;
  const missing = missingOfLook(look);
  const [why, setWhy] = useState('');
  const [chosen, setChosen] = useState<Ending | null>(null);
  const [busy, setBusy] = useState(false);
  const ending = chosen !== null && open.includes(chosen) ? chosen : hand.best;
  const unsigned = ending === 'unfit' && role !== 'owner';
  const close = async () => {
    setBusy(true);
    const body = { text, ending, why: ending === 'unfit' ? why : '', look, next };
    if (await acts.write('book', 'closing', body, `Closing job ${job.number}: ${truncate(text, 60)}`, `Job ${job.number} is closed.`)) {
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
          Not confirmed: {hand.unfit.map((u) => UNFIT_WORDS[u]).join('; ')}. Run the test first. Without it, the machine can only be
          returned as not safe to use. An owner must sign this with a reason, which prints on the ticket.
        </Alert>
      )}
      {hand.unfit.length === 0 && hand.known.length + hand.leftIn.length > 0 && (
        <Alert severity="warning" variant="outlined">
          Known faults remain: {[...hand.known.map(findingWords), ...hand.leftIn.map(leftInWords)].join('; ')}.
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
        options={LOOK_AFTER.map((id) => ({ id, label: LOOK_AFTER_WORDS[id] }))}
        chosen={look.after}
        onToggle={(id) => setLook({ ...look, after: toggled(LOOK_AFTER, look.after, id) })}
      />
      <Chips
        label="Follow-up: check what"
        options={LOOK_AT.map((id) => ({ id, label: LOOK_AT_WORDS[id] }))}
        chosen={look.at}
        onToggle={(id) => setLook({ ...look, at: toggled(LOOK_AT, look.at, id) })}
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
          label="Reason for returning it although it is not safe to use"
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
