'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import Link from 'next/link';
import { useState, type ReactNode } from 'react';
import { stackFaults, type Stack, type StackFault } from '@/core/stack';
import { ConfirmDialog } from '@/ui/confirm-dialog';
import { Icon } from '@/ui/icons';
import { Page } from '@/ui/page';
import { UndoButtons } from '@/ui/undo-buttons';
import { Moment } from '@/ui/when';
import { PapersCard } from '../papers/papers-card';
import { useMayChange } from '../shell/shell-context';
import { StackDrawing } from './stack-drawing';
import { StackEditor } from './stack-editor';
import { StackTemplates } from './stack-templates';
import { useStack, type EditedStack } from './use-stack';
import type { StoredDocument, StoredDrive, StoredStack } from '@/contract/records';

/** The job that the stack was opened from. */
export interface StackOfJob {
  readonly number: number;
  /**
   * Consequence of the drawn stack for the job.
   * @param save stores the stack if it was changed; true once it is stored, here or on the device
   */
  readonly card: (drawn: {
    readonly stack: Stack;
    readonly faults: readonly StackFault[];
    readonly save: () => Promise<boolean>;
  }) => ReactNode;
}

interface StackProps {
  readonly drive: StoredDrive;
  readonly pulley: { readonly id: string; readonly label: string };
  readonly kept: StoredStack | null;
  readonly papers: readonly StoredDocument[];
  readonly job?: StackOfJob | null;
}

/** The hardware stack at one pulley of a drive: its parts, its faults, and its effect on the belt. */
export function StackScreen(props: StackProps) {
  const { drive, pulley, kept, job = null } = props;
  const mayChange = useMayChange();
  const edited = useStack(drive.id, pulley, kept);
  const back = (
    <Button variant="outlined" component={Link} href={job ? `/jobs/${job.number}` : `/drives/${drive.id}`}>
      {job ? `Return to job ${job.number}` : 'Back to the drive'}
    </Button>
  );
  if (edited.stack) return <DrawnStack {...props} stack={edited.stack} edited={edited} mayChange={mayChange} back={back} />;
  return (
    <Page title={`Stack of ${pulley.label}`} lead={drive.document.name} actions={back}>
      <Typography sx={{ mb: 2, maxWidth: 620 }}>
        Enter spacers and washers in order, from below. If an idler turns freely when loose and binds when tight, its stack is wrong.
      </Typography>
      {mayChange ? (
        <StackTemplates onChoose={edited.start} />
      ) : (
        <Typography sx={{ color: 'var(--ts-quiet)' }}>This stack is not drawn yet.</Typography>
      )}
    </Page>
  );
}

function DrawnStack({
  drive: { id, document },
  pulley,
  kept,
  papers,
  job,
  stack,
  edited,
  mayChange,
  back,
}: StackProps & {
  readonly stack: Stack;
  readonly edited: EditedStack;
  readonly mayChange: boolean;
  readonly back: ReactNode;
}) {
  const [removing, setRemoving] = useState(false);
  const faults = stackFaults(stack);
  return (
    <Page
      title={`Stack of ${pulley.label}`}
      lead={
        <>
          {document.name}
          {kept && (
            <>
              {' '}
              · saved <Moment at={kept.at} as="day" />
              {kept.by ? `, ${kept.by}` : ''}
            </>
          )}
        </>
      }
      actions={
        <>
          {mayChange && <UndoButtons of={edited.history} />}
          {back}
          <Button variant="outlined" startIcon={<Icon name="print" />} onClick={() => window.print()}>
            Print
          </Button>
          {mayChange && (
            <Button variant="contained" startIcon={<Icon name="save" />} disabled={!edited.changed} onClick={() => void edited.save()}>
              Save stack
            </Button>
          )}
        </>
      }
    >
      {edited.problem !== '' && (
        <Alert severity="warning" variant="outlined" sx={{ mb: 1.5 }}>
          {edited.problem}
        </Alert>
      )}
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', md: 'minmax(0, 1fr) minmax(0, 1fr)' }, gap: 2.5, alignItems: 'start' }}>
        <StackDrawing drive={document} pulleyId={pulley.id} stack={stack} faults={faults} selected={edited.selected} />
        <Box sx={{ display: 'grid', gap: 1.5 }}>
          {job?.card({ stack, faults, save: edited.save })}
          <StackEditor edited={edited} stack={stack} faults={faults} mayChange={mayChange} onRemove={() => setRemoving(true)} />
          <PapersCard
            of={{ driveId: id, station: pulley.id }}
            papers={papers}
            says="A picture of the stack as found, or the parts diagram: PDF or picture, up to 8 MB."
          />
        </Box>
      </Box>
      <ConfirmDialog
        open={removing}
        title="Delete this stack?"
        action="Delete stack"
        leave="Cancel"
        removes
        onConfirm={() => {
          setRemoving(false);
          edited.remove();
        }}
        onClose={() => setRemoving(false)}
      >
        Undo on this page restores it. Its documents are not deleted.
      </ConfirmDialog>
    </Page>
  );
}
