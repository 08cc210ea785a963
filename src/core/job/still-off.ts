import { setupOf, type SetupId } from '../fault';
import type { RecordLine } from './kind';

interface Counted {
  readonly item: string;
  readonly count: number;
  readonly way: 'off' | 'on';
}

/** Hardware that is not back on, by its name: how many. Less than none is more on than came off. */
export function tallyOf(lines: readonly RecordLine[]): Map<string, number> {
  const out = new Map<string, number>();
  for (const { type, body, withdrawn } of lines) {
    if (type !== 'tally' || withdrawn) continue;
    const { item, count, way } = body as Counted;
    const left = (out.get(item) ?? 0) + (way === 'off' ? count : -count);
    if (left === 0) out.delete(item);
    else out.set(item, left);
  }
  return out;
}

/** What was taken off to get at what is under it, and is off now. */
export function setupsUp(lines: readonly RecordLine[]): Set<SetupId> {
  const up = new Set<SetupId>();
  for (const { type, body, withdrawn } of lines) {
    if (type !== 'setup' || withdrawn) continue;
    const moved = body as { readonly setup: SetupId; readonly up: boolean };
    if (moved.up) up.add(moved.setup);
    else up.delete(moved.setup);
  }
  return up;
}

/** What is off the machine still, in words. */
export function stillOff(lines: readonly RecordLine[]): string[] {
  const hardware = [...tallyOf(lines)].map(([item, left]) => `${Math.abs(left)} ${item.toLowerCase()}${left < 0 ? ' too many' : ''}`);
  return [
    ...hardware,
    ...[...setupsUp(lines)].map(
      (id) =>
        `${setupOf(id)
          .label.replace(/ off.*$/, '')
          .toLowerCase()} (off to look)`,
    ),
  ];
}

/** Words by which a part is a cover that a watched run can leave open. */
const COVER = /\b(?:covers?|guards?|shields?|plates?)\b/i;

/**
 * The one cover that is off while everything else is fitted: a watched run with it off has a list of its own. Null where nothing is off, more than one thing is,
 * or the part is no cover.
 */
export function coverLeftOff(lines: readonly RecordLine[]): string | null {
  const hardware = [...tallyOf(lines)];
  const setups = [...setupsUp(lines)].map((id) => setupOf(id).label.replace(/ off.*$/, ''));
  const [only, ...others] = [...hardware.map(([item]) => item), ...setups];
  return only !== undefined && others.length === 0 && COVER.test(only) && hardware.every(([, left]) => left > 0) ? only : null;
}
