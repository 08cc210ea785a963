import type { KeyboardEvent } from 'react';
import type { Drive } from '@/core/drive';

/** Least radius of a grip, pixels: half of a thumb's room. */
const LEAST_PX = 22;

/** Areas over the pulleys that pointers and keys choose and move. */
export const Grips = ({
  pulleys,
  places,
  mmPerPx,
  selected,
  movable,
  onKey,
  onFocus,
}: {
  readonly pulleys: Drive['pulleys'];
  /** Places of the pulleys in the pose that is drawn. */
  readonly places: readonly { readonly x: number; readonly y: number }[];
  readonly mmPerPx: number;
  readonly selected: string | null;
  readonly movable: boolean;
  readonly onKey: (event: KeyboardEvent, id: string) => void;
  readonly onFocus: (id: string) => void;
}) =>
  pulleys.map((p, i) => {
    const at = places[i] ?? p;
    return (
      <circle
        key={p.id}
        data-grip={p.id}
        cx={at.x}
        cy={-at.y}
        r={Math.max(p.outsideDiameter / 2, LEAST_PX * mmPerPx)}
        fill="transparent"
        tabIndex={0}
        role="button"
        aria-pressed={selected === p.id}
        aria-label={`${i + 1} ${p.label ?? p.id}${movable ? '; arrow keys move it' : ''}`}
        style={{ cursor: movable ? 'move' : 'pointer' }}
        onKeyDown={(e) => onKey(e, p.id)}
        onFocus={() => onFocus(p.id)}
      />
    );
  });
