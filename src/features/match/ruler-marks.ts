/** Belts closer than this on the ruler share one mark, px: the width of one. */
const SAME_PX = 12;
/** A letter of a name, and the room round it, px. */
const LETTER_PX = 7.8;
const ROOM_PX = 12;
/** Lines of names above the marks. */
const ROWS = 2;

interface Mark {
  readonly id: string;
  readonly name: string;
  readonly x: number;
}

export interface PlacedMark<M extends Mark> {
  /** All belts of one length. */
  readonly marks: readonly M[];
  /** Belt of the mark: the chosen one, or the first. */
  readonly shown: M;
  readonly x: number;
  /** Label above it, with its centre and its line. Null without room. */
  readonly label: { readonly text: string; readonly x: number; readonly row: number } | null;
}

/**
 * Marks of a ruler with their names: belts of one length under one mark (`4L480, 13x1170Li`), no name over another, each within the ruler. The
 * chosen belt is placed first, so that it is always named.
 * @param width of the ruler, px
 */
export function placeMarks<M extends Mark>(marks: readonly M[], chosen: string | null, width: number): PlacedMark<M>[] {
  const groups: M[][] = [];
  for (const mark of [...marks].sort((a, b) => a.x - b.x)) {
    const last = groups[groups.length - 1];
    if (last && mark.x - last[0]!.x < SAME_PX) last.push(mark);
    else groups.push([mark]);
  }
  const placed = groups.map((same) => {
    const shown = same.find((m) => m.id === chosen) ?? same[0]!;
    const names = [...new Set([shown.name, ...same.map((m) => m.name)])];
    return { marks: same, shown, x: shown.x, text: `${names.slice(0, 2).join(', ')}${names.length > 2 ? ` +${names.length - 2}` : ''}` };
  });
  const taken: [number, number][][] = Array.from({ length: ROWS }, () => []);
  const labels = new Map<M[], PlacedMark<M>['label']>();
  for (const { marks: same, x, shown, text: whole } of [...placed].sort(
    (a, b) => Number(b.shown.id === chosen) - Number(a.shown.id === chosen),
  )) {
    for (const text of whole === shown.name ? [whole] : [whole, shown.name]) {
      const half = (text.length * LETTER_PX + ROOM_PX) / 2;
      const middle = Math.max(half, Math.min(width - half, x));
      const row = taken.findIndex((line) => line.every(([l, r]) => middle + half <= l || middle - half >= r));
      if (row < 0) continue;
      taken[row]!.push([middle - half, middle + half]);
      labels.set(same, { text, x: middle, row });
      break;
    }
  }
  return placed.map(({ marks: same, shown, x }) => ({ marks: same, shown, x, label: labels.get(same) ?? null }));
}
