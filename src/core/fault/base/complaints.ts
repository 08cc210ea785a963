import { ALL, CLUTCHED, DECKS, LEVERED, type DriveKind } from './kinds';

/** Complaints of customers, and other words for them. */
export interface Complaint {
  readonly id: string;
  readonly label: string;
  /** Other words in which it is heard, each enough to propose it. */
  readonly synonyms: readonly string[];
  readonly kinds: readonly DriveKind[];
}

const BELT_KINDS = ALL.filter((k) => k !== 'cvt');

export const COMPLAINTS = [
  {
    id: 'thrown-engaging',
    label: 'Throws the belt when engaged',
    synonyms: ['comes off when I engage', 'jumps off starting', 'off as soon as it is switched on', 'throws engaging', 'off engaging'],
    kinds: [...DECKS, 'sliding-deck', 'pto', 'snow-thrower'],
  },
  {
    id: 'thrown-releasing',
    label: 'Throws the belt when released',
    synonyms: ['comes off when I let go', 'off when switched off', 'jumps off stopping', 'throws release', 'off when released'],
    kinds: [...DECKS, 'sliding-deck', 'pto', 'snow-thrower'],
  },
  {
    id: 'thrown-rough',
    label: 'Throws the belt on bumps, turns or slopes',
    synonyms: ['comes off on bumps', 'off on rough ground', 'off on a slope', 'comes off turning', 'throws bumps', 'throws slope'],
    kinds: BELT_KINDS,
  },
  {
    id: 'thrown-reversing',
    label: 'Throws or jumps in reverse, or when direction changes',
    synonyms: ['comes off in reverse', 'off backing up'],
    kinds: BELT_KINDS,
  },
  {
    id: 'thrown-load',
    label: 'Throws the belt under load',
    synonyms: ['comes off in thick grass', 'off when it works hard', 'comes off in deep snow', 'throws thick grass', 'off heavy'],
    kinds: BELT_KINDS,
  },
  {
    id: 'thrown-struck',
    label: 'Throws the belt after it hit or swallowed something',
    synonyms: ['hit a stump', 'hit a stone', 'swallowed a stick', 'hit something'],
    kinds: BELT_KINDS,
  },
  {
    id: 'fails-fitted',
    label: 'Throws or breaks the belt at once after fitting',
    synonyms: ['new belt broke', 'new belt came off', 'just fitted'],
    kinds: ALL,
  },
  {
    id: 'slow-weak',
    label: 'Slow to engage, weak under load',
    synonyms: [
      ...[
        'slips',
        'bogs',
        'stalls',
        'no power',
        'loses power',
        'lacks power',
        'weak',
        'takes long to start',
        'takes ages',
        'takes forever',
      ],
      ...['slow to start', 'slow to engage', 'slow to spin', 'slow to come up to speed', 'will not cut', 'does not cut', 'cuts badly'],
    ],
    kinds: ALL,
  },
  { id: 'squeals', label: 'Squeals or chirps', synonyms: ['squeal', 'squeak', 'screech', 'chirp', 'whine'], kinds: ALL },
  { id: 'smokes', label: 'Smokes or smells', synonyms: ['smoke', 'burning', 'smell', 'hot rubber'], kinds: ALL },
  {
    id: 'burnt-spot',
    label: 'One burnt or flat place on the belt',
    synonyms: ['burnt spot', 'flat spot', 'melted place'],
    kinds: BELT_KINDS,
  },
  { id: 'turns-over', label: 'Belt turns over in the groove', synonyms: ['flips', 'upside down', 'twisted over'], kinds: BELT_KINDS },
  {
    id: 'one-side',
    label: 'One edge or flank wears; the belt runs to one side',
    synonyms: ['worn on one side', 'frayed edge', 'walks to one side'],
    kinds: ALL,
  },
  {
    id: 'vibrates',
    label: 'Vibrates or rumbles',
    synonyms: ['shakes', 'vibrates', 'vibration', 'rumble', 'growl', 'rub', 'rattle', 'grinding', 'howls', 'knocking', 'noisy'],
    kinds: ALL,
  },
  { id: 'pops', label: 'Pops or ticks', synonyms: ['ticking', 'popping', 'clicking', 'slaps'], kinds: BELT_KINDS },
  {
    id: 'dead',
    label: 'Does not turn at all',
    synonyms: [
      ...['nothing turns', 'will not turn', 'do not turn', 'does not turn', 'dead', 'does not drive', 'will not engage', 'does not engage'],
      ...['will not spin', 'do not spin', 'does not spin', 'nothing happens'],
    ],
    kinds: ALL,
  },
  {
    id: 'runs-on',
    label: 'Runs on, creeps, will not stop',
    synonyms: ['keeps turning', 'keeps running', 'keeps spinning', 'does not stop', 'will not stop', 'do not stop', 'runs on', 'creeps'],
    kinds: [...LEVERED, ...CLUTCHED],
  },
  { id: 'jumps-out', label: 'Jumps out of engagement', synonyms: ['lever jumps out', 'pops out', 'disengages itself'], kinds: LEVERED },
  {
    id: 'short-life',
    label: 'Belts do not last, or break',
    synonyms: ['eats belts', 'third belt this year', 'belt broke', 'broken belt', 'breaks belts', 'wears out belts', 'snapped'],
    kinds: ALL,
  },
  { id: 'bearings-fail', label: 'Bearings or shafts do not last', synonyms: ['bearing gone again', 'shaft broke'], kinds: ALL },
  { id: 'hangs-loose', label: 'Belt hangs loose', synonyms: ['loose belt', 'sags', 'slack belt', 'belt too long'], kinds: BELT_KINDS },
  {
    id: 'cvt-jerks',
    label: 'Jerks or grabs pulling away',
    synonyms: ['jerks', 'jerky', 'grabs', 'shudders', 'judders'],
    kinds: ['cvt', 'deck-lever', 'snow-thrower'],
  },
  { id: 'cvt-no-top', label: 'No top speed, does not shift', synonyms: ['slow at full throttle', 'no top speed'], kinds: ['cvt'] },
  {
    id: 'cvt-belt-burnt',
    label: 'Belt glazed, hour-glassed or burnt',
    synonyms: ['glazed belt', 'hourglass', 'burnt belt'],
    kinds: ['cvt'],
  },
  { id: 'cvt-creeps', label: 'Creeps or drags at idle', synonyms: ['moves at idle', 'drags at idle', 'hard to shift'], kinds: ['cvt'] },
] as const satisfies readonly Complaint[];

/** Words for a thrown belt that do not name when: each proposes the usual occasions, where none is named. */
export const THROWN_WORDS = ['throws', 'thrown', 'threw', 'comes off', 'came off', 'coming off', 'jumps off', 'fell off', 'lost its belt'];
export const THROWN_OCCASIONS: readonly string[] = ['thrown-engaging', 'thrown-releasing', 'thrown-rough', 'thrown-load'];
export type ComplaintId = (typeof COMPLAINTS)[number]['id'];
