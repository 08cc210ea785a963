import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import type { Problem } from '@/core/drive';
import { Icon } from '@/ui/icons';
import { TermText } from '../glossary/term-text';

/** Faults that prevent solving a drive, and doubts about it. */
export function DriveChecks({
  problems,
  warnings,
  missing,
}: {
  problems: readonly Problem[];
  warnings: readonly string[];
  missing: 'pulleys' | 'belts' | null;
}) {
  if (missing === 'belts' && problems.length === 0)
    return (
      <Alert severity="info" variant="outlined" sx={{ mt: 1 }}>
        Next, choose Belts. Add one, and put its pulleys in order round the loop.
      </Alert>
    );
  if (missing === 'pulleys')
    return (
      <Alert severity="info" variant="outlined" sx={{ mt: 1 }}>
        Start with the pulleys: add each one, enter its outside diameter, and drag it into place. Then add a belt and its route.
      </Alert>
    );
  if (problems.length === 0 && warnings.length === 0)
    return (
      <Alert severity="success" variant="outlined" icon={<Icon name="check" />} sx={{ mt: 1, py: 0 }}>
        The drive can be solved.
      </Alert>
    );
  return (
    <Alert severity={problems.length > 0 ? 'warning' : 'info'} variant="outlined" sx={{ mt: 1, py: 0 }}>
      {problems.length > 0 ? 'Not solved yet:' : 'Solved, with a doubt:'}
      <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
        {[...problems.map((p) => `${p.path ? `${p.path}: ` : ''}${p.message}`), ...warnings].slice(0, 8).map((line) => (
          <li key={line}>
            <TermText>{line}</TermText>
          </li>
        ))}
      </Box>
    </Alert>
  );
}
