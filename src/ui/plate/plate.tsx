'use client';

import Box from '@mui/material/Box';
import IconButton from '@mui/material/IconButton';
import Tooltip from '@mui/material/Tooltip';
import type { KeyboardEvent } from 'react';
import { sliderInput, type Drive } from '@/core/drive';
import type { PoseAnswer } from '@/services/solver';
import { Icon } from '../icons';
import { useUnits } from '../units';
import { Drawing } from './drawing';
import { Grips } from './grips';
import { SCREEN_INK } from './ink';
import { LeverSlider } from './lever-slider';
import { Lights, type Light } from './lights';
import { Crosses, Ground, Guides, LooseRings, MarkHandle, type PlateMark } from './marks';
import { SaveMenu } from './save-menu';
import { useLabels } from './use-labels';
import { usePlateView, type PlateView } from './use-plate-view';

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

const NO_MARKS: readonly PlateMark[] = [];
/** Narrower drawings have numbers only, pixels. */
const NAMES_FROM_PX = 300;

/** A pose of another version of the drive does not fit its drawing. */
const fits = (drive: Drive, { pose }: PoseAnswer): boolean =>
  pose.pulleys.length === drive.pulleys.length && pose.belts.length === drive.belts.length && pose.springs.length === drive.springs.length;

const leverWords = (lever: number): string => (lever <= 0 ? 'released' : lever >= 1 ? 'engaged' : `lever at ${Math.round(lever * 100)}%`);

/**
 * The drive to scale. Drag the ground to pan, wheel or pinch to zoom; where it may be edited drag a pulley, or choose it and nudge it with the
 * arrow keys. The slider moves the real mechanism.
 */
export function Plate(props: PlateProps) {
  const { drive, answer, lever, onLever, selected, onSelect, onMovePulley, onTap, marks = NO_MARKS, sketch = false, height = 380 } = props;
  const moved = sliderInput(drive);
  const { box, ...view } = usePlateView({ drive, marks, onSelect, onMovePulley, onTap });
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
          <Scene {...props} marks={marks} view={view} />
        </Box>
        <Box className="ts-screen-only" sx={{ position: 'absolute', top: 4, right: 4, display: 'flex' }}>
          <Tooltip title="Show all">
            <IconButton aria-label="Show the whole drive" onClick={view.showAll}>
              <Icon name="fit" size={20} />
            </IconButton>
          </Tooltip>
          {answer && <SaveMenu drive={drive} answer={answer} lever={lever} />}
        </Box>
        {chosen && onMovePulley && !sketch && <Place at={chosen} />}
      </Box>
      {moved && <LeverSlider by={moved} lever={lever} onLever={onLever} />}
    </Box>
  );
}

/** Coordinates of the chosen pulley. */
function Place({ at }: { readonly at: { readonly x: number; readonly y: number } }) {
  const { show } = useUnits();
  return (
    <Box className="ts-mono" sx={{ position: 'absolute', left: 12, top: 12, fontSize: 13, bgcolor: 'var(--ts-card)', px: 1 }}>
      {show(at.x, 'length')}, {show(at.y, 'length')}
    </Box>
  );
}

/** Drawing with its marks, and the areas over it that pointers and keys use. */
function Scene({
  drive,
  answer,
  lever,
  focusBelt,
  selected = null,
  onSelect,
  onMovePulley,
  onTap,
  marks,
  loose,
  lit,
  view,
}: PlateProps & { readonly marks: readonly PlateMark[]; readonly view: PlateView }) {
  const { shown, mmPerPx, size, guide, press } = view;
  const names = size.width >= NAMES_FROM_PX;
  const labels = useLabels({ drive, answer, lever, marks }, view, names);
  return (
    <svg
      width="100%"
      height="100%"
      viewBox={`${shown.x} ${shown.y} ${shown.width} ${shown.height}`}
      preserveAspectRatio="xMidYMid meet"
      role="group"
      aria-label={`Drawing of ${drive.name}, ${leverWords(lever)}`}
      style={{ display: 'block', userSelect: 'none' }}
      className="ts-plate"
    >
      <Ground view={shown} mmPerPx={mmPerPx} />
      <Guides at={guide} view={shown} px={mmPerPx} />
      {/* Crosses are below the drawing, so that its names stay readable. */}
      <Crosses marks={marks} selected={selected} px={mmPerPx} />
      {answer && fits(drive, answer) && (
        <Drawing
          drive={drive}
          pose={answer.pose}
          solved={answer.solved}
          speeds={answer.speeds}
          labels={labels}
          mmPerPx={mmPerPx}
          ink={SCREEN_INK}
          names={names}
          {...(focusBelt === undefined ? {} : { focusBelt })}
          selected={selected}
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
      {answer && (onSelect || onTap) && (
        <Grips
          pulleys={drive.pulleys}
          places={answer.pose.pulleys}
          mmPerPx={mmPerPx}
          selected={selected}
          movable={onMovePulley !== undefined}
          onKey={press}
          onFocus={(id) => onSelect?.(id)}
        />
      )}
    </svg>
  );
}
