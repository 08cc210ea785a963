'use client';

import { closestCenter, DndContext, KeyboardSensor, PointerSensor, useSensor, useSensors } from '@dnd-kit/core';
import { SortableContext, sortableKeyboardCoordinates, useSortable, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import Box from '@mui/material/Box';
import IconButton from '@mui/material/IconButton';
import type { Layer } from '@/core/stack';
import { Icon } from '@/ui/icons';
import { sortableWords } from '@/ui/sortable';
import { useUnits } from '@/ui/units';
import { layerWords } from './messages';

interface LayerListProps {
  /** From the lower end to the upper. */
  readonly layers: readonly Layer[];
  readonly wrong: ReadonlySet<number | null>;
  readonly selected: number | null;
  readonly onSelect: (at: number | null) => void;
  readonly onMove: (from: number, to: number) => void;
  readonly mayChange: boolean;
}

/** Layers of a stack in order, the upper end on top. They are dragged, or moved by arrow keys and buttons. */
export function LayerList({ layers, wrong, selected, onSelect, onMove, mayChange }: LayerListProps) {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  // The list runs from above, the stack from below; a part is known by its place, as there may be several of one kind.
  const shown = layers.map((_, i) => layers.length - 1 - i);
  const keyOf = (at: number) => `part-${at}`;
  const units = useUnits();
  const placeOf = (key: string | number) => Number(String(key).slice('part-'.length));
  return (
    <DndContext
      // Its own ids would differ between server and browser.
      id="stack"
      sensors={sensors}
      collisionDetection={closestCenter}
      accessibility={sortableWords((key) => layerWords(layers[placeOf(key)]!, units))}
      onDragEnd={({ active, over }) => {
        if (over && active.id !== over.id) onMove(placeOf(active.id), placeOf(over.id));
      }}
    >
      <SortableContext items={shown.map(keyOf)} strategy={verticalListSortingStrategy}>
        <Box component="ol" aria-label="Parts, from the top" sx={{ listStyle: 'none', m: 0, p: 0, display: 'grid', gap: 0.5 }}>
          {shown.map((at) => {
            const one = layers[at];
            return one ? (
              <LayerRow
                key={keyOf(at)}
                id={keyOf(at)}
                one={one}
                wrong={wrong.has(at)}
                chosen={selected === at}
                onSelect={() => onSelect(selected === at ? null : at)}
                mayChange={mayChange}
                onUp={at < layers.length - 1 ? () => onMove(at, at + 1) : null}
                onDown={at > 0 ? () => onMove(at, at - 1) : null}
              />
            ) : null;
          })}
        </Box>
      </SortableContext>
    </DndContext>
  );
}

function LayerRow({
  id,
  one,
  wrong,
  chosen,
  onSelect,
  mayChange,
  onUp,
  onDown,
}: {
  id: string;
  one: Layer;
  wrong: boolean;
  chosen: boolean;
  onSelect: () => void;
  mayChange: boolean;
  onUp: (() => void) | null;
  onDown: (() => void) | null;
}) {
  const units = useUnits();
  const words = layerWords(one, units);
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({ id, disabled: !mayChange });
  return (
    <Box
      component="li"
      ref={setNodeRef}
      style={{ transform: CSS.Translate.toString(transform), transition }}
      sx={{
        display: 'flex',
        alignItems: 'center',
        minHeight: 56,
        border: '1px solid',
        borderColor: wrong ? 'var(--ts-copper)' : chosen ? 'var(--ts-work)' : 'var(--ts-edge)',
        borderLeftWidth: wrong || chosen ? 4 : 1,
        borderRadius: '4px',
        bgcolor: 'var(--ts-card)',
        position: 'relative',
        zIndex: isDragging ? 2 : 0,
        boxShadow: isDragging ? '0 4px 14px rgb(0 0 0 / 0.2)' : 'none',
      }}
    >
      {mayChange && (
        <Box
          component="button"
          type="button"
          {...attributes}
          {...listeners}
          aria-label={`Move: ${words}`}
          className="ts-screen-only"
          sx={{
            all: 'unset',
            width: 44,
            height: 54,
            flex: 'none',
            display: 'grid',
            placeItems: 'center',
            cursor: 'grab',
            touchAction: 'none',
            color: 'var(--ts-quiet)',
            '&:focus-visible': { outline: '3px solid var(--ts-work)' },
          }}
        >
          <Icon name="grip" size={20} />
        </Box>
      )}
      <Box
        component="button"
        type="button"
        onClick={onSelect}
        aria-expanded={chosen}
        sx={{
          all: 'unset',
          flex: 1,
          minHeight: 54,
          px: mayChange ? 0 : 1.5,
          display: 'flex',
          flexDirection: 'column',
          justifyContent: 'center',
          cursor: 'pointer',
          fontWeight: chosen ? 650 : 500,
          '&:focus-visible': { outline: '3px solid var(--ts-work)' },
        }}
      >
        {words}
        {wrong && <Box sx={{ fontSize: 13, color: 'var(--ts-copper)' }}>wrong here</Box>}
      </Box>
      {mayChange && (
        <Box className="ts-screen-only" sx={{ flex: 'none' }}>
          <IconButton aria-label={`Up: ${words}`} disabled={!onUp} onClick={onUp ?? undefined} sx={{ width: 44, height: 44 }}>
            <Icon name="up" size={20} />
          </IconButton>
          <IconButton aria-label={`Down: ${words}`} disabled={!onDown} onClick={onDown ?? undefined} sx={{ width: 44, height: 44 }}>
            <Icon name="down" size={20} />
          </IconButton>
        </Box>
      )}
    </Box>
  );
}
