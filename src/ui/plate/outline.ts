import type { Drive, Pose, PoseStop } from '@/core/drive';

/** Takes lines and arcs; an SVG path and a list of points are two of them. Screen coordinates: y down. */
export interface PathWriter {
  moveTo(x: number, y: number): void;
  lineTo(x: number, y: number): void;
  curveTo(cx: number, cy: number, x: number, y: number): void;
  /** Along a circle; `clockwise` as seen on the screen. */
  arcTo(radius: number, large: boolean, clockwise: boolean, x: number, y: number): void;
}

export function svgPath(): PathWriter & { text(): string } {
  const parts: string[] = [];
  const n = (v: number) => v.toFixed(2);
  return {
    moveTo: (x, y) => void parts.push(`M${n(x)} ${n(y)}`),
    lineTo: (x, y) => void parts.push(`L${n(x)} ${n(y)}`),
    curveTo: (cx, cy, x, y) => void parts.push(`Q${n(cx)} ${n(cy)} ${n(x)} ${n(y)}`),
    arcTo: (r, large, clockwise, x, y) => void parts.push(`A${n(r)} ${n(r)} 0 ${large ? 1 : 0} ${clockwise ? 1 : 0} ${n(x)} ${n(y)}`),
    text: () => `${parts.join('')}Z`,
  };
}

/** +1 if the V side of the belt is left of the route in its listed order, −1 if right. */
export function vSide(drive: Drive, belt: number, stops: readonly PoseStop[]): 1 | -1 {
  const first = stops[0];
  if (!first) return 1;
  const contact = drive.belts[belt]!.route[first.stop]!.contact;
  return Math.sign(first.signedRadius) === (contact === 'v' ? 1 : -1) ? 1 : -1;
}

/** Sag of a span of length l with s more belt: a shallow arc of sag h is longer by 8h²/3l. */
export const sagOf = (slack: number, span: number): number => Math.sqrt((3 * Math.max(0, slack) * span) / 8);

/**
 * Writes the loop of one belt, `inset` mm towards its V side from the pitch line. Slack is shared by the spans in
 * proportion and drawn as a bow. The bow is away from the V side. It is towards it if an idler next to the span is
 * outside.
 */
export function writeLoop(
  writer: PathWriter,
  pose: Pose,
  route: Drive['belts'][number]['route'],
  stops: readonly PoseStop[],
  side: 1 | -1,
  inset: number,
  slackMm: number,
): void {
  const total = stops.reduce((sum, s) => sum + s.span, 0);
  const ends = stops.map((s, a) => {
    const next = stops[(a + 1) % stops.length]!;
    const from = pose.pulleys[s.pulley]!;
    const to = pose.pulleys[next.pulley]!;
    const r = s.signedRadius - side * inset;
    const rn = next.signedRadius - side * inset;
    return { x1: from.x + r * s.uy, y1: from.y - r * s.ux, x2: to.x + rn * s.uy, y2: to.y - rn * s.ux, r, rn, next };
  });
  writer.moveTo(ends[0]!.x1, -ends[0]!.y1);
  stops.forEach((s, a) => {
    const e = ends[a]!;
    const sag = sagOf((slackMm * s.span) / total, s.span);
    if (sag < 0.5) writer.lineTo(e.x2, -e.y2);
    else {
      const passed = route[(s.stop + 1) % route.length];
      const bow = 2 * sag * side * (e.next.stop !== (s.stop + 1) % route.length && passed?.contact === 'back' ? -1 : 1);
      writer.curveTo((e.x1 + e.x2) / 2 + bow * s.uy, -((e.y1 + e.y2) / 2 - bow * s.ux), e.x2, -e.y2);
    }
    const onward = ends[(a + 1) % stops.length]!;
    writer.arcTo(Math.abs(e.rn), e.next.wrap > Math.PI, e.rn < 0, onward.x1, -onward.y1);
  });
}

export interface Bounds {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** Bounds of everything visible, in screen coordinates (y down), with a margin. */
export function boundsOf(drive: Drive, marks: readonly { readonly x: number; readonly y: number }[] = []): Bounds {
  const xs: number[] = [];
  const ys: number[] = [];
  const add = (x: number, y: number, r = 0) => {
    xs.push(x - r, x + r);
    ys.push(-y - r, -y + r);
  };
  for (const p of drive.pulleys) add(p.x, p.y, p.outsideDiameter / 2 + 12);
  for (const s of drive.springs) {
    for (const e of [s.from, s.to]) {
      add(e.x, e.y, 8);
      if (e.leverTravel) add(e.x + e.leverTravel.dx, e.y + e.leverTravel.dy, 8);
    }
  }
  for (const t of drive.tensioners) if (t.kind === 'pivot') add(t.pivot.x, t.pivot.y, 14);
  for (const k of drive.keepers) add(k.x, k.y, 10);
  for (const m of marks) add(m.x, m.y, 14);
  if (xs.length === 0) add(0, 0, 200);
  const [left, right, top, bottom] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const margin = Math.max(24, 0.09 * Math.max(right - left, bottom - top));
  return { x: left - margin, y: top - margin, width: right - left + 2 * margin, height: bottom - top + 2 * margin };
}

/** Bounds widened to the shape of the box that shows them. */
export function fitted(b: Bounds, size: { width: number; height: number }): Bounds {
  const scale = Math.max(b.width / size.width, b.height / size.height);
  const [width, height] = [size.width * scale, size.height * scale];
  return { x: b.x + (b.width - width) / 2, y: b.y + (b.height - height) / 2, width, height };
}

export interface Label {
  readonly x: number;
  readonly y: number;
  readonly anchor: 'start' | 'middle' | 'end';
  /** Far enough off to need a line to its station. */
  readonly led: boolean;
}

/**
 * Position of the number and name of each pulley. It is an offset from its centre in mm, so that it moves along.
 * Sixteen directions at three distances are tried, largest pulleys first. The one with the least overlap with pulleys,
 * belts, springs and earlier labels is taken.
 * @param mmPerPx size of a screen pixel on the drawing
 * @param widths width of each label, px
 * @param avoid other places to leave free, y up
 */
export function placeLabels(
  drive: Drive,
  pose: Pose,
  mmPerPx: number,
  widths: readonly number[],
  bounds: Bounds,
  avoid: readonly { readonly x: number; readonly y: number }[] = [],
): Label[] {
  const placed: { x: number; y: number; w: number; h: number }[] = [];
  const dots = [...avoid, ...drive.keepers].flatMap(({ x, y }) => [-6, 0, 6].map((by) => ({ x: x + by * mmPerPx, y: -y + by * mmPerPx })));
  pose.belts.forEach((b) =>
    b.stops.forEach((s) => {
      const c = pose.pulleys[s.pulley]!;
      const [x, y] = [c.x + s.signedRadius * s.uy, c.y - s.signedRadius * s.ux];
      for (let t = 0; t <= s.span; t += 10 * mmPerPx) dots.push({ x: x + t * s.ux, y: -(y + t * s.uy) });
    }),
  );
  pose.springs.forEach(({ from, to }) => {
    for (let t = 0; t <= 1; t += 0.08) dots.push({ x: from[0] + t * (to[0] - from[0]), y: -(from[1] + t * (to[1] - from[1])) });
  });
  drive.tensioners.forEach((t) => {
    if (t.kind !== 'pivot') return;
    for (const id of t.carries) {
      const c = pose.pulleys[drive.pulleys.findIndex((p) => p.id === id)]!;
      for (let k = 0; k <= 1; k += 0.1) dots.push({ x: t.pivot.x + k * (c.x - t.pivot.x), y: -(t.pivot.y + k * (c.y - t.pivot.y)) });
    }
  });
  const labels: Label[] = [];
  const order = drive.pulleys.map((_, i) => i).sort((a, b) => drive.pulleys[b]!.outsideDiameter - drive.pulleys[a]!.outsideDiameter);
  for (const i of order) {
    const { x: cx, y: cyUp } = pose.pulleys[i]!;
    const cy = -cyUp;
    const radius = drive.pulleys[i]!.outsideDiameter / 2;
    const w = widths[i]! * mmPerPx;
    const h = 26 * mmPerPx;
    let best: (Label & { box: { x: number; y: number; w: number; h: number } }) | undefined;
    let least = Infinity;
    for (let k = 0; k < 48; k++) {
      const a = (k * Math.PI) / 8;
      const ring = Math.floor(k / 16);
      const reach = radius + (22 + 24 * ring) * mmPerPx;
      const dx = Math.cos(a) * reach;
      const dy = Math.sin(a) * reach;
      const anchor = Math.cos(a) > 0.35 ? 'start' : Math.cos(a) < -0.35 ? 'end' : 'middle';
      const box = {
        x: cx + dx - (anchor === 'start' ? 13 * mmPerPx : anchor === 'end' ? w - 13 * mmPerPx : w / 2),
        y: cy + dy - h / 2,
        w,
        h,
      };
      const pad = 5 * mmPerPx;
      let cost = (k % 8 === 0 ? 0 : 0.3) + 0.7 * ring;
      for (const d of dots) if (d.x > box.x - pad && d.x < box.x + box.w + pad && d.y > box.y - pad && d.y < box.y + box.h + pad) cost += 1;
      drive.pulleys.forEach((p, j) => {
        const c = pose.pulleys[j]!;
        const nx = Math.max(box.x, Math.min(c.x, box.x + box.w));
        const ny = Math.max(box.y, Math.min(-c.y, box.y + box.h));
        if (Math.hypot(nx - c.x, ny + c.y) < p.outsideDiameter / 2 + pad) cost += 6;
      });
      for (const o of placed)
        if (box.x < o.x + o.w + pad && o.x < box.x + box.w + pad && box.y < o.y + o.h + pad && o.y < box.y + box.h + pad) cost += 60;
      if (box.x < bounds.x || box.y < bounds.y || box.x + box.w > bounds.x + bounds.width || box.y + box.h > bounds.y + bounds.height)
        cost += 25;
      if (cost < least) {
        least = cost;
        best = { x: dx, y: dy, anchor, led: ring > 0, box };
      }
    }
    placed.push(best!.box);
    labels[i] = { x: best!.x, y: best!.y, anchor: best!.anchor, led: best!.led };
  }
  return labels;
}
