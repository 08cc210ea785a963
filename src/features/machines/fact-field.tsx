'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { factOf, factWords, type FactId, type Facts, type FactValue } from '@/core/machine';
import { Choices } from '@/ui/choices';
import { NumberField } from '@/ui/number-field';
import { useUnits } from '@/ui/units';
import { Moment } from '@/ui/when';
import { useCommand } from '../commands/use-command';
import { ABOUT_FACTS, useWithQueuedFacts, type FactSubjects } from './queued-facts';

/** One fact: question, answer by a tap, author and date, and the default until then. */
export function FactField({
  id,
  facts,
  subjects,
  writable,
  big = false,
}: {
  id: FactId;
  facts: Facts;
  subjects: FactSubjects;
  writable: boolean;
  big?: boolean;
}) {
  const runCommand = useCommand();
  const { show } = useUnits();
  const fact = factOf(id);
  const known = useWithQueuedFacts(facts, subjects)[id];
  const [lines, setLines] = useState<string | null>(null);
  const set = (value: FactValue | null) => {
    const { machineId, driveId } = subjects;
    if (fact.of === 'drive' && driveId === null) return;
    void runCommand(
      'fact.set',
      { subject: fact.of === 'machine' ? { machineId } : { driveId: driveId! }, fact: id, value },
      { words: `${fact.label}: ${value === null ? 'unknown' : factWords(fact, value)}`, about: ABOUT_FACTS },
    );
  };
  const shown = known
    ? fact.kind === 'number' && fact.quantity === 'length'
      ? show(Number(known.value), 'length')
      : factWords(fact, known.value)
    : '';
  return (
    <Box sx={{ py: 1.25, borderBottom: '1px solid var(--ts-edge)' }}>
      {!writable && (
        <>
          <Box sx={{ fontSize: 14, color: 'var(--ts-quiet)' }}>{fact.question}</Box>
          <Box>{shown || fact.untilKnown}</Box>
        </>
      )}
      {writable && fact.kind === 'choice' && (
        <Choices
          label={fact.question}
          options={fact.choices}
          value={known ? String(known.value) : null}
          onChoose={(value) => set(value)}
          big={big}
        />
      )}
      {writable && fact.kind === 'number' && (
        <NumberField
          dimension="length"
          label={fact.question}
          value={known ? Number(known.value) : null}
          onValue={(value) => set(value)}
          min={0}
          optional
        />
      )}
      {writable && fact.kind === 'list' && (
        <Box
          component="form"
          onSubmit={(e) => {
            e.preventDefault();
            set((lines ?? '').split('\n').flatMap((l) => l.trim() || []));
            setLines(null);
          }}
          sx={{ display: 'flex', gap: 1, alignItems: 'flex-end', flexWrap: 'wrap' }}
        >
          <TextField
            label={fact.question}
            helperText={`One per line: ${fact.each.charAt(0).toLowerCase()}${fact.each.slice(1)}.`}
            multiline
            minRows={2}
            value={lines ?? (known && typeof known.value === 'object' ? known.value.join('\n') : '')}
            onChange={(e) => setLines(e.target.value)}
            sx={{ flex: 1, minWidth: 240 }}
          />
          <Button type="submit" variant="outlined" disabled={lines === null}>
            Save
          </Button>
        </Box>
      )}
      <Box sx={{ display: 'flex', gap: 1, alignItems: 'center', fontSize: 13, color: 'var(--ts-quiet)', mt: 0.5 }}>
        {!known && <span>{fact.untilKnown}</span>}
        {known && known.at === '' && <span>From the drawing of the drive.</span>}
        {known && known.at !== '' && (
          <>
            <span>
              {known.by}, <Moment at={known.at} as="day" />
            </span>
            {writable && (
              <Button size="small" onClick={() => set(null)} sx={{ minHeight: 44, my: -1 }} aria-label={`Forget: ${fact.label}`}>
                Forget
              </Button>
            )}
          </>
        )}
      </Box>
    </Box>
  );
}
