import type { EntryBody, EntryType } from '@/core/job';
import type { Money } from '@/ui/money';
import type { Units } from '@/ui/units';

/** Emphasis of a part of a line: bold, a measured value, both, or a state in italics. */
export type Emphasis = 'strong' | 'value' | 'strong-value' | 'state';
/** Part of a ticket line: plain text, or text with emphasis. */
export type Piece = string | { readonly text: string; readonly as: Emphasis };

/** Formats of the person who reads the line. */
export interface LineFormats {
  readonly units: Units;
  readonly money: Money;
}

/** Text of one kind of ticket entry. Screen, paper and PDF show the same. */
export type LineText<T extends EntryType> = (body: EntryBody<T>, formats: LineFormats) => readonly Piece[];

export const strong = (text: string): Piece => ({ text, as: 'strong' });
export const value = (text: string): Piece => ({ text, as: 'value' });
export const strongValue = (text: string): Piece => ({ text, as: 'strong-value' });
export const state = (text: string): Piece => ({ text, as: 'state' });

/** A line from a template. Neighbouring plain parts are joined, and empty parts are dropped. */
export function line(texts: TemplateStringsArray, ...parts: readonly Piece[]): readonly Piece[] {
  const pieces: Piece[] = [];
  for (const piece of texts.flatMap((text, i) => [text, parts[i] ?? ''])) {
    const last = pieces.at(-1);
    if (typeof piece === 'string' && typeof last === 'string') pieces[pieces.length - 1] = last + piece;
    else if (piece !== '') pieces.push(piece);
  }
  return pieces;
}

/** The line without emphasis. */
export const plainText = (pieces: readonly Piece[]): string => pieces.map((p) => (typeof p === 'string' ? p : p.text)).join('');
