'use client';

import type { Drive } from '@/core/drive';
import { ClashDialog } from '@/ui/clash-dialog';
import { Moment } from '@/ui/when';
import { PART_LISTS } from './part-lists';
import type { StoredDrive } from '@/contract/records';

/** Two people changed one drive: both versions are shown, and one is chosen. */
export function DriveClash({
  mine,
  theirs,
  onClose,
  onTheirs,
  onMine,
}: {
  mine: Drive;
  theirs: StoredDrive | null;
  onClose: () => void;
  onTheirs: (theirs: StoredDrive) => void;
  onMine: (theirs: StoredDrive) => void;
}) {
  if (theirs === null) return null;
  return (
    <ClashDialog
      title="Another user changed this drive"
      points={differences(mine, theirs.document)}
      onTheirs={() => onTheirs(theirs)}
      onMine={() => onMine(theirs)}
      later={{ words: 'Continue drawing', onClose }}
    >
      {theirs.changedBy} saved it on <Moment at={theirs.changedAt} as="dayAndTime" />, while you were drawing. Both versions are still here:
      yours on this screen, theirs in the shop.
    </ClashDialog>
  );
}

const shortened = (text: string): string => (text.length > 120 ? `${text.slice(0, 120)} …` : text);

/** Differences between two versions of a drive, by part, for the person who chooses. */
function differences(mine: Drive, theirs: Drive): string[] {
  const found: string[] = [];
  if (mine.name !== theirs.name) found.push(`Name: yours “${mine.name}”, theirs “${theirs.name}”`);
  if (mine.kind !== theirs.kind) found.push('Kind: differs');
  if ((mine.notes ?? '') !== (theirs.notes ?? '')) found.push(`Notes: theirs “${shortened(theirs.notes ?? '')}”`);
  for (const [list, word] of PART_LISTS) {
    if (list === 'drive') continue;
    const own = new Map((mine[list] as readonly { id?: string; name?: string; label?: string }[]).map((p) => [p.id ?? p.name, p]));
    const other = new Map((theirs[list] as readonly { id?: string; name?: string; label?: string }[]).map((p) => [p.id ?? p.name, p]));
    for (const id of new Set([...own.keys(), ...other.keys()])) {
      const [a, b] = [own.get(id), other.get(id)];
      if (JSON.stringify(a) !== JSON.stringify(b))
        found.push(
          `${word}: ${(a ?? b)?.label ?? (a ?? b)?.name ?? word.toLowerCase()} ${!a ? 'is only in theirs' : !b ? 'is only in yours' : 'differs'}`,
        );
    }
  }
  return found;
}
