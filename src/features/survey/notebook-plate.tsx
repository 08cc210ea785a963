'use client';

import { useState } from 'react';
import type { Notebook } from '@/core/survey';
import { drawnPose } from '@/ui/plate/drawn-pose';
import { Plate } from '@/ui/plate/plate';
import { withStopTapped } from './route-by-tapping';
import type { Step } from './progress';
import type { NotebookDrawing } from './use-notebook-drawing';

type Write = (change: (now: Notebook) => Notebook, what?: string) => void;

const withSketchMoved = (now: Notebook, id: string, x: number, y: number): Notebook => ({
  ...now,
  pulleys: now.pulleys.map((p) => (p.id === id ? { ...p, sketch: { x, y } } : p)),
  points: now.points.map((p) => (p.id === id ? { ...p, sketch: { x, y } } : p)),
});

/** Drawing of a notebook. Pulleys are moved in the sketch, and a route is tapped on it. */
export function NotebookPlate({
  drawing,
  notebook,
  write,
  step,
  mayChange,
  belt,
}: {
  readonly drawing: NotebookDrawing;
  readonly notebook: Notebook;
  readonly write: Write;
  readonly step: Step;
  readonly mayChange: boolean;
  /** Belt with the route that is tapped. */
  readonly belt: string | null;
}) {
  const [selected, setSelected] = useState<string | null>(null);
  const { preview, pose, lever, setLever } = drawing;
  const tapStop = (id: string) => {
    const on = belt ?? notebook.belts[0]?.id;
    if (on) write((now) => withStopTapped(now, on, id));
  };
  return (
    <Plate
      drive={preview.drive}
      answer={pose ?? drawnPose(preview.drive)}
      lever={lever}
      onLever={setLever}
      sketch
      selected={selected}
      onSelect={setSelected}
      marks={preview.marks}
      loose={preview.loose}
      {...(mayChange && step === 'pulleys'
        ? { onMovePulley: (id: string, x: number, y: number) => write((now) => withSketchMoved(now, id, x, y), `sketch-${id}`) }
        : {})}
      {...(mayChange && step === 'route' ? { onTap: tapStop } : {})}
      height={250}
    />
  );
}
