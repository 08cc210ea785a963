'use client';

import { useState } from 'react';
import type { Drive } from '@/core/drive';
import type { PoseAnswer } from '@/services/solver';
import type { PlateMark } from './marks';
import { placeLabels, type Bounds, type Label } from './outline';
import { textWidth } from './station';
import type { PlateView } from './use-plate-view';

/** Corner of the buttons, which must stay free of names. */
const underActions = (shown: Bounds, px: number) =>
  [12, 36, 60, 84].flatMap((fromRight) =>
    [16, 40].map((down) => ({ x: shown.x + shown.width - fromRight * px, y: -(shown.y + down * px) })),
  );

/** Places of the names of the pulleys. Updated after the drive, the lever or the zoom settles, not while the mechanism moves. */
export function useLabels(
  { drive, answer, lever, marks }: { drive: Drive; answer: PoseAnswer | null; lever: number; marks: readonly PlateMark[] },
  { shown, mmPerPx, size, dragging }: PlateView,
  names: boolean,
): readonly Label[] {
  const [placed, setPlaced] = useState<{ layout: string; labels: readonly Label[] }>({ layout: '', labels: [] });
  if (!answer || dragging || answer.pose.pulleys.length !== drive.pulleys.length) return placed.labels;
  if (lever !== 0 && lever !== 1 && placed.layout !== '') return placed.labels;
  const layout = JSON.stringify([
    answer.solved.name,
    drive.pulleys.map((p) => [p.x, p.y, p.label]),
    marks.map((m) => [m.x, m.y]),
    answer.pose.belts.map((b) => b.stops.length > 0),
    Math.round(Math.log2(mmPerPx) * 4),
    Math.round(size.width / 40),
    names,
  ]);
  if (layout !== placed.layout)
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
  return placed.labels;
}
