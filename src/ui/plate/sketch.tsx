'use client';

import { useMemo } from 'react';
import { compileDrive, stopsOf, type Drive, type Pose } from '@/core/drive';
import { usePose } from '@/client/solver';
import { boundsOf, svgPath, vSide, writeLoop } from './outline';

const NONE: readonly string[] = [];

/** A drive small and plain, engaged: its pulleys, its belts, nothing to touch. As it is drawn until a worker has solved it. Empty where it has no pulleys. */
export function DriveSketch({
  drive,
  height = 96,
  marked = NONE,
}: {
  drive: Drive;
  height?: number;
  /** Pulleys that are pointed at. */
  marked?: readonly string[];
}) {
  const drawn = useMemo(() => drawnOf(drive), [drive]);
  const request = useMemo(() => (drawn ? { drive, lever: 1 } : null), [drawn, drive]);
  const { answer } = usePose(request);
  const solved = answer?.ok && answer.answer.problem === null ? answer.answer : null;
  if (drive.pulleys.length === 0) return <svg height={height} width="100%" aria-hidden focusable="false" />;
  const pose = solved?.pose ?? drawn;
  const { x, y, width, height: tall } = boundsOf(drive);
  return (
    <svg viewBox={`${x} ${y} ${width} ${tall}`} height={height} width="100%" aria-hidden focusable="false" style={{ display: 'block' }}>
      {drive.pulleys.map((p, i) => (
        <circle
          key={p.id}
          cx={pose?.pulleys[i]?.x ?? p.x}
          cy={-(pose?.pulleys[i]?.y ?? p.y)}
          r={p.outsideDiameter / 2}
          fill={p.role === 'idler' ? 'var(--ts-work-soft)' : 'var(--ts-sand)'}
          stroke={marked.includes(p.id) ? 'var(--ts-copper)' : 'var(--ts-quiet)'}
          strokeWidth={marked.includes(p.id) ? 5 : 2}
          vectorEffect="non-scaling-stroke"
        />
      ))}
      {pose?.belts.map(({ stops }, b) => {
        if (stops.length === 0) return null;
        const path = svgPath();
        writeLoop(path, pose, drive.belts[b]!.route, stops, vSide(drive, b, stops), 0, solved?.solved.belts[b]?.slack ?? 0);
        return (
          <path
            key={drive.belts[b]!.id}
            d={path.text()}
            fill="none"
            stroke="var(--ts-belt)"
            strokeWidth={3}
            vectorEffect="non-scaling-stroke"
          />
        );
      })}
    </svg>
  );
}

/** A drive as it is drawn, its belts taut round it; null where they cannot be laid so. */
function drawnOf(drive: Drive): Pose | null {
  const made = compileDrive(drive);
  if (!made.ok) return null;
  return {
    pulleys: drive.pulleys.map(({ x, y }) => ({ x, y })),
    belts: drive.belts.map((_, b) => ({ stops: stopsOf(made.compiled.belts[b]!.plan, made.compiled.belts[b]!.drawnTrace) })),
    springs: [],
  };
}
