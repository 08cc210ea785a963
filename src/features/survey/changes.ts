import { diameterOf, proposeEnds, proposeMeasures, type Notebook, type NotebookArm } from '@/core/survey';

/** A new id. It is random, since two people may add parts with the same stem. */
export function freshId(taken: readonly string[], stem: string, lot: () => number = Math.random): string {
  for (;;) {
    const id = `${stem}-${Math.floor(lot() * 36 ** 6).toString(36)}`;
    if (!taken.includes(id)) return id;
  }
}

/** Free ground between rims on the sketch, mm: room for a usual pulley and its name. */
const ROOM_MM = 110;

/** A place on the sketch with nothing on it: the one nearest to the middle of what is drawn. */
export function freeSpot(notebook: Notebook): { x: number; y: number } {
  const taken = [
    ...notebook.pulleys.map((p) => ({ ...p.sketch, r: (diameterOf(notebook, p.id) ?? 100) / 2 })),
    ...notebook.points.map((p) => ({ ...p.sketch, r: 0 })),
  ];
  if (taken.length === 0) return { x: 0, y: 0 };
  const middle = { x: taken.reduce((s, p) => s + p.x, 0) / taken.length, y: taken.reduce((s, p) => s + p.y, 0) / taken.length };
  for (let away = 0; ; away += 30)
    for (let turn = 0; turn < 24; turn++) {
      const spot = {
        x: Math.round(middle.x + away * Math.cos((turn * Math.PI) / 12)),
        y: Math.round(middle.y + away * Math.sin((turn * Math.PI) / 12)),
      };
      if (taken.every((p) => Math.hypot(p.x - spot.x, p.y - spot.y) >= p.r + ROOM_MM)) return spot;
    }
}

/** Adds a point near another place on the sketch, and requests the measurements it needs. */
export function withPoint(notebook: Notebook, label: string, beside: { x: number; y: number }): { notebook: Notebook; id: string } {
  const id = freshId(
    notebook.points.map((p) => p.id),
    'point',
  );
  return { id, notebook: { ...notebook, points: [...notebook.points, { id, label, sketch: { x: beside.x + 70, y: beside.y + 50 } }] } };
}

/** Notebook with the sides of places relative to a line, replacing earlier answers for the same line. */
export function withSides(notebook: Notebook, sides: readonly Notebook['sides'][number][]): Notebook {
  const same = (a: Notebook['sides'][number], b: Notebook['sides'][number]) =>
    a.pulley === b.pulley && a.leftOf[0] === b.leftOf[0] && a.leftOf[1] === b.leftOf[1];
  return { ...notebook, sides: [...notebook.sides.filter((s) => !sides.some((n) => same(s, n))), ...sides] };
}

/** The notebook with the measures asked for that its places still need. */
export const askedFor = (notebook: Notebook): Notebook => ({ ...notebook, measures: [...notebook.measures, ...proposeMeasures(notebook)] });

/** Deletes a pulley or point with everything that refers to it, and requests the measurements that the drive then needs. */
export function withoutPlace(notebook: Notebook, id: string): Notebook {
  const speaks = (m: Notebook['measures'][number]) =>
    ('between' in m && m.between.includes(id)) || ('of' in m && m.of === id) || ('at' in m && m.at === id);
  return askedFor({
    ...notebook,
    pulleys: notebook.pulleys.filter((p) => p.id !== id).map((p) => (p.sameAs === id ? { ...p, sameAs: null } : p)),
    points: notebook.points.filter((p) => p.id !== id),
    belts: notebook.belts.map((b) => ({ ...b, route: b.route.filter((s) => s.pulley !== id) })),
    measures: notebook.measures.filter((m) => !speaks(m)),
    sides: notebook.sides.filter((s) => s.pulley !== id && !s.leftOf.includes(id)),
    keepers: notebook.keepers.filter((k) => k.near !== id && k.point !== id),
    arms: notebook.arms.map((a) => ({
      ...a,
      pivot: a.pivot === id ? null : a.pivot,
      carries: a.carries.filter((c) => c !== id),
      ends: a.ends.filter((e) => e.from !== id && e.to !== id),
    })),
    springs: notebook.springs
      .filter((s) => s.from.point !== id && s.to.point !== id)
      .map((s) => (s.lever?.pulledTo === id ? { ...s, lever: { ...s.lever, pulledTo: null } } : s)),
    photos: notebook.photos.map((p) =>
      p.marks.some((m) => m.of === id) ? { ...p, marks: p.marks.filter((m) => m.of !== id), spans: [] } : p,
    ),
  });
}

/** An arm changed, with the distances asked for that its ends now need; those that say nothing any more are dropped unless they were taken. */
export function withArm(notebook: Notebook, arm: NotebookArm): Notebook {
  const wanted = proposeEnds(notebook, arm);
  const kept = arm.ends.filter((e) => e.value !== null || (wanted.some((w) => w.at === e.at) && arm.carries.includes(e.from)));
  const ends = [...kept, ...wanted.filter((w) => !kept.some((e) => e.at === w.at))];
  return { ...notebook, arms: notebook.arms.map((a) => (a.id === arm.id ? { ...arm, ends } : a)) };
}

/** Deletes an arm with its pivot. Springs on the arm are attached to the frame. */
export function withoutArm(notebook: Notebook, id: string): Notebook {
  const arm = notebook.arms.find((a) => a.id === id);
  const loosened = (end: Notebook['springs'][number]['from']) => (end.body === id ? { ...end, body: 'frame' } : end);
  const next = {
    ...notebook,
    arms: notebook.arms.filter((a) => a.id !== id),
    springs: notebook.springs.map((s) => ({ ...s, from: loosened(s.from), to: loosened(s.to) })),
  };
  return arm?.pivot ? withoutPlace(next, arm.pivot) : next;
}

/** Takes a spring off with the points at its ends. */
export function withoutSpring(notebook: Notebook, id: string): Notebook {
  const spring = notebook.springs.find((s) => s.id === id);
  if (!spring) return notebook;
  const rest = { ...notebook, springs: notebook.springs.filter((s) => s.id !== id) };
  const others = new Set(rest.springs.flatMap((s) => [s.from.point, s.to.point, s.lever?.pulledTo]));
  const points = [spring.from.point, spring.to.point, ...(spring.lever?.pulledTo ? [spring.lever.pulledTo] : [])];
  return points.filter((p) => !others.has(p)).reduce(withoutPlace, rest);
}
