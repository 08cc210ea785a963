import type { DriveKind } from '../fault';

/** Simulated machines of the island for practice, one for each kind of drive. The letters are the start of a code. */
export const MODELS = [
  { letters: 'OR', name: 'Orchard rider', kind: 'deck-lever' },
  { letters: 'TG', name: 'Tower green mower', kind: 'deck-clutch' },
  { letters: 'KM', name: 'Kelp Lane mower', kind: 'sliding-deck' },
  { letters: 'PT', name: 'Peat Road tractor', kind: 'pto' },
  { letters: 'HS', name: 'Harbour snow thrower', kind: 'snow-thrower' },
  { letters: 'LG', name: 'Lighthouse generator', kind: 'accessory' },
  { letters: 'GR', name: 'Bowling green reel', kind: 'reel' },
  { letters: 'SC', name: 'Slipway chipper', kind: 'banded' },
  { letters: 'HT', name: 'Hill track utility', kind: 'cvt' },
] as const satisfies readonly { readonly letters: string; readonly name: string; readonly kind: DriveKind }[];
export type Model = (typeof MODELS)[number];
export type ModelLetters = Model['letters'];

export const modelOf = (letters: string): Model | undefined => MODELS.find((m) => m.letters === letters);
