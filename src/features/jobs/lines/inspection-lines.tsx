'use client';

import { CAUSES, checkOf, complaintOf, setupOf, UNKNOWN, RIGHT_AS_IT_IS } from '@/core/fault';
import type { EntryBody } from '@/core/job';
import { useMoney } from '@/ui/money';
import { useUnits } from '@/ui/units';
import { ANSWER_WORDS, askedWords, dimensionOf, findingWords, plainUnit, RESULT_WORDS, TIMED_WORDS, torqueByManual } from '../job-messages';

export function AskedLine({ body }: { body: EntryBody<'asked'> }) {
  const named = body.complaints.map((id) => complaintOf(id).label);
  const said = askedWords(body);
  return (
    <>
      {named.length > 0 && <strong>{named.join('; ')}. </strong>}
      {body.words && `“${body.words}” `}
      {said.length > 0 && `${said.join('. ')}.`}
    </>
  );
}

export function TimedLine({ body }: { body: EntryBody<'timed'> }) {
  const over = body.limitS !== null && body.seconds > body.limitS;
  return (
    <>
      {TIMED_WORDS[body.what]} {body.when === 'found' ? 'as found' : '(final)'}: <strong className="ts-mono">{body.seconds}&nbsp;s</strong>
      {body.limitS === null ? '' : `, ${over ? 'over' : 'within'} the limit of ${body.limitS}\u00a0s`}
      {body.how === 'typed' ? ' (typed)' : ''}
    </>
  );
}

export function SecuredLine({ body }: { body: EntryBody<'secured'> }) {
  return (
    <>
      <strong>{body.list === 'full' ? 'Made safe.' : 'Made safe after the run.'}</strong> {body.cautions.map((c) => c.words).join(' ')}
    </>
  );
}

export function RunningLine({ body }: { body: EntryBody<'running'> }) {
  return (
    <>
      <strong>Powered test.</strong> {body.cautions.map((c) => c.words).join(' ')}
    </>
  );
}

export function FindingLine({ body }: { body: EntryBody<'finding'> }) {
  const money = useMoney();
  const { show } = useUnits();
  const { number } = checkOf(body.check);
  const dimension = number ? dimensionOf(number) : null;
  const read = (value: number) => (dimension ? show(value, dimension) : `${value} ${number ? plainUnit(number) : ''}`.trim());
  return (
    <>
      <strong>{findingWords(body)}</strong> ({RESULT_WORDS[body.result]})
      {body.value === null ? '' : ` ${read(body.value)}${body.limit === null ? '' : `, limit ${read(body.limit)}`}`}
      {body.note ? ` ${body.note.replace(/\.$/, '')}.` : ''}
      {body.act ? ` ${body.act}${body.priceCents === null ? '' : `, ${money.show(body.priceCents)}`}.` : ''}
    </>
  );
}

export function DecisionLine({ body }: { body: EntryBody<'decision'> }) {
  const money = useMoney();
  return (
    <>
      {body.act || 'Finding'}: <strong>{ANSWER_WORDS[body.answer]}</strong>
      {body.priceCents === null ? '' : `, ${money.show(body.priceCents)}`}
    </>
  );
}

export function SetupLine({ body }: { body: EntryBody<'setup'> }) {
  const { label } = setupOf(body.setup);
  return <>{body.up ? `${label}.` : `No longer: ${label.charAt(0).toLowerCase()}${label.slice(1)}.`}</>;
}

const BELT = { stays: 'The belt stays on', 'comes-off': 'The belt comes off', 'not-tried': 'The belt was not tried' } as const;
const COMPLAINT = { gone: '; the complaint is fixed', still: '; the complaint is still present', 'not-said': '' } as const;
const BRAKE = {
  lands: 'the brake is on',
  'does-not-land': 'the brake stays off',
  none: 'it has no brake',
  'not-seen': 'the brake was not seen',
} as const;
const MACHINE = {
  sound: 'the machine is in good order',
  'known-bad': 'known faults remain',
  'not-judged': 'the machine was not judged',
} as const;

export function ProvedLine({ body }: { body: EntryBody<'proved'> }) {
  return (
    <>
      <strong>
        {BELT[body.belt]}
        {COMPLAINT[body.complaint]}; {BRAKE[body.brake]}; {MACHINE[body.machine]}.
      </strong>{' '}
      {body.cycles} {body.cycles === 1 ? 'cycle' : 'cycles'}
      {body.watched ? ', belt watched' : ''}.
    </>
  );
}

export function ProcedureLine({ body }: { body: EntryBody<'procedure'> }) {
  return (
    <>
      Procedure: <strong>{body.name}</strong>
      {body.why ? `, because ${body.why}` : ''}.
    </>
  );
}

/** A reading of a step, in this person's units. */
export function readingWords(
  { value, in: dimension }: EntryBody<'step'>['readings'][number],
  show: (value: number, dimension: 'length' | 'force') => string,
): string {
  if (typeof value === 'string') return value;
  if (dimension === 'length' || dimension === 'force') return show(value, dimension);
  return `${value}${{ seconds: ' s', degrees: '°', count: '', words: '' }[dimension]}`;
}

export function StepLine({ body }: { body: EntryBody<'step'> }) {
  const { show } = useUnits();
  return (
    <>
      {body.outcome === 'skipped' && <strong>Skipped: </strong>}
      {body.outcome === 'stopped' && <strong>Stopped: </strong>}
      {body.words}
      {body.readings.map((r) => ` ${r.what}${r.state ? ` ${r.state}` : ''}: ${readingWords(r, show)}.`).join('')}
      {body.torque ? ` ${torqueByManual(body.torque)}` : ''}
      {body.why ? ` (${body.why})` : ''}
    </>
  );
}

const PART_WORDS = { off: 'Removed', on: 'Refitted', new: 'Fitted new', replaced: 'Not refitted', stored: 'Stored' } as const;

export function PartsCountLine({ body }: { body: EntryBody<'tally'> }) {
  return (
    <>
      {PART_WORDS[body.way]}: {body.count} {body.item.toLowerCase()}
      {body.way === 'replaced' ? `, replaced by ${body.note}` : body.way === 'stored' ? `, until ${body.note}` : ''}
    </>
  );
}

const REPAIRED = {
  here: 'Repaired',
  before: 'Repaired before intake, complaint continued',
  left: 'Not repaired, customer declined',
} as const;

export function RepairLine({ body }: { body: EntryBody<'mended'> }) {
  const cause = CAUSES.find((c) => c.id === body.cause)?.label ?? UNKNOWN.label;
  return (
    <>
      {body.when === 'here' && body.cause === RIGHT_AS_IT_IS ? 'Left as it is' : REPAIRED[body.when]}:{' '}
      <strong>{cause.charAt(0).toLowerCase() + cause.slice(1)}</strong>
      {body.agreed ? '; the customer agreed first' : ''}.
    </>
  );
}
