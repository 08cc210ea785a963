'use client';

import { closestCenter, DndContext, KeyboardSensor, PointerSensor, useSensor, useSensors, type DragEndEvent } from '@dnd-kit/core';
import { arrayMove, SortableContext, sortableKeyboardCoordinates, useSortable, verticalListSortingStrategy } from '@dnd-kit/sortable';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import IconButton from '@mui/material/IconButton';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useId } from 'react';
import { Icon } from '@/ui/icons';
import { sortableWords } from '@/ui/sortable';
import { usualStop, type Routed, type Stop } from './usual-stop';
import { takeOffRoute } from './messages';

/** The pulleys a belt passes, in order round the loop, and which side touches each. Dragged into order by the handle, or with Space and the arrow keys. */
export function RouteEditor({
  pulleys,
  route,
  onRoute,
  disabled,
}: {
  pulleys: readonly Routed[];
  route: readonly Stop[];
  onRoute: (route: Stop[]) => void;
  disabled: boolean;
}) {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const context = useId();
  const label = (id: string) => pulleys.find((p) => p.id === id)?.label ?? id;
  const keys = route.map((s, i) => `${i} ${s.pulley}`);
  const named = (key: string | number) => label(String(key).replace(/^\d+ /, ''));
  const drop = ({ active, over }: DragEndEvent) => {
    if (over && active.id !== over.id) onRoute(arrayMove([...route], keys.indexOf(String(active.id)), keys.indexOf(String(over.id))));
  };
  const rest = pulleys.filter((p) => !route.some((s) => s.pulley === p.id));
  return (
    <Box>
      <Typography variant="h3" sx={{ mb: 0.5 }}>
        Route, in order round the loop
      </Typography>
      <DndContext id={context} sensors={sensors} collisionDetection={closestCenter} onDragEnd={drop} accessibility={sortableWords(named)}>
        <SortableContext items={keys} strategy={verticalListSortingStrategy}>
          <Box component="ol" sx={{ listStyle: 'none', m: 0, p: 0 }}>
            {route.map((stop, i) => (
              <StopRow
                key={keys[i]}
                id={keys[i]!}
                stop={stop}
                number={pulleys.findIndex((p) => p.id === stop.pulley) + 1}
                name={label(stop.pulley)}
                disabled={disabled}
                onTurn={() => onRoute(route.map((s, j) => (j === i ? { ...s, contact: s.contact === 'v' ? 'back' : 'v' } : s)))}
                onRemove={() => onRoute(route.filter((_, j) => j !== i))}
              />
            ))}
          </Box>
        </SortableContext>
      </DndContext>
      {rest.length > 0 && (
        <TextField
          select
          label="Add to the route"
          value=""
          disabled={disabled}
          sx={{ mt: 1 }}
          onChange={(e) => onRoute([...route, usualStop(pulleys.find((one) => one.id === e.target.value)!)])}
        >
          {rest.map((p) => (
            <MenuItem key={p.id} value={p.id}>
              {p.label ?? p.id}
            </MenuItem>
          ))}
        </TextField>
      )}
    </Box>
  );
}

interface StopRowProps {
  readonly id: string;
  readonly stop: Stop;
  /** Station number on the drawing. */
  readonly number: number;
  readonly name: string;
  readonly disabled: boolean;
  readonly onTurn: () => void;
  readonly onRemove: () => void;
}

function StopRow({ id, stop, number, name, disabled, onTurn, onRemove }: StopRowProps) {
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({ id, disabled });
  return (
    <Box
      component="li"
      ref={setNodeRef}
      style={{ transform: transform ? `translateY(${transform.y}px)` : undefined, transition }}
      sx={{
        display: 'flex',
        alignItems: 'center',
        gap: 0.5,
        borderTop: '1px solid var(--ts-edge)',
        bgcolor: 'var(--ts-card)',
        position: 'relative',
        zIndex: isDragging ? 1 : 0,
        outline: isDragging ? '2px solid var(--ts-work)' : 'none',
      }}
    >
      <IconButton
        {...attributes}
        {...listeners}
        disabled={disabled}
        aria-label={`Move ${name}`}
        sx={{ cursor: 'grab', touchAction: 'none' }}
      >
        <svg width={16} height={16} aria-hidden>
          <path d="M2 5h12M2 8h12M2 11h12" stroke="currentColor" strokeWidth={1.8} />
        </svg>
      </IconButton>
      <Box className="ts-mono" sx={{ width: 20, fontSize: 13, color: 'var(--ts-quiet)' }}>
        {number}
      </Box>
      <Box sx={{ flex: 1, minWidth: 0, overflow: 'hidden', textOverflow: 'ellipsis' }}>{name}</Box>
      <Button
        size="small"
        disabled={disabled}
        aria-label={`${name}: ${stop.contact === 'v' ? 'V side touches; change to back' : 'back touches; change to V side'}`}
        onClick={onTurn}
        sx={{ px: 1, minWidth: 64 }}
      >
        {stop.contact === 'v' ? 'V side' : 'Back'}
      </Button>
      <IconButton disabled={disabled} aria-label={takeOffRoute(name)} onClick={onRemove}>
        <Icon name="close" size={16} />
      </IconButton>
    </Box>
  );
}
