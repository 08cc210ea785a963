'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { ENDINGS, handBackOf, mayEnd, shortened, type Ending } from '@/core/job';
import { Choices } from '@/ui/choices';
import { useDraft } from '@/ui/draft';
import { useShell } from '../../../shell/shell-context';
import { ENDING_WORDS, findingWords, UNFIT_WORDS } from '../../bay-words';
import type { StageProps } from '../module';

/** How the job ends, as far as it was proved, with what the customer is told. */
export function CloseForm(props: StageProps) {
  const { job, acts } = props;
  const { role } = useShell();
  const { bay } = props;
  const hand = handBackOf(job.entries, bay.stopLimitS);
  const open = ENDINGS.filter((e) => mayEnd(hand, e));
  const [text, setText, clear] = useDraft(`closing-${job.number}`);
  const [next, setNext, clearNext] = useDraft(`next-look-${job.number}`);
  const [why, setWhy] = useState('');
  const [chosen, setChosen] = useState<Ending | null>(null);
  const [busy, setBusy] = useState(false);
  const ending = chosen !== null && open.includes(chosen) ? chosen : hand.best;
  const unsigned = ending === 'unfit' && role !== 'owner';
  const close = async () => {
    setBusy(true);
    const body = { text, ending, why: ending === 'unfit' ? why : '', next };
    if (await acts.write('book', 'closing', body, `Closing job ${job.number}: ${shortened(text, 60)}`, `Job ${job.number} is closed.`)) {
      clear();
      clearNext();
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
          Not proved: {hand.unfit.map((u) => UNFIT_WORDS[u]).join('; ')}. Prove it first; otherwise it goes back only as not fit to use,
          signed by an owner with a reason, and its ticket says so.
        </Alert>
      )}
      {hand.unfit.length === 0 && hand.known.length > 0 && (
        <Alert severity="warning" variant="outlined">
          Known faults stay in: {hand.known.map(findingWords).join('; ')}.
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
      <TextField
        label="Next look: when, and at what"
        value={next}
        onChange={(e) => setNext(e.target.value)}
        placeholder="After its first day of running: tension, clamps, keepers."
        helperText="May be left out."
        slotProps={{ htmlInput: { maxLength: 500 } }}
      />
      {ending === 'unfit' && (
        <TextField
          label="Why it goes back although it is not fit to use"
          value={why}
          disabled={unsigned}
          helperText={unsigned ? 'An owner has to sign this.' : 'Printed on the ticket over your name.'}
          onChange={(e) => setWhy(e.target.value)}
          slotProps={{ htmlInput: { maxLength: 500 } }}
        />
      )}
      <Box>
        <Button
          type="submit"
          variant="contained"
          disabled={busy || text.trim() === '' || unsigned || (ending === 'unfit' && why.trim() === '')}
        >
          Close job {job.number}
        </Button>
      </Box>
    </Box>
  );
}
