'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useForm } from 'react-hook-form';
import { REPAIRED_PARTS, WORKS, type RepairedPart, type Work } from '@/core/job';
import { Field } from '@/ui/form';
import { FormChoices } from '@/ui/form-inputs';
import { WORK_WORDS, WORKED_PART_WORDS } from '../../job-messages';
import type { StageProps } from '../module';

interface WorkFields {
  readonly change: Work;
  readonly on: RepairedPart;
  readonly note: string;
}
const CLEANED: WorkFields = { change: 'cleaned', on: 'pulley', note: '' };

/** Work on a part without a finding, such as cleaning. Earlier readings belong to the condition before it. */
export function OtherWork({ job, at, commands }: Pick<StageProps, 'job' | 'at' | 'commands'>) {
  const { control, handleSubmit, reset, formState } = useForm<WorkFields>({ defaultValues: CLEANED });
  const save = handleSubmit(async ({ change, on, note }) => {
    const words = `Job ${job.number}: ${WORKED_PART_WORDS[on].toLowerCase()} ${WORK_WORDS[change].toLowerCase()}`;
    if (await commands.write(at, 'changed', { change, found: null, on, note: note.trim() }, words, 'The work is on the ticket.'))
      reset(CLEANED);
  });
  return (
    <Box component="form" noValidate aria-label="Other work" onSubmit={(e) => void save(e)} sx={{ display: 'grid', gap: 1.5 }}>
      <FormChoices control={control} name="change" label="Work" options={WORKS.map((id) => ({ id, label: WORK_WORDS[id] }))} />
      <FormChoices control={control} name="on" label="Part" options={REPAIRED_PARTS.map((id) => ({ id, label: WORKED_PART_WORDS[id] }))} />
      <Field
        control={control}
        name="note"
        label="Note"
        placeholder="Inside of the movable sheave, dry. Oil came from the shaft seal."
        slotProps={{ htmlInput: { maxLength: 300 } }}
      />
      <Box>
        <Button type="submit" variant="outlined" disabled={formState.isSubmitting} sx={{ minHeight: 56 }}>
          Save work
        </Button>
      </Box>
    </Box>
  );
}
