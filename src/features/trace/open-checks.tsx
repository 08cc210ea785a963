'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { CHECKS, setupOf, type Check, type CheckId, type OpenCheck, type SetupId } from '@/core/fault';
import { checkBeforeRefitting, removedNow, showMoreChecks } from './messages';

const checks: readonly Check[] = CHECKS;
/** Checks listed before the rest is unfolded. */
const SHOWN = 4;

/** Checks that share what is removed now: a bad part found later would need the same work again. */
export function OpenChecks({
  open,
  up,
  onCheck,
}: {
  open: readonly OpenCheck[];
  up: readonly string[];
  onCheck: (check: CheckId) => void;
}) {
  const [all, setAll] = useState(false);
  if (open.length === 0) return null;
  const minutes = open.reduce((sum, o) => sum + o.minutes, 0);
  return (
    <Box component="section" aria-label="Check before refitting">
      <Typography variant="h3" sx={{ mb: 0.5 }}>
        {checkBeforeRefitting(minutes)}
      </Typography>
      <Box sx={{ fontSize: 15, color: 'var(--ts-quiet)' }}>
        {removedNow(
          up
            .map((id) =>
              setupOf(id as SetupId)
                .label.replace(/ off.*$/, '')
                .toLowerCase(),
            )
            .join(', '),
        )}
      </Box>
      <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
        {open.slice(0, all ? open.length : SHOWN).map(({ check, minutes: own }) => (
          <li key={check}>
            <Button onClick={() => onCheck(check as CheckId)} sx={{ textAlign: 'left' }}>
              {checks.find((c) => c.id === check)!.label}, {own} min
            </Button>
          </li>
        ))}
      </Box>
      {open.length > SHOWN && !all && <Button onClick={() => setAll(true)}>{showMoreChecks(open.length - SHOWN)}</Button>}
    </Box>
  );
}
