'use client';

import { useGesture } from '@use-gesture/react';
import { useLayoutEffect, useRef, useState, type RefObject } from 'react';
import type { Size } from './box-size';

export type Spot = readonly [number, number];

/** Visible part of a picture: its upper left corner in units of the picture (y down), and units per pixel. */
export interface View {
  readonly x: number;
  readonly y: number;
  readonly perPx: number;
}

interface Viewport {
  readonly box: RefObject<HTMLDivElement | null>;
  readonly size: Size;
  /** The view of the whole picture. */
  readonly whole: View;
  /** Units in a pixel, closest and furthest. */
  readonly range: readonly [number, number];
  /** Position of the element with this `data-grip`. Undefined if it cannot be moved, so the picture moves. */
  readonly placeOf: (grip: string) => Spot | undefined;
  readonly onPress?: (grip: string | null) => void;
  readonly onDrag: (grip: string, to: Spot, event: { readonly altKey: boolean }) => void;
  /** Released, dragged or not. */
  readonly onRelease: (dragged: string | null) => void;
  readonly onTap: (grip: string | null, at: Spot) => void;
}

/** A press that moves less than this is a tap, px. */
const TAP_PX = 5;
const WHEEL_RATE = 0.0015;
/** One press of “Closer”. */
const CLOSER = 0.7;

/**
 * A picture in a box: the ground pans, pinch or wheel zooms, and elements with `data-grip` can be dragged. The wheel
 * scrolls the page until the picture is in use.
 */
export function useViewport({ box, size, whole, range, placeOf, onPress, onDrag, onRelease, onTap }: Viewport) {
  const [chosen, setChosen] = useState<View | null>(null);
  const view = chosen ?? whole;
  const dragged = useRef<{ grip: string; from: Spot } | null>(null);
  // Two events may arrive between two drawings: the second goes on from the first.
  const latest = useRef(view);
  useLayoutEffect(() => {
    latest.current = view;
  });
  const show = (next: View) => {
    latest.current = next;
    setChosen(next);
  };
  const zoom = (factor: number, at: Spot) => {
    const from = latest.current;
    const perPx = Math.min(range[1], Math.max(range[0], from.perPx * factor));
    show({ perPx, x: from.x + at[0] * (from.perPx - perPx), y: from.y + at[1] * (from.perPx - perPx) });
  };
  const local = ([x, y]: readonly [number, number]): Spot => {
    const r = box.current!.getBoundingClientRect();
    return [x - r.left, y - r.top];
  };
  const gripOf = (event: Event) => (event.target as Element).closest('[data-grip]')?.getAttribute('data-grip') ?? null;
  const letGo = () => {
    const was = dragged.current;
    dragged.current = null;
    onRelease(was?.grip ?? null);
  };

  useGesture(
    {
      onPointerDown: ({ event }) => {
        if (event.isPrimary) onPress?.(gripOf(event));
      },
      onPointerUp: () => letGo(),
      onPointerCancel: () => letGo(),
      onDrag: ({ event, first, last, tap, pinching, cancel, delta, xy, initial }) => {
        const grip = gripOf(event);
        const { x, y, perPx } = latest.current;
        if (tap) {
          const at = local(xy);
          if (event.type === 'pointerup') onTap(grip, [x + at[0] * perPx, y + at[1] * perPx]);
          return;
        }
        if (pinching) {
          cancel();
          return;
        }
        const from = first && grip !== null ? placeOf(grip) : undefined;
        if (from) dragged.current = { grip: grip!, from };
        if (dragged.current) {
          const [was, id] = [dragged.current.from, dragged.current.grip];
          onDrag(id, [was[0] + (xy[0] - initial[0]) * perPx, was[1] + (xy[1] - initial[1]) * perPx], { altKey: event.altKey });
          if (last) letGo();
        } else if (!last) show({ perPx, x: x - delta[0] * perPx, y: y - delta[1] * perPx });
      },
      onPinch: ({ origin, offset: [scale], first, memo, event }) => {
        event.preventDefault();
        if (!first) zoom((memo as number) / scale, local(origin));
        return scale;
      },
      onWheel: ({ event }) => {
        const element = box.current;
        if (event.ctrlKey || !element?.contains(document.activeElement)) return;
        event.preventDefault();
        zoom(Math.exp(event.deltaY * WHEEL_RATE), local([event.clientX, event.clientY]));
      },
    },
    {
      target: box,
      eventOptions: { passive: false },
      drag: { filterTaps: true, tapsThreshold: TAP_PX, pointer: { keys: false } },
      pinch: { from: () => [1, 0] },
    },
  );

  return {
    view,
    showAll: () => setChosen(null),
    closer: () => zoom(CLOSER, [size.width / 2, size.height / 2]),
  };
}
