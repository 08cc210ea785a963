import { CAUSES, checkOf, complaintOf, RIGHT_AS_IT_IS, setupOf, UNKNOWN } from '@/core/fault';
import { compareReadings, procedureOf, type EntryBody } from '@/core/job';
import { ANSWER_WORDS, askedWords, dimensionOf, findingWords, plainUnit, RESULT_WORDS, TIMED_WORDS, torqueByManual } from '../job-messages';
import { line, strong, strongValue, type LineText } from './pieces';

const lowerFirst = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);
const listed = (cautions: readonly { readonly words: string }[]): string => cautions.map((c) => c.words).join(' ');

export const askedText: LineText<'asked'> = (body) => {
  const named = body.complaints.map((id) => complaintOf(id).label);
  const answers = askedWords(body);
  return line`${named.length > 0 ? strong(`${named.join('; ')}. `) : ''}${body.words && `“${body.words}” `}${
    answers.length > 0 ? `${answers.join('. ')}.` : ''
  }`;
};

/** Method of a time that was not taken by stopwatch. */
const howTimed = (how: 'stopwatch' | 'typed' | 'sound', sdS: number | null): string =>
  how === 'stopwatch'
    ? ''
    : how === 'typed'
      ? ' (typed)'
      : sdS === null
        ? ' (by sound, marks moved by hand)'
        : ` (by sound, ±${(2 * sdS).toFixed(1)}\u00a0s)`;

export const timedText: LineText<'timed'> = ({ what, when, seconds, limitS, how, sdS }) => {
  const limit = limitS === null ? '' : `, ${seconds > limitS ? 'over' : 'within'} the limit of ${limitS}\u00a0s`;
  return line`${TIMED_WORDS[what]} ${when === 'found' ? 'as found' : '(final)'}: ${strongValue(`${seconds}\u00a0s`)}${limit}${howTimed(how, sdS)}`;
};

export const securedText: LineText<'secured'> = ({ list, cautions }) =>
  line`${strong(list === 'full' ? 'Made safe.' : 'Made safe after the run.')} ${listed(cautions)}`;

export const runningText: LineText<'running'> = ({ cautions }) => line`${strong('Powered test.')} ${listed(cautions)}`;

export const findingText: LineText<'finding'> = (body, { units, money }) => {
  const { number } = checkOf(body.check);
  const dimension = number ? dimensionOf(number) : null;
  const read = (of: number) => (dimension ? units.show(of, dimension) : `${of} ${number ? plainUnit(number) : ''}`.trim());
  const measured = body.value === null ? '' : ` ${read(body.value)}${body.limit === null ? '' : `, limit ${read(body.limit)}`}`;
  const note = body.note ? ` ${body.note.replace(/\.$/, '')}.` : '';
  const offer = body.act ? ` ${body.act}${body.priceCents === null ? '' : `, ${money.show(body.priceCents)}`}.` : '';
  return line`${strong(findingWords(body))} (${RESULT_WORDS[body.result]})${measured}${note}${offer}`;
};

export const decisionText: LineText<'decision'> = ({ act, answer, priceCents }, { money }) =>
  line`${act || 'Finding'}: ${strong(ANSWER_WORDS[answer])}${priceCents === null ? '' : `, ${money.show(priceCents)}`}`;

export const setupText: LineText<'setup'> = ({ setup, up }) => {
  const { label } = setupOf(setup);
  return line`${up ? `${label}.` : `No longer: ${lowerFirst(label)}.`}`;
};

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

export const provedText: LineText<'proved'> = ({ belt, complaint, brake, machine, cycles, watched }) => {
  const result = strong(`${BELT[belt]}${COMPLAINT[complaint]}; ${BRAKE[brake]}; ${MACHINE[machine]}.`);
  return line`${result} ${String(cycles)} ${cycles === 1 ? 'cycle' : 'cycles'}${watched ? ', belt watched' : ''}.`;
};

export const procedureText: LineText<'procedure'> = ({ name, why }) => line`Procedure: ${strong(name)}${why ? `, because ${why}` : ''}.`;

/** A reading of a step, in this person's units. */
export function readingWords(
  { value, in: dimension }: EntryBody<'step'>['readings'][number],
  show: (value: number, dimension: 'length' | 'force') => string,
): string {
  if (typeof value === 'string') return value;
  if (dimension === 'length' || dimension === 'force') return show(value, dimension);
  return `${value}${{ seconds: ' s', degrees: '°', count: '', words: '' }[dimension]}`;
}

const OUTCOME_WORDS = { skipped: 'Skipped: ', stopped: 'Stopped: ' } as const;

/** Verdict on two readings of one step that were compared; '' without them. */
function comparedWords(
  { procedure, step, readings }: EntryBody<'step'>,
  show: (value: number, dimension: 'length' | 'force') => string,
): string {
  const of = procedureOf(procedure)?.steps.find((s) => s.id === step);
  const compared = of?.agree && of.agree.with === undefined ? compareReadings(of, readings, []) : null;
  if (!of?.agree || !compared || compared.in !== 'length') return '';
  const limit = `${compared.agree ? 'within' : 'over'} the limit of ${show(of.agree.within, 'length')}`;
  return ` Difference: ${show(compared.difference, 'length')}, ${limit}.`;
}

export const stepText: LineText<'step'> = (body, { units: { show } }) => {
  const { outcome, words, readings, torque, why } = body;
  const start = outcome === 'skipped' || outcome === 'stopped' ? strong(OUTCOME_WORDS[outcome]) : '';
  const read = readings.map((r) => ` ${r.what}${r.state ? ` ${r.state}` : ''}: ${readingWords(r, show)}.`).join('');
  return line`${start}${words}${read}${comparedWords(body, show)}${torque ? ` ${torqueByManual(torque)}` : ''}${why ? ` (${why})` : ''}`;
};

const PART_WORDS = { off: 'Removed', on: 'Refitted', new: 'Fitted new', replaced: 'Not refitted', stored: 'Stored' } as const;

export const partsCountText: LineText<'tally'> = ({ way, count, item, note }) => {
  const fate = way === 'replaced' ? `, replaced by ${note}` : way === 'stored' ? `, until ${note}` : note && `, ${note}`;
  return line`${PART_WORDS[way]}: ${String(count)} ${item.toLowerCase()}${fate}`;
};

const REPAIRED = {
  here: 'Repaired',
  before: 'Repaired before intake, complaint continued',
  left: 'Not repaired, customer declined',
} as const;

export const repairText: LineText<'mended'> = (body) => {
  const cause = CAUSES.find((c) => c.id === body.cause)?.label ?? UNKNOWN.label;
  const repaired = body.when === 'here' && body.cause === RIGHT_AS_IT_IS ? 'Left as it is' : REPAIRED[body.when];
  return line`${repaired}: ${strong(lowerFirst(cause))}${body.agreed ? '; the customer agreed first' : ''}.`;
};
