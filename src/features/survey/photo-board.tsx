'use client';

import Box from '@mui/material/Box';
import IconButton from '@mui/material/IconButton';
import Tooltip from '@mui/material/Tooltip';
import { useEffect, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { useBoxSize } from '@/ui/box-size';
import { Icon } from '@/ui/icons';

export type Spot = readonly [number, number];

/** A spot on the photo that can be dragged: a scale mark, the middle of a circle, or its rim. */
export interface Handle {
  readonly key: string;
  readonly label: string;
  readonly at: Spot;
  readonly kind: 'scale' | 'centre' | 'rim';
}

export interface Circle {
  readonly key: string;
  readonly at: Spot;
  readonly radius: number;
  readonly chosen: boolean;
}

interface PhotoBoardProps {
  readonly src: string;
  readonly width: number;
  readonly height: number;
  readonly alt: string;
  readonly handles: readonly Handle[];
  readonly circles: readonly Circle[];
  /** Lines of the scale, closed where four are marked. */
  readonly scale: readonly Spot[];
  readonly onMove: (key: string, at: Spot) => void;
  /** A tap on the bare photo. */
  readonly onTap: (at: Spot) => void;
  readonly mayChange: boolean;
}

const FIRST_SIZE = { width: 600, height: 400 };
const TAP_PX = 5;
/** The glass shows this many times what the photo is shown at, in a circle this wide, px. */
const GLASS = { times: 4, px: 132 } as const;

/**
 * A photo to mark: drag the ground to pan, wheel or pinch to zoom, drag a handle to set it under a magnifier, or choose it and nudge it with the
 * arrow keys (Shift for ten pixels, Alt for a tenth).
 */
export function PhotoBoard({ src, width, height, alt, handles, circles, scale, onMove, onTap, mayChange }: PhotoBoardProps) {
  const [box, size] = useBoxSize(FIRST_SIZE, 120);
  const [view, setView] = useState<{ x: number; y: number; perPx: number } | null>(null);
  const [held, setHeld] = useState<string | null>(null);
  const pointers = useRef(new Map<number, { x: number; y: number }>());
  const pressed = useRef<{ x: number; y: number; offset: Spot; key: string | null } | null>(null);

  const whole = { perPx: Math.max(width / size.width, height / size.height), x: 0, y: 0 };
  const fitted = { ...whole, x: (width - size.width * whole.perPx) / 2, y: (height - size.height * whole.perPx) / 2 };
  const shown = view ?? fitted;
  const px = shown.perPx;
  const toPhoto = (p: { x: number; y: number }): Spot => [shown.x + p.x * px, shown.y + p.y * px];
  const local = (event: PointerEvent | WheelEvent) => {
    const r = box.current!.getBoundingClientRect();
    return { x: event.clientX - r.left, y: event.clientY - r.top };
  };
  const zoom = (factor: number, at: { x: number; y: number }) =>
    setView((current) => {
      const from = current ?? fitted;
      const perPx = Math.min(whole.perPx * 1.5, Math.max(0.05, from.perPx * factor));
      return { perPx, x: from.x + at.x * (from.perPx - perPx), y: from.y + at.y * (from.perPx - perPx) };
    });
  const zoomer = useRef(zoom);
  useEffect(() => {
    zoomer.current = zoom;
  });
  useEffect(() => {
    const element = box.current;
    if (!element) return;
    // The page scrolls over a photo that is not being worked on.
    const wheel = (event: WheelEvent) => {
      if (!event.ctrlKey && document.activeElement !== element && !element.contains(document.activeElement)) return;
      event.preventDefault();
      const r = element.getBoundingClientRect();
      zoomer.current(Math.exp(event.deltaY * 0.0015), { x: event.clientX - r.left, y: event.clientY - r.top });
    };
    element.addEventListener('wheel', wheel, { passive: false });
    return () => element.removeEventListener('wheel', wheel);
  }, [box]);

  const down = (event: PointerEvent) => {
    const at = local(event);
    pointers.current.set(event.pointerId, at);
    box.current!.setPointerCapture(event.pointerId);
    const key = mayChange ? ((event.target as Element).closest('[data-handle]')?.getAttribute('data-handle') ?? null) : null;
    const handle = handles.find((h) => h.key === key);
    const here = toPhoto(at);
    pressed.current =
      pointers.current.size === 1 ? { ...at, key, offset: handle ? [handle.at[0] - here[0], handle.at[1] - here[1]] : [0, 0] } : null;
    if (handle && pointers.current.size === 1) {
      setHeld(handle.key);
      (event.target as HTMLElement).focus?.();
    }
  };
  const move = (event: PointerEvent) => {
    const before = pointers.current.get(event.pointerId);
    if (!before) return;
    const at = local(event);
    if (pointers.current.size === 2) {
      const [other] = [...pointers.current].filter(([id]) => id !== event.pointerId).map(([, p]) => p);
      const [was, now] = [Math.hypot(before.x - other!.x, before.y - other!.y), Math.hypot(at.x - other!.x, at.y - other!.y)];
      if (now > 10) zoom(was / now, { x: (at.x + other!.x) / 2, y: (at.y + other!.y) / 2 });
    } else if (pressed.current?.key) {
      const here = toPhoto(at);
      onMove(pressed.current.key, [here[0] + pressed.current.offset[0], here[1] + pressed.current.offset[1]]);
    } else if (pressed.current && Math.hypot(at.x - pressed.current.x, at.y - pressed.current.y) > TAP_PX) {
      setView({ ...shown, x: shown.x - (at.x - before.x) * px, y: shown.y - (at.y - before.y) * px });
    }
    pointers.current.set(event.pointerId, at);
  };
  const up = (event: PointerEvent) => {
    const at = local(event);
    const start = pressed.current;
    pointers.current.delete(event.pointerId);
    pressed.current = null;
    setHeld(null);
    if (event.type === 'pointerup' && start && start.key === null && mayChange && Math.hypot(at.x - start.x, at.y - start.y) <= TAP_PX)
      onTap(toPhoto(at));
  };
  const nudge = (event: KeyboardEvent, handle: Handle) => {
    const steps: Record<string, Spot> = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] };
    const step = steps[event.key];
    if (!step || !mayChange) return;
    event.preventDefault();
    const by = event.shiftKey ? 10 : event.altKey ? 0.1 : 1;
    onMove(handle.key, [handle.at[0] + step[0] * by, handle.at[1] + step[1] * by]);
    setHeld(handle.key);
  };
  const under = handles.find((h) => h.key === held);
  const glass = GLASS.px * px;
  const inner = glass / GLASS.times;
  const glassLeft = under ? (under.at[0] - shown.x) / px < size.width / 2 : false;
  const line = scale.map(([x, y], i) => `${i === 0 ? 'M' : 'L'}${x} ${y}`).join('') + (scale.length === 4 ? 'Z' : '');
  return (
    <Box
      sx={{
        position: 'relative',
        border: '1px solid var(--ts-edge)',
        borderRadius: '4px',
        overflow: 'hidden',
        bgcolor: 'var(--ts-sand)',
        height: { xs: 320, md: 440 },
      }}
    >
      <Box
        ref={box}
        tabIndex={-1}
        onPointerDown={down}
        onPointerMove={move}
        onPointerUp={up}
        onPointerCancel={up}
        sx={{ position: 'absolute', inset: 0, touchAction: 'none', outline: 'none', cursor: mayChange ? 'crosshair' : 'grab' }}
      >
        <svg
          width="100%"
          height="100%"
          viewBox={`${shown.x} ${shown.y} ${size.width * px} ${size.height * px}`}
          role="group"
          aria-label={alt}
          style={{ display: 'block', userSelect: 'none' }}
        >
          <defs>
            <clipPath id="ts-glass">
              <circle cx={glass / 2} cy={glass / 2} r={glass / 2} />
            </clipPath>
          </defs>
          <image href={src} x={0} y={0} width={width} height={height} />
          {line && <path d={line} fill="none" stroke="#ffffff" strokeWidth={4 * px} opacity={0.8} />}
          {line && <path d={line} fill="none" stroke="#1f6f6b" strokeWidth={2 * px} strokeDasharray={`${7 * px} ${4 * px}`} />}
          {circles.map((c) => (
            <g key={c.key} fill="none">
              <circle cx={c.at[0]} cy={c.at[1]} r={c.radius} stroke="#ffffff" strokeWidth={4.5 * px} opacity={0.75} />
              <circle cx={c.at[0]} cy={c.at[1]} r={c.radius} stroke={c.chosen ? '#b4552d' : '#22272b'} strokeWidth={2 * px} />
            </g>
          ))}
          {handles.map((h) => (
            <g key={h.key} transform={`translate(${h.at[0]} ${h.at[1]})`}>
              {h.kind === 'rim' ? (
                <rect x={-7 * px} y={-7 * px} width={14 * px} height={14 * px} fill="#b4552d" stroke="#ffffff" strokeWidth={2 * px} />
              ) : (
                <>
                  <path d={`M${-10 * px} 0h${20 * px}M0 ${-10 * px}v${20 * px}`} stroke="#ffffff" strokeWidth={4 * px} />
                  <path
                    d={`M${-10 * px} 0h${20 * px}M0 ${-10 * px}v${20 * px}`}
                    stroke={h.kind === 'scale' ? '#1f6f6b' : '#22272b'}
                    strokeWidth={1.8 * px}
                  />
                </>
              )}
              {mayChange && (
                <circle
                  data-handle={h.key}
                  r={22 * px}
                  fill="transparent"
                  tabIndex={0}
                  role="button"
                  aria-label={`${h.label}; arrow keys move it`}
                  style={{ cursor: 'move' }}
                  onKeyDown={(e) => nudge(e, h)}
                  onBlur={() => setHeld(null)}
                />
              )}
            </g>
          ))}
          {under && (
            <g
              transform={`translate(${glassLeft ? shown.x + size.width * px - glass - 8 * px : shown.x + 8 * px} ${shown.y + 8 * px})`}
              pointerEvents="none"
            >
              <g clipPath="url(#ts-glass)">
                <rect width={glass} height={glass} fill="var(--ts-sand)" />
                <svg width={glass} height={glass} viewBox={`${under.at[0] - inner / 2} ${under.at[1] - inner / 2} ${inner} ${inner}`}>
                  <image href={src} x={0} y={0} width={width} height={height} />
                </svg>
                <path d={`M${glass / 2} 0v${glass}M0 ${glass / 2}h${glass}`} stroke="#b4552d" strokeWidth={px} />
              </g>
              <circle cx={glass / 2} cy={glass / 2} r={glass / 2} fill="none" stroke="var(--ts-ink)" strokeWidth={2.5 * px} />
            </g>
          )}
        </svg>
      </Box>
      <Box sx={{ position: 'absolute', right: 4, bottom: 4, display: 'flex', bgcolor: 'var(--ts-card)', borderRadius: '4px' }}>
        <Tooltip title="Closer">
          <IconButton aria-label="Closer" onClick={() => zoom(0.7, { x: size.width / 2, y: size.height / 2 })}>
            <Icon name="add" size={20} />
          </IconButton>
        </Tooltip>
        <Tooltip title="Show the whole photo">
          <IconButton aria-label="Show the whole photo" onClick={() => setView(null)}>
            <Icon name="fit" size={20} />
          </IconButton>
        </Tooltip>
      </Box>
    </Box>
  );
}
