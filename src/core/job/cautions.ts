import type { DriveKind } from '../fault';
import { factNow, type FactId, type Facts } from '../machine';

/** Groups of safety lines, in screen order. Lines are confirmed one by one or by group. */
export const CAUTION_GROUPS = ['power', 'support', 'moving', 'around'] as const;
export type CautionGroup = (typeof CAUTION_GROUPS)[number];

/** A line that a person confirms before reaching in, or before the machine runs. */
export interface Caution {
  readonly id: string;
  readonly group: CautionGroup;
  readonly words: string;
  readonly why: string;
}

/** Lists of safety lines: made safe, safe again after a run, before a powered run, before a check with the key on. */
export type CautionList = 'full' | 'after-run' | 'running' | 'key-on';

interface CautionRule extends Caution {
  readonly list: CautionList;
  /** Only where a fact has one of these values; also where it is unknown, unless that is stated to be safe. */
  readonly where?: { readonly fact: FactId; readonly is: readonly string[]; readonly unknown?: false };
  /** Kinds of drive that the line applies to. It also applies to an unknown kind. */
  readonly kinds?: readonly DriveKind[];
  /** Kinds of drive that the line never applies to. */
  readonly never?: readonly DriveKind[];
}

const ENGINES = ['petrol', 'diesel'];
const HUNG_DECKS: readonly DriveKind[] = ['deck-lever', 'deck-clutch', 'sliding-deck'];
const BLADED: readonly DriveKind[] = [...HUNG_DECKS, 'snow-thrower', 'reel', 'pto'];
/** Drives of machines without wheels to chock and without a gear. */
const STATIONARY: readonly DriveKind[] = ['accessory'];

/** General trade knowledge. The machine's manual, local codes and licensed practice take priority. */
const RULES: readonly CautionRule[] = [
  {
    id: 'engine-off',
    list: 'full',
    group: 'power',
    words: 'Stop the engine. Remove the key. Shut off the fuel.',
    why: 'The engine must not start while you reach in.',
    where: { fact: 'power', is: ENGINES },
  },
  {
    id: 'lead-off',
    list: 'full',
    group: 'power',
    words: 'Pull the plug lead off. Tie it away from the plug.',
    why: 'An engine can fire when its belt turns it.',
    where: { fact: 'power', is: ['petrol'] },
  },
  {
    id: 'battery-off',
    list: 'full',
    group: 'power',
    words: 'Disconnect the battery lead, or take the battery pack out.',
    why: 'An electric motor starts without a sound.',
    where: { fact: 'power', is: ['battery', 'diesel'] },
  },
  {
    id: 'isolator-locked',
    list: 'full',
    group: 'power',
    words: 'Lock and tag the isolator yourself. Keep the key with you.',
    why: 'Another person can switch the machine on. Local codes and licensed practice take priority.',
    where: { fact: 'power', is: ['mains'] },
  },
  {
    id: 'pto-off',
    list: 'full',
    group: 'power',
    words: 'Switch the PTO or clutch off. Release the lever.',
    why: 'The drive must not start engaged.',
    never: ['cvt', 'accessory'],
  },
  {
    id: 'capacitors',
    list: 'full',
    group: 'power',
    words: 'Wait as long as the nameplate states before you touch the motor.',
    why: 'A motor drive stays charged after it is switched off.',
    where: { fact: 'power', is: ['mains'], unknown: false },
  },
  {
    id: 'stands-still',
    list: 'full',
    group: 'support',
    words: 'Park on level ground. Set the parking brake. Chock the wheels.',
    why: 'The machine can roll as soon as the belt is off.',
    never: STATIONARY,
  },
  {
    id: 'raised',
    list: 'full',
    group: 'support',
    words: 'Lower the deck to the ground or onto blocks. Support a raised machine on stands, never on a jack alone.',
    why: 'Hangers and jacks can fail.',
    kinds: HUNG_DECKS,
  },
  {
    id: 'supported',
    list: 'full',
    group: 'support',
    words: 'Support a raised machine or attachment on stands, never on a jack alone.',
    why: 'Jacks and lift arms can fail.',
    never: [...HUNG_DECKS, ...STATIONARY],
  },
  {
    id: 'one-way',
    list: 'full',
    group: 'moving',
    words: 'Turn the drive by hand in its running direction only.',
    why: 'Some engines jump their timing when turned the other way.',
    where: { fact: 'turn', is: ['cw', 'ccw'] },
  },
  {
    id: 'what-turns',
    list: 'full',
    group: 'moving',
    words: 'Block the blades, reel or auger. To turn the drive by hand, wear cut-resistant gloves.',
    why: 'Moving the belt by hand turns the blade, reel, auger or knife.',
    where: { fact: 'spins', is: ['blade', 'reel', 'auger', 'drum', 'knife'] },
    never: ['cvt', 'accessory'],
  },
  {
    id: 'wheels-turn',
    list: 'full',
    group: 'moving',
    words: 'Shift to neutral. Keep hands clear of the wheels and tracks: the belt turns them.',
    why: 'Moving the belt by hand can move the machine.',
    where: { fact: 'spins', is: ['wheels'], unknown: false },
  },
  {
    id: 'can-fall',
    list: 'full',
    group: 'moving',
    words: 'Support the blade, reel or propeller before you loosen its bolt. It can fall or swing.',
    why: 'It is heavy and sharp, and only the bolt holds it.',
    where: { fact: 'spins', is: ['blade', 'reel', 'auger', 'drum', 'knife', 'propeller'] },
    never: ['cvt'],
  },
  {
    id: 'propeller-off',
    list: 'full',
    group: 'moving',
    words: 'Remove the propeller or fan. If it must stay on, block it, and keep everyone out of its plane of rotation.',
    why: 'One turn of a propeller can kill.',
    where: { fact: 'spins', is: ['propeller'] },
    never: [...BLADED, 'cvt'],
  },
  {
    id: 'cool',
    list: 'full',
    group: 'moving',
    words: 'Wait until the exhaust, clutch and housing are cool.',
    why: 'They burn skin long after the engine stops.',
  },
  {
    id: 'springs',
    list: 'full',
    group: 'moving',
    words: 'Identify every loaded spring. Keep your face out of line with each one.',
    why: 'Springs stay loaded with the engine off. A spring flies when its hook breaks or comes off.',
  },
  {
    id: 'deck-springs',
    list: 'full',
    group: 'moving',
    words: 'The deck springs stay loaded. Do not unbolt anything on the guide rods. Stay out of the path of the deck.',
    why: 'The deck can move forward by itself.',
    where: { fact: 'take-up', is: ['sprung-deck'], unknown: false },
  },
  { id: 'stopped', list: 'after-run', group: 'moving', words: 'Wait until all parts have stopped.', why: 'A belt drive coasts.' },
  {
    id: 'dead',
    list: 'after-run',
    group: 'power',
    words: 'Pull the plug lead, take the pack out or lock the isolator again.',
    why: 'The machine was live a moment ago.',
  },
  {
    id: 'let-go',
    list: 'after-run',
    group: 'power',
    words: 'Switch the PTO off. Release the lever.',
    why: 'The drive must not start engaged.',
  },
  {
    id: 'neutral',
    list: 'running',
    group: 'support',
    words: 'Shift to neutral. Set the parking brake.',
    why: 'The machine must not move when the drive is engaged.',
    never: STATIONARY,
  },
  {
    id: 'wheels-off-ground',
    list: 'running',
    group: 'support',
    words: 'Support the machine on stands with all driven wheels off the ground.',
    why: 'A CVT moves the machine as soon as the engine speeds up.',
    kinds: ['cvt'],
  },
  {
    id: 'fresh-air',
    list: 'running',
    group: 'around',
    words: 'Run the engine outdoors, or with the exhaust piped outside.',
    why: 'Exhaust gas kills, and it has no smell of its own.',
    where: { fact: 'power', is: ENGINES },
  },
  {
    id: 'eyes-ears',
    list: 'running',
    group: 'around',
    words: 'Wear eye and ear protection. Take gloves off near turning parts.',
    why: 'Parts and stones can fly. A turning part pulls a glove in.',
  },
  {
    id: 'guards-on',
    list: 'running',
    group: 'support',
    words: 'Fit every guard except the one you must see past.',
    why: 'A thrown belt or stone flies far.',
  },
  {
    id: 'clear',
    list: 'running',
    group: 'around',
    words: 'Clear away tools, rags and feet. Send bystanders away.',
    why: 'The drive engages suddenly.',
  },
  {
    id: 'where-to-stand',
    list: 'running',
    group: 'around',
    words: 'Stay an arm’s length to the side. Keep everyone out of line with the belt and away from the chute.',
    why: 'A belt that breaks or comes off flies out in line with the pulleys.',
  },
  { id: 'clothes', list: 'running', group: 'around', words: 'Tie back hair, sleeves and cords.', why: 'A pulley pulls them in.' },
  {
    id: 'operator',
    list: 'running',
    group: 'support',
    words: 'Seat an operator. Do not bridge, tie or weight any switch.',
    why: 'The seat and chute switches stop the machine.',
    where: { fact: 'class', is: ['ride-on'] },
    never: STATIONARY,
  },
  {
    id: 'held-lever',
    list: 'running',
    group: 'support',
    words: 'Hold the stop lever in your hand. Never tie it.',
    why: 'Releasing that lever stops the machine.',
    where: { fact: 'class', is: ['walk-behind', 'auger'], unknown: false },
  },
  {
    id: 'propeller-plane',
    list: 'running',
    group: 'around',
    words: 'Tie the machine down. Keep everyone out of the propeller’s plane of rotation and away from its front.',
    why: 'A propeller pulls the machine and throws what it hits.',
    where: { fact: 'spins', is: ['propeller'] },
    never: [...BLADED, 'cvt'],
  },
  {
    id: 'cannot-start',
    list: 'key-on',
    group: 'power',
    words: 'Pull the plug lead off. The engine must not be able to start.',
    why: 'The key is on for this check.',
    where: { fact: 'power', is: ENGINES },
  },
  {
    id: 'motor-disconnected',
    list: 'key-on',
    group: 'power',
    words: 'Disconnect the drive motor. It must not be able to start.',
    why: 'The key is on for this check.',
    where: { fact: 'power', is: ['battery', 'mains'], unknown: false },
  },
  {
    id: 'clutch-clear',
    list: 'key-on',
    group: 'power',
    words: 'Keep hands, tools and leads clear of the clutch and belt.',
    why: 'The clutch closes as soon as it has voltage.',
  },
];

/** Further inputs of a list, besides the facts. */
export interface CautionContext {
  readonly kind?: DriveKind | null;
  /** A cover that stays off for a watched run, by name. */
  readonly coverOff?: string | null;
}

/** Lines in addition, for a watched run with one named cover off. */
const coverOffLines = (cover: string): Caution[] => [
  {
    id: 'one-cover-off',
    group: 'support',
    words: `Only “${cover}” stays off. Every other guard and part is fitted.`,
    why: 'Only the watched opening may be open.',
  },
  {
    id: 'watch-from',
    group: 'around',
    words: 'Watch from the side, an arm’s length away. Keep hands and tools away from the opening.',
    why: 'Belt and pulleys are open there.',
  },
  {
    id: 'low-speed',
    group: 'support',
    words: 'Engage at low engine speed. Stop as soon as you have seen the belt.',
    why: 'Nothing covers the belt if it breaks or comes off.',
  },
  {
    id: 'cover-back',
    group: 'support',
    words: `Stop, make the machine safe, and fit “${cover}” before any other run.`,
    why: 'Final times are taken with every guard fitted.',
  },
];

/** List the cautions for these facts. An unknown fact counts as the worse case. */
export function cautionsFor(list: CautionList, facts: Facts, { kind = null, coverOff = null }: CautionContext = {}): Caution[] {
  const lines = RULES.filter((rule) => {
    if (rule.list !== list) return false;
    if (kind !== null && (rule.never?.includes(kind) || (rule.kinds && !rule.kinds.includes(kind)))) return false;
    if (!rule.where) return true;
    const now = factNow(facts, rule.where.fact);
    return now === null ? rule.where.unknown !== false : rule.where.is.includes(String(now));
  })
    // With one cover off by intent, the line about guards is the one that names it.
    .filter(({ id }) => !(coverOff !== null && list === 'running' && id === 'guards-on'))
    .map(({ id, group, words, why }) => ({ id, group, words, why }));
  return coverOff !== null && list === 'running' ? [...lines, ...coverOffLines(coverOff)] : lines;
}
