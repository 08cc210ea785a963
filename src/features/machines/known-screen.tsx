'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import Link from 'next/link';
import { FACTS, factsOfDrive, type Fact, type FactId, type Facts } from '@/core/machine';
import { Page } from '@/ui/page';
import { useMayChange } from '../shell/shell-context';
import { FactField } from './fact-field';
import { answered } from '../queries/answered';
import type { Machine, StoredDrive } from '@/contract/records';

const factsFor = (of: Fact['of']): FactId[] => (FACTS as readonly Fact[]).filter((f) => f.of === of).map((f) => f.id as FactId);
/** Facts of variable drives alone, and those that they have not. */
const CVT_ONLY: readonly FactId[] = ['primary', 'secondary', 'grounds'];

/** All facts of a machine and its drives on one page, each with author and date. */
export function KnownScreen({
  machine,
  own,
  known,
}: {
  machine: Machine;
  own: readonly StoredDrive[];
  known: { readonly machine: Facts; readonly drives: Readonly<Record<number, Facts>> };
}) {
  const writable = useMayChange();
  return (
    <Page
      title={`Machine facts: ${machine.name}`}
      lead="Entered once and used by every job. Facts about a drive apply to every machine with that drive."
      actions={
        <Button variant="outlined" component={Link} href={`/machines/${machine.id}`}>
          Back to the machine
        </Button>
      }
    >
      <Box sx={{ maxWidth: 760 }}>
        <Typography variant="h2">The machine</Typography>
        {factsFor('machine').map((id) => (
          <FactField key={id} id={id} facts={known.machine} subjects={{ machineId: machine.id, driveId: null }} writable={writable} />
        ))}
        {own.map((d) => (
          <Box key={d.id} component="section" aria-label={d.document.name} sx={{ mt: 4 }}>
            <Typography variant="h2">{d.document.name}</Typography>
            {factsFor('drive')
              .filter((id) => (d.document.kind === 'cvt' ? true : !CVT_ONLY.includes(id)))
              .map((id) => (
                <FactField
                  key={id}
                  id={id}
                  facts={{ ...factsOfDrive(d.document), ...known.drives[d.id] }}
                  subjects={{ machineId: machine.id, driveId: d.id }}
                  writable={writable}
                />
              ))}
          </Box>
        ))}
        {own.length === 0 && (
          <Typography sx={{ mt: 3, color: 'var(--ts-quiet)' }}>It has no drive yet. Facts of a drive appear once it has one.</Typography>
        )}
      </Box>
    </Page>
  );
}

/** Page of the facts of a machine. */
export const MachineFacts = answered('machine.known', 'This machine', KnownScreen);
