'use client';

import Box from '@mui/material/Box';
import IconButton from '@mui/material/IconButton';
import Tooltip from '@mui/material/Tooltip';
import { useMemo, useState, type KeyboardEvent } from 'react';
import { sliderInput, type Drive } from '@/core/drive';
import type { PoseAnswer } from '@/services/solver';
import { useBoxSize } from '../box-size';
import { Icon } from '../icons';
import { useUnits } from '../units';
import { useViewport } from '../viewport';
import { Drawing } from './drawing';
import { textWidth } from './station';
import { SCREEN_INK } from './ink';
import { LeverSlider } from './lever-slider';
import { Lights, type Light } from './lights';
import { Crosses, Ground, Guides, LooseRings, MarkHandle, type PlateMark } from './marks';
import { boundsOf, fitted, placeLabels, type Bounds, type Label } from './outline';
import { SaveMenu } from './save-menu';

export interface PlateProps {
  readonly drive: Drive;
  readonly answer: PoseAnswer | null;
  readonly lever: number;
  readonly onLever: (lever: number) => void;
  readonly focusBelt?: number;
  readonly selected?: string | null;
  readonly onSelect?: (pulleyId: string | null) => void;
  /** Set if pulleys may be dragged: called on every move, and with `settled` at the end. */
  readonly onMovePulley?: (pulleyId: string, x: number, y: number, settled: boolean) => void;
  /** Called when a pulley is tapped, not dragged, or Enter is pressed on it. */
  readonly onTap?: (pulleyId: string) => void;
  /** Marks next to the drive, which are dragged like pulleys. */
  readonly marks?: readonly PlateMark[];
  /** Pulleys and marks with a sketched position: dashed ring. */
  readonly loose?: ReadonlySet<string>;
  /** Findings at pulleys. */
  readonly lit?: ReadonlyMap<string, Light>;
  /** A sketch has no coordinates worth reading. */
  readonly sketch?: boolean;
  readonly height?: number | string;
}

const FIRST_SIZE = { width: 600, height: 380 };
const NO_MARKS: readonly PlateMark[] = [];
/** Millimetres in a pixel, closest and furthest. */
const ZOOM: readonly [number, number] = [0.05, 30];

/** A dragged pulley snaps to this grid, mm; with Alt it does not. */
const GRID_MM = 1;
/** … and to another pulley's x or y within this many pixels. */
const SNAP_PX = 6;

/**
 * The drive to scale. Drag the ground to pan, wheel or pinch to zoom; where it may be edited drag a pulley, or choose it and nudge it with the
 * arrow keys. The slider moves the real mechanism.
 */
export function Plate({
  drive,
  answer,
  lever,
  onLever,
  focusBelt,
  selected,
  onSelect,
  onMovePulley,
  onTap,
  marks = NO_MARKS,
  loose,
  lit,
  sketch = false,
  height = 380,
}: PlateProps) {
  const moved = sliderInput(drive);
  const [box, size] = useBoxSize(FIRST_SIZE, 120);
  const [guide, setGuide] = useState<{ x: number | null; y: number | null }>({ x: null, y: null });
  const { show } = useUnits();
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
      const to = snapped(id, x, -y, altKey);
      setGuide(to.guide);
      onMovePulley?.(id, to.x, to.y, false);
    },
    onRelease: (id) => {
      const at = id === null ? undefined : placeOf(id);
      if (at) onMovePulley?.(at.id, at.x, at.y, true);
      setGuide({ x: null, y: null });
      setHeld(null);
    },
    onTap: (id) => {
      if (id !== null) onTap?.(id);
    },
  });
  const mmPerPx = view.perPx;
  const shown: Bounds = { x: view.x, y: view.y, width: size.width * mmPerPx, height: size.height * mmPerPx };
  const names = size.width >= 300;
  const [placed, setPlaced] = useState<{ layout: string; labels: readonly Label[] }>({ layout: '', labels: [] });
  const layout =
    answer && !held && (lever === 0 || lever === 1 || placed.layout === '')
      ? JSON.stringify([
          answer.solved.name,
          drive.pulleys.map((p) => [p.x, p.y, p.label]),
          marks.map((m) => [m.x, m.y]),
          answer.pose.belts.map((b) => b.stops.length > 0),
          Math.round(Math.log2(mmPerPx) * 4),
          Math.round(size.width / 40),
          names,
        ])
      : null;
  // Updated after the drive, the lever or the zoom settles, not while the mechanism moves.
  if (answer && layout !== null && layout !== placed.layout && answer.pose.pulleys.length === drive.pulleys.length) {
    setPlaced({
      layout,
      labels: placeLabels(
        drive,
        answer.pose,
        mmPerPx,
        drive.pulleys.map((p) => 26 + (names ? textWidth(p.label ?? p.id) + 8 : 0)),
        shown,
        [...marks, ...underActions(shown, mmPerPx)],
      ),
    });
  }

  const snapped = (id: string, x: number, y: number, free: boolean) => {
    if (free) return { x, y, guide: { x: null, y: null } };
    const others = [...drive.pulleys, ...marks].filter((p) => p.id !== id);
    const near = (v: number, list: number[]) => list.find((o) => Math.abs(o - v) < SNAP_PX * mmPerPx) ?? null;
    const gx = near(
      x,
      others.map((p) => p.x),
    );
    const gy = near(
      y,
      others.map((p) => p.y),
    );
    return { x: gx ?? Math.round(x / GRID_MM) * GRID_MM, y: gy ?? Math.round(y / GRID_MM) * GRID_MM, guide: { x: gx, y: gy } };
  };

  const press = (event: KeyboardEvent, id: string) => {
    if (onTap && (event.key === 'Enter' || event.key === ' ')) {
      event.preventDefault();
      onTap(id);
      return;
    }
    const steps: Record<string, [number, number]> = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] };
    const step = steps[event.key];
    if (!step || !onMovePulley) return;
    event.preventDefault();
    const p = placeOf(id)!;
    const by = event.shiftKey ? 10 : 1;
    onMovePulley(id, p.x + step[0] * by, p.y + step[1] * by, true);
  };

  const chosen = drive.pulleys.find((p) => p.id === selected);
  return (
    <Box
      sx={{
        border: '1px solid var(--ts-edge)',
        borderRadius: '4px',
        bgcolor: 'var(--ts-card)',
        overflow: 'hidden',
        display: 'flex',
        flexDirection: 'column',
        height: '100%',
      }}
    >
      <Box sx={{ position: 'relative', flex: 1, minHeight: height }}>
        <Box
          ref={box}
          tabIndex={-1}
          sx={{ position: 'absolute', inset: 0, touchAction: 'none', cursor: onMovePulley ? 'default' : 'grab', outline: 'none' }}
        >
          <svg
            width="100%"
            height="100%"
            viewBox={`${shown.x} ${shown.y} ${shown.width} ${shown.height}`}
            preserveAspectRatio="xMidYMid meet"
            role="group"
            aria-label={`Drawing of ${drive.name}, ${lever <= 0 ? 'released' : lever >= 1 ? 'engaged' : `lever at ${Math.round(lever * 100)}%`}`}
            style={{ display: 'block', userSelect: 'none' }}
            className="ts-plate"
          >
            <Ground view={shown} mmPerPx={mmPerPx} />
            <Guides at={guide} view={shown} px={mmPerPx} />
            {/* Crosses are below the drawing, so that its names stay readable. */}
            <Crosses marks={marks} selected={selected ?? null} px={mmPerPx} />
            {answer &&
              answer.pose.pulleys.length === drive.pulleys.length &&
              answer.pose.belts.length === drive.belts.length &&
              answer.pose.springs.length === drive.springs.length && (
                <Drawing
                  drive={drive}
                  pose={answer.pose}
                  solved={answer.solved}
                  speeds={answer.speeds}
                  labels={placed.labels}
                  mmPerPx={mmPerPx}
                  ink={SCREEN_INK}
                  names={names}
                  {...(focusBelt === undefined ? {} : { focusBelt })}
                  selected={selected ?? null}
                />
              )}
            {marks.map((m) => (
              <MarkHandle
                key={m.id}
                mark={m}
                px={mmPerPx}
                named={names && selected === m.id}
                {...(onMovePulley ? { onPress: (event: KeyboardEvent) => press(event, m.id) } : {})}
                onFocus={() => onSelect?.(m.id)}
              />
            ))}
            {lit && answer && <Lights lit={lit} pulleys={drive.pulleys} places={answer.pose.pulleys} px={mmPerPx} />}
            {loose && <LooseRings ids={loose} pulleys={drive.pulleys} marks={marks} px={mmPerPx} />}
            {answer &&
              (onSelect || onTap) &&
              drive.pulleys.map((p, i) => {
                const c = answer.pose.pulleys[i] ?? p;
                return (
                  <circle
                    key={p.id}
                    data-grip={p.id}
                    cx={c.x}
                    cy={-c.y}
                    r={Math.max(p.outsideDiameter / 2, 22 * mmPerPx)}
                    fill="transparent"
                    tabIndex={0}
                    role="button"
                    aria-pressed={selected === p.id}
                    aria-label={`${i + 1} ${p.label ?? p.id}${onMovePulley ? '; arrow keys move it' : ''}`}
                    style={{ cursor: onMovePulley ? 'move' : 'pointer' }}
                    onKeyDown={(e) => press(e, p.id)}
                    onFocus={() => onSelect?.(p.id)}
                  />
                );
              })}
          </svg>
        </Box>
        <Box className="ts-screen-only" sx={{ position: 'absolute', top: 4, right: 4, display: 'flex' }}>
          <Tooltip title="Show all">
            <IconButton aria-label="Show the whole drive" onClick={showAll}>
              <Icon name="fit" size={20} />
            </IconButton>
          </Tooltip>
          {answer && <SaveMenu drive={drive} answer={answer} lever={lever} />}
        </Box>
        {chosen && onMovePulley && !sketch && (
          <Box className="ts-mono" sx={{ position: 'absolute', left: 12, top: 12, fontSize: 13, bgcolor: 'var(--ts-card)', px: 1 }}>
            {show(chosen.x, 'length')}, {show(chosen.y, 'length')}
          </Box>
        )}
      </Box>
      {moved && <LeverSlider by={moved} lever={lever} onLever={onLever} />}
    </Box>
  );
}

/** Corner of the buttons, which must stay free of names. */
const underActions = (shown: Bounds, px: number) =>
  [12, 36, 60, 84].flatMap((fromRight) =>
    [16, 40].map((down) => ({ x: shown.x + shown.width - fromRight * px, y: -(shown.y + down * px) })),
  );
