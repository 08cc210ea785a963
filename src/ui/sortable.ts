import type { DndContextProps, UniqueIdentifier } from '@dnd-kit/core';

/**
 * Spoken words of a list that is put in order by dragging or by keys, for `DndContext`.
 * @param nameOf name of a row by its key in the list; keys themselves are never spoken
 */
export const sortableWords = (nameOf: (key: UniqueIdentifier) => string): NonNullable<DndContextProps['accessibility']> => ({
  screenReaderInstructions: { draggable: 'Space picks it up or drops it. Arrow keys move it. Escape cancels.' },
  announcements: {
    onDragStart: ({ active }) => `${nameOf(active.id)} lifted.`,
    // Follows the lift as soon as the rows are measured: from then on the arrow keys move the row.
    onDragOver: ({ active, over }) =>
      over === null
        ? ''
        : over.id === active.id
          ? `${nameOf(active.id)} at its own place.`
          : `${nameOf(active.id)} at the place of ${nameOf(over.id)}.`,
    onDragEnd: ({ active }) => `${nameOf(active.id)} put down.`,
    onDragCancel: ({ active }) => `${nameOf(active.id)} put back.`,
  },
});
