import { convertLength, decodeDesignation, findSection, outsideLengthOf } from '../core/belt';
import { beltName } from './candidates';
import type { ShelfBelt, ShelfBeltFields } from '../contract/records';

/** Outside length of what a place on the shelf holds, mm; NaN where its number no longer reads. */
export function outsideMm(belt: Pick<ShelfBeltFields, 'designation' | 'section' | 'lengthMm' | 'lengthReference'>): number {
  if (belt.designation !== null) {
    const decoded = decodeDesignation(belt.designation);
    const section = decoded.ok && decoded.belt.section !== null ? findSection(decoded.belt.section) : undefined;
    return decoded.ok && section ? outsideLengthOf(decoded.belt, section) : NaN;
  }
  const section = findSection(belt.section ?? '');
  return section && belt.lengthMm !== null && belt.lengthReference
    ? convertLength(belt.lengthMm, belt.lengthReference, 'outside', section)
    : NaN;
}

/** The length that was typed into a search, mm along the outside; null where it is a word or a belt's number. */
export function lengthTyped(text: string): number | null {
  const decoded = decodeDesignation(text);
  return decoded.ok && decoded.belt.section === null ? decoded.belt.outsideLength : null;
}

export interface ShelfRowShown extends ShelfBelt {
  readonly name: string;
  readonly outside: number;
}

export interface Found {
  /** By section, each by length; sections in order of name. */
  readonly rails: readonly { readonly section: string; readonly belts: readonly ShelfRowShown[] }[];
  /** Belts near the length that was typed, nearest first; empty where none was. */
  readonly near: readonly ShelfRowShown[];
  /** The length that was typed, mm. */
  readonly lengthMm: number | null;
  readonly count: number;
}

/** Belts within this of the length asked for are near it, mm. */
const NEAR_MM = 40;
const MOST_NEAR = 24;

export const shownBelts = (shelf: readonly ShelfBelt[]): ShelfRowShown[] =>
  shelf.map((b) => ({ ...b, name: beltName(b), outside: outsideMm(b) }));

/** Belts that match a search, by the words of names, bins and notes, and by length. */
export function findBelts(belts: readonly ShelfRowShown[], text: string, section: string): Found {
  const words = text.toLowerCase().split(/\s+/).filter(Boolean);
  const inSection = belts.filter((b) => section === '' || b.section === section);
  const lengthMm = lengthTyped(text);
  const off = (b: ShelfRowShown) => Math.abs(b.outside - (lengthMm ?? NaN));
  const near = lengthMm === null ? [] : inSection.filter((b) => off(b) <= NEAR_MM).sort((a, b) => off(a) - off(b));
  const named = inSection.filter((b) => words.every((w) => `${b.name} ${b.section} ${b.bin} ${b.supplierNote}`.toLowerCase().includes(w)));
  const rails = new Map<string, ShelfRowShown[]>();
  for (const b of named) rails.set(b.section ?? '', [...(rails.get(b.section ?? '') ?? []), b]);
  return {
    near: near.slice(0, MOST_NEAR),
    lengthMm: near.length > 0 ? lengthMm : null,
    count: named.length,
    rails: [...rails.entries()]
      .sort(([a], [b]) => a.localeCompare(b, 'en', { numeric: true }))
      .map(([name, list]) => ({ section: name, belts: list.sort((a, b) => a.outside - b.outside || a.name.localeCompare(b.name)) })),
  };
}
