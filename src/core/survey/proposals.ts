import type { Drive } from '../drive';
import { NOT_MEASURED, type Notebook, type NotebookMeasure } from './notebook';

interface Spot {
  readonly id: string;
  readonly x: number;
  readonly y: number;
  readonly pulley: boolean;
  readonly pivot: boolean;
}

/** Places in the order of a walk round the deck: along each belt from its driver, then pivots, spring ends and keepers. */
function walkingOrder(notebook: Notebook): Spot[] {
  const pulleys = new Map(notebook.pulleys.map((p) => [p.id, p]));
  const order: string[] = [];
  for (const belt of notebook.belts) {
    const start = Math.max(
      0,
      belt.route.findIndex((s) => pulleys.get(s.pulley)?.role === 'driver'),
    );
    for (let k = 0; k < belt.route.length; k++) order.push(belt.route[(start + k) % belt.route.length]!.pulley);
  }
  const drivers = notebook.pulleys.filter((p) => p.role === 'driver').map((p) => p.id);
  const shafts = new Set<string>();
  const spots: Spot[] = [];
  for (const id of new Set([...(order.length === 0 ? drivers : []), ...order, ...pulleys.keys()])) {
    const p = pulleys.get(id);
    if (!p || (p.shaft !== undefined && shafts.has(p.shaft))) continue;
    if (p.shaft !== undefined) shafts.add(p.shaft);
    spots.push({ id, ...p.sketch, pulley: true, pivot: false });
  }
  const pivots = new Set(notebook.arms.map((a) => a.pivot));
  const points = [...notebook.points].sort((a, b) => Number(pivots.has(b.id)) - Number(pivots.has(a.id)));
  return [...spots, ...points.map((p) => ({ id: p.id, ...p.sketch, pulley: false, pivot: pivots.has(p.id) }))];
}

/** Cost of two anchors for a place, by the sketch: a flat intersection and a long tape are both bad. */
function badness(spot: Spot, a: Spot, b: Spot): number {
  const [ux, uy, vx, vy] = [a.x - spot.x, a.y - spot.y, b.x - spot.x, b.y - spot.y];
  const [l, m] = [Math.hypot(ux, uy) || 1, Math.hypot(vx, vy) || 1];
  const sine = Math.abs(ux * vy - uy * vx) / (l * m);
  return 1 / Math.max(0.05, sine) + (l + m) / 800;
}

/**
 * Measurements that a notebook still needs, without values, in walking order. Every place has ties to two earlier ones
 * with a good intersection in the sketch. Every pulley past the third and every pivot has one spare. The first pair is
 * measured twice if nothing else can be spare.
 */
export function proposeMeasures(notebook: Notebook): NotebookMeasure[] {
  const spots = walkingOrder(notebook);
  const tied = new Map<string, Set<string>>();
  const tie = (a: string, b: string) => {
    tied.set(a, (tied.get(a) ?? new Set()).add(b));
    tied.set(b, (tied.get(b) ?? new Set()).add(a));
  };
  for (const m of notebook.measures)
    if ((m.kind === 'centres' || m.kind === 'outside' || m.kind === 'inside') && m.skipped !== true) tie(...m.between);
  const names = new Set(notebook.measures.map((m) => m.id));
  const proposed: NotebookMeasure[] = [];
  const add = (kind: 'centres' | 'outside', a: string, b: string) => {
    let id = `${kind === 'centres' ? '' : 'over-'}${a}-${b}`.slice(0, 56);
    for (let n = 2; names.has(id); n++) id = `${id.slice(0, 56)}-${n}`;
    names.add(id);
    tie(a, b);
    proposed.push({ id, kind, between: [a, b], value: null });
  };
  spots.forEach((spot, k) => {
    if (k === 0) return;
    const before = spots.slice(0, k).filter((s) => s.pulley || !spot.pulley);
    const anchors = before.filter((s) => s.pulley);
    const pulleysBefore = anchors.length;
    const wanted = Math.min(pulleysBefore, spot.pulley ? (pulleysBefore >= 3 ? 3 : 2) : spot.pivot ? 3 : 2);
    const measuredOtherwise = notebook.measures.some(
      (m) =>
        m.value !== null && (('of' in m && m.of === spot.id) || notebook.photos.some((p) => p.marks.some((mark) => mark.of === spot.id))),
    );
    if (measuredOtherwise) return;
    const has = () => [...(tied.get(spot.id) ?? [])].filter((id) => anchors.some((s) => s.id === id));
    while (has().length < wanted) {
      const standing = has();
      const free = anchors.filter((s) => !standing.includes(s.id));
      const first = anchors.find((s) => s.id === standing[0]);
      const near = (s: Spot) =>
        first
          ? badness(spot, first, s)
          : Math.hypot(s.x - spot.x, s.y - spot.y) / 400 + Math.min(...free.filter((o) => o !== s).map((o) => badness(spot, s, o)), 10);
      const next = free.sort((a, b) => near(a) - near(b))[0]!;
      add('centres', next.id, spot.id);
    }
  });
  const pulleys = spots.filter((s) => s.pulley);
  const spare =
    notebook.measures.length + proposed.length > 0 &&
    pulleys.length <= 3 &&
    pulleys.length >= 2 &&
    ![...notebook.measures, ...proposed].some((m) => m.kind === 'outside');
  if (spare) add('outside', pulleys[0]!.id, pulleys[1]!.id);
  return proposed;
}

/** Nothing known of the belt that is on it. */
export const UNKNOWN_NOW = {
  by: 'unknown' as const,
  designation: '',
  outsideMm: null,
  taut: false,
  isNew: false,
  topMm: null,
  depthMm: null,
  angleDeg: null,
  ribs: null,
};

const planeId = (z: number) => `plane-${String(z).replace(/[^\d]/g, '-')}`;

/** Planes of the grooves of a drive, with heights to be measured. Empty if there is only one. */
function planesOf(drive: Drive): Notebook['planes'] {
  const heights = [...new Set(drive.pulleys.map((p) => p.z ?? 0))].filter((z) => z !== 0);
  if (heights.length === 0) return [];
  return [
    { id: 'plane-0', label: 'Main plane', height: 0 },
    ...heights.map((z, i) => ({ id: planeId(z), label: `Plane ${i + 2}`, height: null })),
  ];
}

/**
 * New notebook with the parts of a drive, without measurements. The positions of the drive become the sketch. Its sizes
 * and springs are not copied.
 */
export function notebookFor(drive: Drive): Notebook {
  const points: Notebook['points'] = [];
  const point = (id: string, label: string, at: { x: number; y: number }) => {
    points.push({ id, label, sketch: { x: at.x, y: at.y } });
    return id;
  };
  const arms = drive.tensioners.map((t): Notebook['arms'][number] => ({
    id: t.id,
    label: t.label ?? t.id,
    kind: t.kind,
    pivot: t.kind === 'pivot' ? point(`${t.id}-pivot`.slice(0, 60), `Pivot of the ${(t.label ?? t.id).toLowerCase()}`, t.pivot) : null,
    carries: [...t.carries],
    stood: 'released',
    brake: drive.brakes.find((b) => b.tensioner === t.id)?.label ?? null,
    ends: [],
  }));
  const springs = drive.springs.map((given): Notebook['springs'][number] => {
    // The end that the lever pulls, if one is pulled, is the one called `from`.
    const s = given.to.leverTravel && !given.from.leverTravel ? { ...given, from: given.to, to: given.from } : given;
    const name = (s.label ?? s.id).toLowerCase();
    return {
      id: s.id,
      label: s.label ?? s.id,
      kind: s.kind,
      freeLength: null,
      rate: {
        by: 'scale',
        pulls: [
          { lengthMm: null, forceN: null },
          { lengthMm: null, forceN: null },
        ],
      },
      from: {
        body: s.from.body,
        point: point(`${s.id}-from`.slice(0, 60), `${s.from.body === 'frame' ? 'Anchor' : 'Arm end'} of the ${name}`, s.from),
      },
      to: {
        body: s.to.body,
        point: point(`${s.id}-to`.slice(0, 60), `${s.to.body === 'frame' ? 'Anchor' : 'Arm end'} of the ${name}`, s.to),
      },
      lever: s.from.leverTravel
        ? {
            pulledTo: point(`${s.id}-pulled`.slice(0, 60), `Lever end of the ${name}, pulled`, {
              x: s.from.x + s.from.leverTravel.dx,
              y: s.from.y + s.from.leverTravel.dy,
            }),
            released: null,
            engaged: null,
          }
        : null,
      adjuster: s.from.adjuster
        ? { label: drive.adjusters.find((a) => a.id === s.from.adjuster!.id)?.label ?? 'Adjuster', travel: null }
        : null,
    };
  });
  const keepers = drive.keepers.map((k) => ({
    id: k.id,
    label: k.label ?? k.id,
    near: k.near,
    point: point(`${k.id}-at`.slice(0, 60), k.label ?? 'Keeper', k),
    gap: null,
  }));
  const notebook: Notebook = {
    format: 'taut-sheave/notebook',
    version: 1,
    name: drive.name,
    kind: drive.kind,
    notes: '',
    planes: planesOf(drive),
    pulleys: drive.pulleys.map((p) => ({
      id: p.id,
      label: p.label ?? p.id,
      role: p.role,
      face: p.face,
      outsideDiameter: null,
      taken: 'caliper' as const,
      sameAs: null,
      sketch: { x: p.x, y: p.y },
      ...(p.z !== undefined && p.z !== 0 ? { plane: planeId(p.z) } : {}),
      ...(p.shaft !== undefined ? { shaft: p.shaft } : {}),
      ...(p.rpm !== undefined ? { rpm: p.rpm } : {}),
      ...(p.rotation ? { rotation: p.rotation } : {}),
      ...(p.powerKw !== undefined ? { powerKw: p.powerKw } : {}),
      ...(p.ride !== undefined ? { ride: p.ride } : {}),
      ...(p.variable ? { variable: NOT_MEASURED } : {}),
    })),
    points,
    belts: drive.belts.map((b) => ({
      id: b.id,
      label: b.label ?? b.id,
      section: b.section,
      ...(b.measured
        ? {
            measured: {
              top: b.measured.top,
              depth: b.measured.depth,
              ...(b.measured.angle === undefined ? {} : { angle: b.measured.angle }),
            },
          }
        : {}),
      ...(b.count ? { count: b.count } : {}),
      route: b.route.map(({ pulley, contact }) => ({ pulley, contact })),
      asks: '',
      now: UNKNOWN_NOW,
    })),
    arms,
    springs,
    keepers,
    measures: [],
    sides: [],
    photos: [],
    typed: {},
    tapeSd: 2,
    diameterSd: 0.3,
  };
  return { ...notebook, arms: notebook.arms.map((a) => ({ ...a, ends: proposeEnds(notebook, a) })), measures: proposeMeasures(notebook) };
}

/**
 * Distances for the ends of travel of an arm and the point where its brake applies: from its pulley to the two nearest
 * fixed ones.
 */
export function proposeEnds(notebook: Notebook, arm: Notebook['arms'][number]): Notebook['arms'][number]['ends'] {
  const carried = notebook.pulleys.find((p) => p.id === arm.carries[0]);
  if (!carried) return [];
  const moving = new Set(notebook.arms.flatMap((a) => a.carries));
  const away = (p: { sketch: { x: number; y: number } }) => Math.hypot(p.sketch.x - carried.sketch.x, p.sketch.y - carried.sketch.y);
  const fixed = notebook.pulleys
    .filter((p) => !moving.has(p.id))
    .sort((a, b) => away(a) - away(b))
    .slice(0, 2);
  const places = (['released', 'engaged', ...(arm.brake !== null ? ['brake' as const] : [])] as const).filter((at) => at !== arm.stood);
  return places.flatMap((at) =>
    fixed.map((to) => ({ id: `${at}-${to.id}`.slice(0, 60), at, kind: 'centres' as const, from: carried.id, to: to.id, value: null })),
  );
}
