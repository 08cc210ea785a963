import { compileDrive, type Drive } from '../core/drive';
import { demoDrive } from '../core/drive/sample-drives';

/** Survey sheets for tests, benchmark and experiment: a known drive measured with errors of a known size. */
export type Sheet = {
  drive: Record<string, unknown>;
  measures: Record<string, unknown>[];
  sides: Record<string, unknown>[];
  [key: string]: unknown;
};

/** Even numbers in [0, 1) made normal (Box and Muller 1958). */
export const normalFrom = (random: () => number) => () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());

/**
 * Sheet of a drive: every centre is tied to two earlier ones, with `spare` further distances. Each has an error of
 * `noise` tape deviations of 2 mm, and rims of 0.3 mm.
 */
export function sheetOf(drive: Drive, spare: number, random: () => number, noise = 1): Sheet {
  const one = normalFrom(random);
  const normal = () => noise * one();
  const { pulleys } = drive;
  const distance = (i: number, j: number) => Math.hypot(pulleys[i]!.x - pulleys[j]!.x, pulleys[i]!.y - pulleys[j]!.y);
  // Pulleys on one shaft share a centre, which is that of the first.
  const centres = pulleys.flatMap((p, i) => (p.shaft !== undefined && pulleys.findIndex((o) => o.shaft === p.shaft) < i ? [] : [i]));
  const all = centres.flatMap((j, k) => centres.slice(0, k).map((i) => [i, j] as const));
  const tied = all.filter(([i]) => centres.indexOf(i) < 2);
  const rest = all
    .filter((p) => !tied.includes(p))
    .map((p) => ({ p, key: random() }))
    .sort((a, b) => a.key - b.key)
    .slice(0, spare)
    .map((r) => r.p);
  const kinds = ['centres', 'outside', 'inside'] as const;
  const measures = [...tied, ...rest].map(([i, j], k) => {
    const gap = distance(i, j) - (pulleys[i]!.outsideDiameter + pulleys[j]!.outsideDiameter) / 2;
    const drawn = kinds[Math.floor(random() * 3)]!;
    const kind = drawn === 'inside' && gap < 40 ? 'centres' : drawn;
    const rims = ((pulleys[i]!.outsideDiameter + pulleys[j]!.outsideDiameter) / 2) * (kind === 'outside' ? 1 : kind === 'inside' ? -1 : 0);
    return { id: `m${k}`, kind, between: [pulleys[i]!.id, pulleys[j]!.id], value: distance(i, j) + rims + 2 * normal() };
  });
  const [a, b] = [pulleys[0]!, pulleys[1]!];
  const sides = pulleys.slice(2).map((p) => {
    const left = (b.x - a.x) * (p.y - a.y) - (b.y - a.y) * (p.x - a.x) > 0;
    return { pulley: p.id, leftOf: [a.id, b.id], ...(left ? {} : { right: true }) };
  });
  const bare = pulleys.map(({ x: _x, y: _y, ...p }) => ({ ...p, outsideDiameter: p.outsideDiameter + 0.3 * normal() }));
  return { format: 'taut-sheave/survey', version: 1, drive: { ...drive, pulleys: bare }, measures, sides };
}

/** A demo drive with every pulley moved and resized at random, such that its belts can still be laid. */
export function variedDrive(name: string, random: () => number): Drive {
  const drive = demoDrive(name);
  const normal = normalFrom(random);
  for (;;) {
    const size = 0.8 + 0.5 * random();
    const shifts = new Map<string, { x: number; y: number }>();
    const moved = (p: Drive['pulleys'][number]) => {
      const shaft = p.shaft ?? p.id;
      const by = shifts.get(shaft) ?? { x: 12 * normal(), y: 12 * normal() };
      shifts.set(shaft, by);
      return { ...p, x: size * p.x + by.x, y: size * p.y + by.y, outsideDiameter: p.outsideDiameter * (0.9 + 0.2 * random()) };
    };
    const varied = { ...drive, pulleys: drive.pulleys.map(moved) };
    if (compileDrive(varied).ok) return varied;
  }
}
