'use client';

import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { useMoney } from '@/ui/money';
import { isUnfittable, verdictWord } from '@/ui/verdict';
import { beltName, runsOn } from '@/services/candidates';
import type { BeltChoice } from '../../../match/use-match-view';
import { useBeltText } from '../../stage-messages';

/** Effect of using a belt, and the reason for a substitute or a belt that does not run. */
export function UseBeltDialog({
  choice,
  onClose,
  onBook,
}: {
  choice: BeltChoice;
  onClose: () => void;
  onBook: (reason: string) => Promise<void>;
}) {
  const money = useMoney();
  const [reason, setReason] = useState('');
  const [busy, setBusy] = useState(false);
  const { matched, shelf, exact, insteadOf, pieces, letsGo } = choice;
  const runs = runsOn(matched);
  const left = shelf.quantity - pieces;
  const needsReason = !exact || !runs;
  const staysTight = letsGo && matched.verdict === 'too-short' && !isUnfittable(matched.reasons);
  const name = beltName(shelf);
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="xs">
      <DialogTitle>
        Use {name}
        {staysTight ? ' as an exception' : exact ? '' : ' as a substitute'}
      </DialogTitle>
      <DialogContent>
        <Typography sx={{ mb: 1.5 }}>
          {useBeltText({
            verdict: verdictWord(matched.verdict, letsGo, matched.reasons),
            pieces,
            bin: shelf.bin,
            left,
            price: shelf.priceCents === null ? null : money.show(shelf.priceCents),
            needs: exact ? null : insteadOf,
          })}
        </Typography>
        {!runs && (
          <Alert severity="warning" variant="outlined" sx={{ mb: 1.5 }}>
            {staysTight
              ? 'This belt does not release on this drive. Fit it only as an exception, with your reason. The test stage then requires that slack and brake are confirmed by hand. Otherwise the job ends as not fit to use.'
              : 'This belt does not work on this drive as drawn.'}
          </Alert>
        )}
        {needsReason && (
          <TextField
            autoFocus
            multiline
            minRows={2}
            label={staysTight ? 'Reason for the exception' : exact ? 'Reason' : 'Reason for the substitute'}
            value={reason}
            onChange={(e) => setReason(e.target.value)}
            helperText="The reason is shown on the ticket."
            placeholder="Exact belt comes with Thursday’s boat; customer mows tomorrow."
            slotProps={{ htmlInput: { maxLength: 500 } }}
          />
        )}
      </DialogContent>
      <DialogActions sx={{ p: 2 }}>
        <Button onClick={onClose}>Cancel</Button>
        <Button
          variant="contained"
          disabled={busy || (needsReason && reason.trim() === '')}
          onClick={() => {
            setBusy(true);
            void onBook(reason).finally(() => setBusy(false));
          }}
        >
          {staysTight ? 'Use as an exception' : 'Use this belt'}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
