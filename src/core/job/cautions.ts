import { factNow, type FactId, type Facts } from '../machine';

/** A line to be confirmed by a person before hands go in, or before it is run. */
export interface Caution {
  readonly id: string;
  readonly words: string;
  readonly why: string;
}

interface CautionRule extends Caution {
  readonly list: 'full' | 'after-run' | 'running';
  /** Only where a fact is one of these; and where it is not known, unless that is said to be safe. */
  readonly where?: { readonly fact: FactId; readonly is: readonly string[]; readonly unknown?: false };
}

const ENGINES = ['petrol', 'diesel'];

/** General trade knowledge. The machine's manual, local codes and licensed practice come first. */
const RULES: readonly CautionRule[] = [
  {
    id: 'engine-off',
    list: 'full',
    words: 'Engine off, key out, fuel where it cannot run out.',
    why: 'Nothing may start it while a hand is in.',
    where: { fact: 'power', is: ENGINES },
  },
  {
    id: 'lead-off',
    list: 'full',
    words: 'Plug lead off and away from the plug.',
    why: 'An engine turned by its belt can fire.',
    where: { fact: 'power', is: ['petrol'] },
  },
  {
    id: 'battery-off',
    list: 'full',
    words: 'Battery lead off, or the pack out and put away.',
    why: 'A motor starts without a sound.',
    where: { fact: 'power', is: ['battery', 'diesel'] },
  },
  {
    id: 'isolator-locked',
    list: 'full',
    words: 'Isolator locked and tagged by whoever does the work; the key is in your pocket.',
    why: 'Somebody else can switch it on. Licensed practice and local codes come first.',
    where: { fact: 'power', is: ['mains'] },
  },
  { id: 'pto-off', list: 'full', words: 'PTO or clutch off, lever released.', why: 'It must not start engaged.' },
  {
    id: 'capacitors',
    list: 'full',
    words: 'Waited as long as the plate says before touching the motor.',
    why: 'A drive holds its charge after it is off.',
    where: { fact: 'power', is: ['mains'], unknown: false },
  },
  { id: 'stands-still', list: 'full', words: 'Brake on, wheels chocked, on level ground.', why: 'It rolls as soon as the belt is off.' },
  {
    id: 'raised',
    list: 'full',
    words: 'Deck down with its weight on ground or blocks; a raised machine on stands, never on a jack.',
    why: 'Hangers and jacks let go.',
  },
  {
    id: 'one-way',
    list: 'full',
    words: 'Turned by hand one way only, the way it runs.',
    why: 'Turned the other way some engines jump their timing.',
    where: { fact: 'turn', is: ['cw', 'ccw'] },
  },
  {
    id: 'what-turns',
    list: 'full',
    words: 'What turns with the belt is blocked, or gloves are on.',
    why: 'Moving a belt by hand moves the blade, reel, auger or knife.',
    where: { fact: 'spins', is: ['blade', 'reel', 'auger', 'drum', 'knife', 'wheels'] },
  },
  {
    id: 'propeller-off',
    list: 'full',
    words: 'Propeller or fan off, or blocked with nobody in its plane.',
    why: 'One turn of it is enough.',
    where: { fact: 'spins', is: ['propeller'], unknown: false },
  },
  { id: 'cool', list: 'full', words: 'Exhaust, clutch and housing cool enough to touch.', why: 'They burn long after the engine stands.' },
  {
    id: 'springs',
    list: 'full',
    words: 'Loaded springs are known; face out of their line.',
    why: 'They hold their force with the engine off, and fly when a hook lets go.',
  },
  {
    id: 'deck-springs',
    list: 'full',
    words: 'The deck’s springs stay loaded: nothing on its guide rods is unbolted; stand clear of its path.',
    why: 'The deck comes forward by itself.',
    where: { fact: 'take-up', is: ['sprung-deck'], unknown: false },
  },
  { id: 'stopped', list: 'after-run', words: 'Everything stands still.', why: 'A belt drive coasts.' },
  { id: 'dead', list: 'after-run', words: 'Lead off, pack out or isolator locked again.', why: 'It was live a moment ago.' },
  { id: 'let-go', list: 'after-run', words: 'PTO off, lever released.', why: 'It must not start engaged.' },
  {
    id: 'guards-on',
    list: 'running',
    words: 'Guards that count are on; only what must be seen is open.',
    why: 'A thrown belt or stone flies far.',
  },
  { id: 'clear', list: 'running', words: 'Tools, rags, feet and bystanders clear.', why: 'It takes hold at once.' },
  {
    id: 'where-to-stand',
    list: 'running',
    words: 'You stand at arm’s length beside it, nobody in line with the belt or in front of a chute.',
    why: 'A belt that lets go flies in its own plane.',
  },
  { id: 'clothes', list: 'running', words: 'Sleeves, cords and hair tied back.', why: 'A pulley draws them in.' },
  {
    id: 'operator',
    list: 'running',
    words: 'An operator sits on the seat; no switch is bridged, tied or weighted.',
    why: 'Seat and chute switches are what stops it.',
    where: { fact: 'class', is: ['ride-on'] },
  },
  {
    id: 'held-lever',
    list: 'running',
    words: 'A hand holds the lever that stops it; it is never tied.',
    why: 'That lever is what stops it.',
    where: { fact: 'class', is: ['walk-behind', 'auger'], unknown: false },
  },
  {
    id: 'propeller-plane',
    list: 'running',
    words: 'Tied down; nobody in or before the propeller’s plane.',
    why: 'It pulls the machine, and throws what it meets.',
    where: { fact: 'spins', is: ['propeller'], unknown: false },
  },
];

/** The cautions of a list that these facts call for; what is not known is taken to be the worse. */
export function cautionsFor(list: CautionRule['list'], facts: Facts): Caution[] {
  return RULES.filter((rule) => {
    if (rule.list !== list) return false;
    if (!rule.where) return true;
    const now = factNow(facts, rule.where.fact);
    return now === null ? rule.where.unknown !== false : rule.where.is.includes(String(now));
  }).map(({ id, words, why }) => ({ id, words, why }));
}
