import {
  loopOfTaps,
  spansNear,
  stopsOfRoute,
  UNKNOWN_NOW,
  type Notebook,
  type NotebookPhoto,
  type Tangent,
  type TappedLoop,
} from '@/core/survey';
import type { Spot } from '@/ui/viewport';
import { freshId } from './changes';

/** Millimetres of the sketch across the longer side of a photo. */
const SKETCH_MM = 800;

const ORDINALS = ['Second', 'Third', 'Fourth', 'Fifth', 'Sixth', 'Seventh', 'Eighth', 'Ninth', 'Tenth'] as const;

/** Name of a new pulley, until it is renamed. */
const nameOf = (before: number): string => (before === 0 ? 'Engine pulley' : `${ORDINALS[before - 1] ?? `Number ${before + 1}`} pulley`);

/** Notebook with a pulley that was tapped on a photo. The first one drives. The sketch has it where the photo shows it. */
export function withPulleyTapped(notebook: Notebook, photo: NotebookPhoto, at: Spot): { notebook: Notebook; id: string } {
  const first = notebook.pulleys.length === 0;
  const id = freshId(
    notebook.pulleys.map((p) => p.id),
    'pulley',
  );
  const scale = SKETCH_MM / Math.max(photo.width, photo.height);
  const side = photo.fromBelow === true ? -1 : 1;
  const pulley: Notebook['pulleys'][number] = {
    id,
    label: nameOf(notebook.pulleys.length),
    role: first ? 'driver' : 'driven',
    face: 'v',
    outsideDiameter: null,
    taken: 'caliper',
    sameAs: null,
    sketch: { x: Math.round(side * scale * (at[0] - photo.width / 2)), y: Math.round(scale * (photo.height / 2 - at[1])) },
    ...(first ? { rpm: 3000, rotation: 'cw' as const } : {}),
  };
  return { id, notebook: { ...notebook, pulleys: [...notebook.pulleys, pulley] } };
}

/** Taps on the spans of a belt, on all photos. */
const tapsOf = (notebook: Notebook, belt: string) =>
  notebook.photos.map(({ marks, fromBelow, spans }) => ({
    marks: marks.filter((m) => m.radius !== undefined),
    fromBelow,
    spans: spans.filter((s) => s.belt === belt).map((s): Spot => s.at),
  }));

/** Loop of a belt from its taps on all photos. */
export const loopOf = (notebook: Notebook, belt: string): TappedLoop => loopOfTaps(tapsOf(notebook, belt));

/** Span of each tap of a belt on one photo, in the order of its taps. */
export function spansOn(notebook: Notebook, photoId: string, belt: string): readonly (Tangent | null)[] {
  const taps = tapsOf(notebook, belt);
  const at = notebook.photos.findIndex((p) => p.id === photoId);
  const before = taps.slice(0, at).reduce((sum, p) => sum + p.spans.length, 0);
  return loopOfTaps(taps).spans.slice(before, before + (taps[at]?.spans.length ?? 0));
}

/** A tap this close to an earlier one removes it, as a share of the longer side. */
const AGAIN_SHARE = 0.025;

const sameLine = (a: Tangent, b: Tangent) => a.ends.every(([x, y], k) => Math.hypot(x - b.ends[k]![0], y - b.ends[k]![1]) < 1);

/**
 * Notebook after a tap on a span of a belt: the span is added, or removed if it was there. A loop that is closed becomes
 * the route of the belt. Null if no span is near the tap.
 */
export function withSpanTapped(notebook: Notebook, photoId: string, belt: string, at: Spot): Notebook | null {
  const photo = notebook.photos.find((p) => p.id === photoId)!;
  const marks = photo.marks.filter((m) => m.radius !== undefined);
  const near = spansNear({ marks, fromBelow: photo.fromBelow }, at);
  if (near.length === 0) return null;
  const own = photo.spans.filter((s) => s.belt === belt);
  // Lines can run close together. A tap then removes a span only at the place where that was tapped.
  const close = AGAIN_SHARE * Math.max(photo.width, photo.height);
  const there = spansOn(notebook, photoId, belt).findIndex(
    (s, k) =>
      (s !== null && near.length === 1 && sameLine(s, near[0]!)) || Math.hypot(own[k]!.at[0] - at[0], own[k]!.at[1] - at[1]) < close,
  );
  const kept = there < 0 ? [...own, { belt, at: [at[0], at[1]] as [number, number] }] : own.filter((_, k) => k !== there);
  const spans = [...photo.spans.filter((s) => s.belt !== belt), ...kept];
  return withTappedRoute({ ...notebook, photos: notebook.photos.map((p) => (p.id === photoId ? { ...p, spans } : p)) }, belt);
}

/**
 * Notebook with the route of a belt from its taps. While they close no loop, the belt has no route. A pulley on the back
 * of the belt without a load is an idler with a flat face. Without taps the route stays as it is.
 */
export function withTappedRoute(notebook: Notebook, belt: string): Notebook {
  const { route } = loopOf(notebook, belt);
  if (!route.ok && route.why === 'none') return notebook;
  if (!route.ok) return { ...notebook, belts: notebook.belts.map((b) => (b.id === belt ? { ...b, route: [] } : b)) };
  const roles = new Map(notebook.pulleys.map((p) => [p.id, p.role]));
  const stops = stopsOfRoute(route.stops, (id) => roles.get(id) === 'driver');
  const onBack = new Set(stops.filter((s) => s.contact === 'back').map((s) => s.pulley));
  return {
    ...notebook,
    belts: notebook.belts.map((b) => (b.id === belt ? { ...b, route: stops } : b)),
    pulleys: notebook.pulleys.map((p) =>
      onBack.has(p.id) && p.role === 'driven' && p.powerKw === undefined && p.face === 'v' ? { ...p, role: 'idler', face: 'flat' } : p,
    ),
  };
}

/** Notebook with a belt, and the belt that taps on a photo route: the first. */
export function withTappedBelt(notebook: Notebook): { notebook: Notebook; belt: string } {
  const first = notebook.belts[0];
  if (first) return { notebook, belt: first.id };
  return {
    notebook: {
      ...notebook,
      belts: [{ id: 'belt', label: 'Belt', section: '4L', route: [], asks: '', now: UNKNOWN_NOW }],
    },
    belt: 'belt',
  };
}
