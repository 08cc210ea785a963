import { causesOfParts, checksOfParts, type DrivePart } from '../base';
import type { FaultCase } from './case';
import type { Vocabulary } from './vocabulary';

/**
 * Vocabulary without checks and causes of missing parts. Parts in the history stay: they were found or repaired on this
 * drive.
 */
export function withoutParts(words: Vocabulary, absent: readonly DrivePart[], { history }: Pick<FaultCase, 'history'>): Vocabulary {
  if (absent.length === 0) return words;
  const named = new Set(history.flatMap((e) => ('check' in e ? [e.check] : 'fixed' in e ? [e.fixed] : [])));
  const [checks, causes] = [checksOfParts(absent), causesOfParts(absent)];
  const stays = (dropped: ReadonlySet<string>) => (one: { readonly id: string }) => named.has(one.id) || !dropped.has(one.id);
  return { ...words, checks: words.checks.filter(stays(checks)), causes: words.causes.filter(stays(causes)) };
}
