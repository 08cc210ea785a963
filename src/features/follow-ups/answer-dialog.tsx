'use client';

import { useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import { FOLLOW_UP_ANSWERS, type FollowUpAnswer } from '@/core/follow-up';
import { Field, placeRefusal, Refusal } from '@/ui/form';
import { FormDialog } from '@/ui/form-dialog';
import { FormChoices } from '@/ui/form-inputs';
import type { FollowUpLine } from '@/contract/records';
import { isTaken, useCommand } from '../commands/use-command';
import { ANSWER_WORDS, answeredWords, subjectOf } from './messages';

interface Values {
  readonly answer: FollowUpAnswer;
  readonly until: string;
  readonly reason: string;
}

const DAY_MS = 86_400_000;
const isoDay = (time: number): string => new Date(time).toISOString().slice(0, 10);

/** Closes a follow-up: done, postponed to a date, or waived, with the reason. */
export function AnswerDialog({ line, onClose }: { line: FollowUpLine; onClose: () => void }) {
  const runCommand = useCommand();
  const [inTwoWeeks] = useState(() => isoDay(Date.now() + 14 * DAY_MS));
  const { control, handleSubmit, setError, formState } = useForm<Values>({
    defaultValues: { answer: line.kind === 'trial' ? 'postponed' : 'done', until: inTwoWeeks, reason: '' },
  });
  const answer = useWatch({ control, name: 'answer' });
  const { machineId, machine, source } = line;
  const undo = (id: number) =>
    void runCommand('follow-up.undo', { id }, { words: `Undo: ${answeredWords(answer, machine)}`, done: 'Undone.' });
  const save = handleSubmit(async ({ answer: given, until, reason }) => {
    const words = answeredWords(given, machine);
    const answered = await runCommand(
      'follow-up.answer',
      { machineId, source, subject: subjectOf(line).slice(0, 300), answer: given, reason, until: given === 'postponed' ? until : null },
      { words, done: ({ id }) => ({ text: words, undo: () => undo(id) }), quiet: true },
    );
    if (isTaken(answered)) onClose();
    else if (!answered.ok) placeRefusal(setError, ['until', 'reason'], answered);
  });
  const options = FOLLOW_UP_ANSWERS.filter((a) => line.kind !== 'trial' || a !== 'done').map((id) => ({ id, label: ANSWER_WORDS[id] }));
  return (
    <FormDialog
      title={`Follow-up of ${machine}`}
      submit="Save answer"
      onSubmit={(e) => void save(e)}
      busy={formState.isSubmitting}
      onClose={onClose}
      lead={subjectOf(line)}
    >
      <Refusal control={control} />
      <FormChoices control={control} name="answer" label="Answer" options={options} />
      {answer === 'postponed' && (
        <Field control={control} name="until" label="Postpone to" type="date" slotProps={{ inputLabel: { shrink: true } }} />
      )}
      <Field
        control={control}
        name="reason"
        label={answer === 'done' ? 'Note' : 'Reason'}
        multiline
        minRows={2}
        help={answer === 'waived' ? 'The follow-up ends. An interval starts again today.' : ''}
      />
    </FormDialog>
  );
}
