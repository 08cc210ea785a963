'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { factOf, factWords, type FactId, type Facts, type FactValue } from '@/core/machine';
import { Choices } from '@/ui/choices';
import { blank, lazyPart } from '@/ui/lazy';
import { NumberField } from '@/ui/number-field';
import { useUnits } from '@/ui/units';
import { Moment } from '@/ui/when';
import { useCommand } from '../commands/use-command';
import { ABOUT_FACTS, useWithQueuedFacts, type FactSubjects } from './queued-facts';

/** The field of a list loads when it is first shown. */
const ListForm = lazyPart(async () => (await import('./list-form')).ListForm, blank(80));

interface FactFieldProps {
  readonly id: FactId;
  readonly facts: Facts;
  readonly subjects: FactSubjects;
  readonly writable: boolean;
  readonly big?: boolean;
}
type Fact = ReturnType<typeof factOf>;
type KnownFact = Facts[FactId];

/** One fact: question, answer by a tap, author and date, and the default until then. */
export function FactField({ id, facts, subjects, writable, big = false }: FactFieldProps) {
  const runCommand = useCommand();
  const fact = factOf(id);
  const known = useWithQueuedFacts(facts, subjects)[id];
  const set = (value: FactValue | null) => {
    const { machineId, driveId } = subjects;
    if (fact.of === 'drive' && driveId === null) return;
    void runCommand(
      'fact.set',
      { subject: fact.of === 'machine' ? { machineId } : { driveId: driveId! }, fact: id, value },
      { words: `${fact.label}: ${value === null ? 'unknown' : factWords(fact, value)}`, about: ABOUT_FACTS },
    );
  };
  return (
    <Box sx={{ py: 1.25, borderBottom: '1px solid var(--ts-edge)' }}>
      {writable ? <Answer {...{ fact, known, set, big }} /> : <Shown fact={fact} known={known} />}
      <Origin fact={fact} known={known} onForget={writable ? () => set(null) : null} />
    </Box>
  );
}

function Shown({ fact, known }: { fact: Fact; known: KnownFact }) {
  const { show } = useUnits();
  const isLength = fact.kind === 'number' && fact.quantity === 'length';
  const text = known ? (isLength ? show(Number(known.value), 'length') : factWords(fact, known.value)) : '';
  return (
    <>
      <Box sx={{ fontSize: 14, color: 'var(--ts-quiet)' }}>{fact.question}</Box>
      <Box>{text || fact.untilKnown}</Box>
    </>
  );
}

/** Input for the kind of the fact: a choice, a length or a list. */
function Answer({ fact, known, set, big }: { fact: Fact; known: KnownFact; set: (value: FactValue | null) => void; big: boolean }) {
  if (fact.kind === 'choice')
    return (
      <Choices label={fact.question} options={fact.choices} value={known ? String(known.value) : null} onChoose={(v) => set(v)} big={big} />
    );
  if (fact.kind === 'number')
    return (
      <NumberField
        dimension="length"
        label={fact.question}
        value={known ? Number(known.value) : null}
        onValue={(value) => set(value)}
        min={0}
        optional
      />
    );
  return <ListForm fact={fact} lines={known && typeof known.value === 'object' ? known.value : []} onSave={set} />;
}

/** Author and date, or the default until the fact is known. */
function Origin({ fact, known, onForget }: { fact: Fact; known: KnownFact; onForget: (() => void) | null }) {
  return (
    <Box sx={{ display: 'flex', gap: 1, alignItems: 'center', fontSize: 13, color: 'var(--ts-quiet)', mt: 0.5 }}>
      {!known && <span>{fact.untilKnown}</span>}
      {known && known.at === '' && <span>From the drawing of the drive.</span>}
      {known && known.at !== '' && (
        <>
          <span>
            {known.by}, <Moment at={known.at} as="day" />
          </span>
          {onForget && (
            <Button size="small" onClick={onForget} sx={{ minHeight: 44, my: -1 }} aria-label={`Forget: ${fact.label}`}>
              Forget
            </Button>
          )}
        </>
      )}
    </Box>
  );
}
