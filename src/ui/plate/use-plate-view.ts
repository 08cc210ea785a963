'use client';

import { useMemo, useState, type KeyboardEvent } from 'react';
import type { Drive } from '@/core/drive';
import { useBoxSize } from '../box-size';
import { useViewport } from '../viewport';
import type { PlateMark } from './marks';
import { boundsOf, fitted, type Bounds } from './outline';

const FIRST_SIZE = { width: 600, height: 380 };
/** Millimetres in a pixel, closest and furthest. */
const ZOOM: readonly [number, number] = [0.05, 30];
/** A dragged pulley snaps to this grid, mm; with Alt it does not. */
const GRID_MM = 1;
/** … and to another pulley's x or y within this many pixels. */
const SNAP_PX = 6;
/** Step of an arrow key, mm, and with Shift. */
const STEP_MM = 1;
const LONG_STEP_MM = 10;

/** Lines through the pulley that a dragged one snapped to. */
export interface Guide {
  readonly x: number | null;
  readonly y: number | null;
}
const NO_GUIDE: Guide = { x: null, y: null };

interface Editing {
  readonly drive: Drive;
  readonly marks: readonly PlateMark[];
  readonly onSelect?: ((pulleyId: string | null) => void) | undefined;
  readonly onMovePulley?: ((pulleyId: string, x: number, y: number, settled: boolean) => void) | undefined;
  readonly onTap?: ((pulleyId: string) => void) | undefined;
}

/** Place of a dragged point on the grid, or in line with another pulley or mark. */
function snapped({ drive, marks }: Editing, id: string, x: number, y: number, mmPerPx: number): { x: number; y: number; guide: Guide } {
  const others = [...drive.pulleys, ...marks].filter((p) => p.id !== id);
  const near = (v: number, list: readonly number[]) => list.find((o) => Math.abs(o - v) < SNAP_PX * mmPerPx) ?? null;
  const guide = {
    x: near(
      x,
      others.map((p) => p.x),
    ),
    y: near(
      y,
      others.map((p) => p.y),
    ),
  };
  return { x: guide.x ?? Math.round(x / GRID_MM) * GRID_MM, y: guide.y ?? Math.round(y / GRID_MM) * GRID_MM, guide };
}

/** Visible part of a drawing, and what pointers and keys do on it. */
export function usePlateView(editing: Editing) {
  const { drive, marks, onSelect, onMovePulley, onTap } = editing;
  const [box, size] = useBoxSize(FIRST_SIZE, 120);
  const [guide, setGuide] = useState(NO_GUIDE);
  const bounds = useMemo(() => boundsOf(drive, marks), [drive, marks]);
  // While a pulley is dragged the view holds still under the finger, and labels keep their places.
  const [held, setHeld] = useState<Bounds | null>(null);
  const whole = useMemo(() => fitted(held ?? bounds, size), [held, bounds, size]);
  const placeOf = (id: string) => drive.pulleys.find((p) => p.id === id) ?? marks.find((m) => m.id === id);
  const { view, showAll } = useViewport({
    box,
    size,
    whole: { x: whole.x, y: whole.y, perPx: whole.width / size.width },
    range: ZOOM,
    placeOf: (id) => {
      const at = onMovePulley && placeOf(id);
      return at && [at.x, -at.y];
    },
    onPress: (id) => {
      onSelect?.(id);
      if (id !== null && onMovePulley) setHeld(bounds);
    },
    onDrag: (id, [x, y], { altKey }) => {
      const to = altKey ? { x, y: -y, guide: NO_GUIDE } : snapped(editing, id, x, -y, mmPerPx);
      setGuide(to.guide);
      onMovePulley?.(id, to.x, to.y, false);
    },
    onRelease: (id) => {
      const at = id === null ? undefined : placeOf(id);
      if (at) onMovePulley?.(at.id, at.x, at.y, true);
      setGuide(NO_GUIDE);
      setHeld(null);
    },
    onTap: (id) => {
      if (id !== null) onTap?.(id);
    },
  });
  const mmPerPx = view.perPx;
  const press = (event: KeyboardEvent, id: string) => {
    if (onTap && (event.key === 'Enter' || event.key === ' ')) {
      event.preventDefault();
      onTap(id);
      return;
    }
    const steps: Record<string, [number, number]> = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] };
    const step = steps[event.key];
    const at = placeOf(id);
    if (!step || !onMovePulley || !at) return;
    event.preventDefault();
    const by = event.shiftKey ? LONG_STEP_MM : STEP_MM;
    onMovePulley(id, at.x + step[0] * by, at.y + step[1] * by, true);
  };
  const shown: Bounds = { x: view.x, y: view.y, width: size.width * mmPerPx, height: size.height * mmPerPx };
  return { box, size, shown, mmPerPx, showAll, guide, dragging: held !== null, press };
}
export type PlateView = Omit<ReturnType<typeof usePlateView>, 'box'>;
