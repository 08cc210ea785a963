'use client';

import type { Notebook } from '@/core/survey';
import { ClashDialog } from '@/ui/clash-dialog';
import { Moment } from '@/ui/when';
import type { Clash } from './notebook-saving';
import { entryName } from './messages';

/** Two people entered the same of one notebook. */
export function NotebookClash({
  notebook,
  clash: { theirs, both },
  onSettle,
}: {
  notebook: Notebook;
  clash: Clash;
  onSettle: (prefer: 'mine' | 'theirs') => void;
}) {
  return (
    <ClashDialog
      title="Another user changed this notebook"
      points={[...new Set(both.map((path) => entryName(notebook, path)))]}
      onTheirs={() => onSettle('theirs')}
      onMine={() => onSettle('mine')}
    >
      {theirs.changedBy} changed the same entries as you, on <Moment at={theirs.changedAt} as="dayAndTime" />. All other entries are saved.
    </ClashDialog>
  );
}
