'use client';

import Box from '@mui/material/Box';
import IconButton from '@mui/material/IconButton';
import Tooltip from '@mui/material/Tooltip';
import { useState, type KeyboardEvent } from 'react';
import { useBoxSize } from '@/ui/box-size';
import { Icon } from '@/ui/icons';
import { useViewport, type Spot } from '@/ui/viewport';

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
  /** Half axes, px, and the angle of the first one, radians. */
  readonly radius: number;
  readonly b: number;
  readonly angle: number;
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
  /** Spans of a belt. */
  readonly spans: readonly (readonly [Spot, Spot])[];
  readonly onMove: (key: string, at: Spot) => void;
  /** A tap on the bare photo. */
  readonly onTap: (at: Spot) => void;
  readonly mayChange: boolean;
}

const FIRST_SIZE = { width: 600, height: 400 };
/** Photo pixels per screen pixel: limits of the zoom. */
const CLOSEST = 0.05;
const BEYOND = 1.5;
/** The glass shows this many times what the photo is shown at, in a circle this wide, px. */
const GLASS = { times: 4, px: 132 } as const;

/**
 * A photo with marks. Drag the ground to pan, wheel or pinch to zoom, drag a handle to set it under a magnifier. A
 * selected handle moves by the arrow keys (Shift for ten pixels, Alt for a tenth).
 */
export function PhotoBoard({ src, width, height, alt, handles, circles, scale, spans, onMove, onTap, mayChange }: PhotoBoardProps) {
  const [box, size] = useBoxSize(FIRST_SIZE, 120);
  const [held, setHeld] = useState<string | null>(null);

  const perPx = Math.max(width / size.width, height / size.height);
  const {
    view: shown,
    showAll,
    closer,
  } = useViewport({
    box,
    size,
    whole: { perPx, x: (width - size.width * perPx) / 2, y: (height - size.height * perPx) / 2 },
    range: [CLOSEST, BEYOND * perPx],
    placeOf: (key) => handles.find((h) => h.key === key)?.at,
    onPress: setHeld,
    onDrag: onMove,
    onRelease: () => setHeld(null),
    onTap: (key, at) => {
      // The rim of one pulley can be over the middle of the next.
      if (mayChange && (key === null || key.startsWith('rim:'))) onTap(at);
    },
  });
  const px = shown.perPx;
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
  const glassLeft = under ? (under.at[0] - shown.x) / px < size.width / 2 : false;
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
          {src !== '' && <image href={src} x={0} y={0} width={width} height={height} />}
          <Lines scale={scale} spans={spans} circles={circles} px={px} />
          {handles.map((h) => (
            <HandleMark
              key={h.key}
              handle={h}
              px={px}
              grip={mayChange ? { onKeyDown: (e) => nudge(e, h), onBlur: () => setHeld(null) } : null}
            />
          ))}
          {under && (
            <Glass
              {...{ src, width, height, px, under }}
              at={{ x: glassLeft ? shown.x + size.width * px - glass - 8 * px : shown.x + 8 * px, y: shown.y + 8 * px }}
            />
          )}
        </svg>
      </Box>
      <Box sx={{ position: 'absolute', right: 4, bottom: 4, display: 'flex', bgcolor: 'var(--ts-card)', borderRadius: '4px' }}>
        <Tooltip title="Closer">
          <IconButton aria-label="Closer" onClick={closer}>
            <Icon name="add" size={20} />
          </IconButton>
        </Tooltip>
        <Tooltip title="Show the whole photo">
          <IconButton aria-label="Show the whole photo" onClick={showAll}>
            <Icon name="fit" size={20} />
          </IconButton>
        </Tooltip>
      </Box>
    </Box>
  );
}

/** Lines of the scale, closed where four are marked, spans of a belt, and circles. */
function Lines({ scale, spans, circles, px }: Pick<PhotoBoardProps, 'scale' | 'spans' | 'circles'> & { px: number }) {
  const line = scale.map(([x, y], i) => `${i === 0 ? 'M' : 'L'}${x} ${y}`).join('') + (scale.length === 4 ? 'Z' : '');
  return (
    <>
      {line && <path d={line} fill="none" stroke="#ffffff" strokeWidth={4 * px} opacity={0.8} />}
      {line && <path d={line} fill="none" stroke="#1f6f6b" strokeWidth={2 * px} strokeDasharray={`${7 * px} ${4 * px}`} />}
      {spans.map(([[ax, ay], [bx, by]], i) => (
        <g key={i} strokeLinecap="round">
          <line x1={ax} y1={ay} x2={bx} y2={by} stroke="#ffffff" strokeWidth={7 * px} opacity={0.75} />
          <line x1={ax} y1={ay} x2={bx} y2={by} stroke="#b4552d" strokeWidth={4 * px} />
        </g>
      ))}
      {circles.map((c) => (
        <g key={c.key} fill="none" transform={`translate(${c.at[0]} ${c.at[1]}) rotate(${(c.angle * 180) / Math.PI})`}>
          <ellipse rx={c.radius} ry={c.b} stroke="#ffffff" strokeWidth={4.5 * px} opacity={0.75} />
          <ellipse rx={c.radius} ry={c.b} stroke={c.chosen ? '#b4552d' : '#22272b'} strokeWidth={2 * px} />
        </g>
      ))}
    </>
  );
}

/** A square at a rim, a cross elsewhere, and a grip large enough for a finger. */
function HandleMark({
  handle: h,
  px,
  grip,
}: {
  handle: Handle;
  px: number;
  /** Null if nothing may be moved. */
  grip: { readonly onKeyDown: (event: KeyboardEvent) => void; readonly onBlur: () => void } | null;
}) {
  const cross = `M${-10 * px} 0h${20 * px}M0 ${-10 * px}v${20 * px}`;
  return (
    <g transform={`translate(${h.at[0]} ${h.at[1]})`}>
      {h.kind === 'rim' ? (
        <rect x={-7 * px} y={-7 * px} width={14 * px} height={14 * px} fill="#b4552d" stroke="#ffffff" strokeWidth={2 * px} />
      ) : (
        <>
          <path d={cross} stroke="#ffffff" strokeWidth={4 * px} />
          <path d={cross} stroke={h.kind === 'scale' ? '#1f6f6b' : '#22272b'} strokeWidth={1.8 * px} />
        </>
      )}
      {grip && (
        <circle
          data-grip={h.key}
          r={22 * px}
          fill="transparent"
          tabIndex={0}
          role="button"
          aria-label={`${h.label}; arrow keys move it`}
          style={{ cursor: 'move' }}
          {...grip}
        />
      )}
    </g>
  );
}

/** Magnifier over the held handle. */
function Glass({
  src,
  width,
  height,
  px,
  under,
  at,
}: Pick<PhotoBoardProps, 'src' | 'width' | 'height'> & { px: number; under: Handle; at: { readonly x: number; readonly y: number } }) {
  const glass = GLASS.px * px;
  const inner = glass / GLASS.times;
  return (
    <g transform={`translate(${at.x} ${at.y})`} pointerEvents="none">
      <g clipPath="url(#ts-glass)">
        <rect width={glass} height={glass} fill="var(--ts-sand)" />
        <svg width={glass} height={glass} viewBox={`${under.at[0] - inner / 2} ${under.at[1] - inner / 2} ${inner} ${inner}`}>
          <image href={src} x={0} y={0} width={width} height={height} />
        </svg>
        <path d={`M${glass / 2} 0v${glass}M0 ${glass / 2}h${glass}`} stroke="#b4552d" strokeWidth={px} />
      </g>
      <circle cx={glass / 2} cy={glass / 2} r={glass / 2} fill="none" stroke="var(--ts-ink)" strokeWidth={2.5 * px} />
    </g>
  );
}
