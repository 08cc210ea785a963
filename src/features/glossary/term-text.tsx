'use client';

import { Term } from './term';
import type { TermId } from './terms';

/** Words that name a term in running text. A longer name comes before a shorter one that it contains. */
const NAMES: Readonly<Record<string, TermId>> = {
  'slack side': 'slack-side',
  'slack span': 'slack-side',
  'tight side': 'tight-side',
  'wrap angle': 'wrap',
  'entry angle': 'entry-angle',
  'slip limit': 'slip-limit',
  'bearing limit': 'bearing-limit',
  'tension range': 'tension-range',
  'length window': 'length-window',
  'idle slack': 'idle-slack',
  'minimum width': 'minimum-width',
  'belt keeper': 'keeper',
  'belt stop': 'belt-stop',
  'tap frequency': 'tap-frequency',
};
const NAME = new RegExp(`\\b(${Object.keys(NAMES).join('|')})\\b`, 'i');

/** A text in which the first mention of each term explains itself. */
export function TermText({ children }: { children: string }) {
  const seen = new Set<TermId>();
  return children.split(NAME).map((part, i) => {
    const term = NAMES[part.toLowerCase()];
    if (i % 2 === 0 || term === undefined || seen.has(term)) return part;
    seen.add(term);
    return (
      <Term key={i} of={term}>
        {part}
      </Term>
    );
  });
}
