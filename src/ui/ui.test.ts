import { describe, expect, it } from 'vitest';
import { answerState, newSolver, speedsOf, statesOf } from '@/core/drive';
import { compiled, DEMO_DRIVES, demoDrive } from '@/core/drive/sample-drives';
import { stepText } from './number-field';
import { routeWords } from './plate/card';
import { textWidth } from './plate/station';
import { boundsOf, placeLabels, sagOf, svgPath, vSide, writeLoop, type PathWriter } from './plate/outline';

function answered(name: string, state = 0) {
  const drive = demoDrive(name);
  const c = compiled(drive);
  const states = statesOf(drive);
  return { drive, answer: answerState(newSolver(c), states[Math.min(state, states.length - 1)]!, speedsOf(c)) };
}

/** A writer that measures instead of drawing. */
function ruler(): PathWriter & { total: number; gap: number } {
  let [x, y] = [0, 0];
  let first: [number, number] | undefined;
  const r = {
    total: 0,
    gap: 0,
    moveTo: (nx: number, ny: number) => {
      [x, y] = [nx, ny];
      first = [nx, ny];
    },
    lineTo: (nx: number, ny: number) => {
      r.total += Math.hypot(nx - x, ny - y);
      [x, y] = [nx, ny];
    },
    curveTo: (_cx: number, _cy: number, nx: number, ny: number) => {
      r.total += Math.hypot(nx - x, ny - y);
      [x, y] = [nx, ny];
    },
    arcTo: (radius: number, large: boolean, _clockwise: boolean, nx: number, ny: number) => {
      const half = Math.asin(Math.min(1, Math.hypot(nx - x, ny - y) / (2 * radius)));
      r.total += radius * (large ? 2 * Math.PI - 2 * half : 2 * half);
      [x, y] = [nx, ny];
      r.gap = first ? Math.hypot(x - first[0], y - first[1]) : 0;
    },
  };
  return r;
}

describe('the drawn loop', () => {
  it.each(DEMO_DRIVES)('%s: is closed and has the length of the geometry, engaged', (name) => {
    const { drive, answer } = answered(name, 1);
    answer.pose.belts.forEach(({ stops }, b) => {
      const measure = ruler();
      writeLoop(measure, answer.pose, drive.belts[b]!.route, stops, vSide(drive, b, stops), 0, 0);
      expect(measure.gap).toBeLessThan(1e-9);
      expect(measure.total).toBeCloseTo(answer.solved.belts[b]!.geometricLength, 6);
    });
  });
  it('is one circumference shorter if inset by a radius on the V side', () => {
    const { drive, answer } = answered('orchard-rider', 1);
    const { stops } = answer.pose.belts[0]!;
    const [outer, inner] = [0, 5].map((inset) => {
      const measure = ruler();
      writeLoop(measure, answer.pose, drive.belts[0]!.route, stops, vSide(drive, 0, stops), inset, 0);
      return measure.total;
    });
    expect(outer! - inner!).toBeCloseTo(2 * Math.PI * 5, 6);
  });
  it('is an SVG path of numbers', () => {
    const { drive, answer } = answered('airstrip-mower');
    const path = svgPath();
    writeLoop(path, answer.pose, drive.belts[0]!.route, answer.pose.belts[0]!.stops, 1, 0, 8);
    expect(path.text()).toMatch(/^M[-\d. ]+(?:[LQA][-\d. ]+)+Z$/);
  });
  it('a bow of the sag shown is longer by the slack', () => {
    const [slack, span] = [1, 400];
    const sag = sagOf(slack, span);
    const n = 20000;
    let length = 0;
    for (let i = 0; i < n; i++) {
      const y = (t: number) => 4 * sag * t * (1 - t);
      length += Math.hypot(span / n, y((i + 1) / n) - y(i / n));
    }
    expect(length - span).toBeCloseTo(slack, 2);
    expect(sagOf(-3, 400)).toBe(0);
  });
});

describe('labels', () => {
  it.each(DEMO_DRIVES)('%s: never overlap, and stay visible', (name) => {
    const { drive, answer } = answered(name, 1);
    const bounds = boundsOf(drive);
    const px = Math.max(bounds.width / 460, bounds.height / 320);
    const widths = drive.pulleys.map((p) => 34 + textWidth(p.label ?? p.id));
    const boxes = placeLabels(drive, answer.pose, px, widths, bounds).map((l, i) => {
      const [x, y] = [answer.pose.pulleys[i]!.x + l.x, -answer.pose.pulleys[i]!.y + l.y];
      const w = widths[i]! * px;
      const left = l.anchor === 'start' ? x - 13 * px : l.anchor === 'end' ? x - w + 13 * px : x - w / 2;
      return { left, right: left + w, top: y - 13 * px, bottom: y + 13 * px };
    });
    boxes.forEach((a, i) =>
      boxes.slice(i + 1).forEach((b) => expect(a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom).toBe(false)),
    );
  });
});

describe('the routing card', () => {
  it('describes the way round from the driver, and where the back touches', () => {
    const drive = demoDrive('orchard-rider');
    expect(routeWords(drive, drive.belts[0]!)).toBe('1 Engine pulley – 3 Engagement idler (back) – 2 Blade spindle');
    const turned = { ...drive.belts[0]!, route: [...drive.belts[0]!.route.slice(1), drive.belts[0]!.route[0]!] };
    expect(routeWords(drive, turned)).toBe(routeWords(drive, drive.belts[0]!));
  });
});

describe('bounds of the visible parts', () => {
  it('includes the marks next to the drive', () => {
    const drive = demoDrive('orchard-rider');
    const [without, with_] = [boundsOf(drive), boundsOf(drive, [{ x: 900, y: 0 }])];
    expect(without.x + without.width).toBeLessThan(900);
    expect(with_.x + with_.width).toBeGreaterThan(900);
  });
});

describe('stepping a typed number', () => {
  it.each([
    ['1305 mm', 1, 1, '1306 mm'],
    ['12.50 lb', 1, 1, '12.51 lb'],
    ['12.5 lb', -1, 10, '11.5 lb'],
    ['51 3/8', 1, 1, '51 4/8'],
    ['51-7/8"', 1, 1, '52"'],
    ['1/16', -1, 1, '0'],
    ['0', -1, 1, '-1'],
    ['4 ft 3', 1, 1, '4 ft 4'],
  ] as const)('%s by %i × %i is %s', (text, direction, times, expected) => expect(stepText(text, direction, times)).toBe(expected));
  it('leaves words alone', () => expect(stepText('wide', 1, 1)).toBeNull());
});
