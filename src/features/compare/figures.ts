import { MOST_RIM_MPS, MOST_TIP_MPS, type Compared } from '@/core/drive';
import type { Dimension } from '@/core/quantity';

/** `money` is in hundredths of the currency per hour. */
export type FigureDimension = Dimension | 'ratio' | 'percent' | 'thousands' | 'money';

/** One figure of a comparison, with its limit. */
export interface Figure {
  readonly id: string;
  readonly label: string;
  readonly dimension: FigureDimension;
  readonly of: (c: Compared) => number | null;
  /** It follows the belt speed alone. */
  readonly bySpeed?: true;
  /** Limit in its own unit, and its direction. */
  readonly limit?: { readonly of: (c: Compared) => number | null; readonly side: 'most' | 'least' };
}

/** Everything that a change of pulleys or belt changes. */
export const FIGURES: readonly Figure[] = [
  {
    id: 'rpm',
    label: 'Speed of the driven shaft',
    dimension: 'rotation',
    of: (c) => c.rpm,
    limit: { of: (c) => c.mostRpm, side: 'most' },
  },
  { id: 'idle', label: 'Driven shaft, engine at idle', dimension: 'rotation', of: (c) => c.idleRpm },
  { id: 'ratio', label: 'Ratio', dimension: 'ratio', of: (c) => c.ratio },
  {
    id: 'hub',
    label: 'Pulley on the hub, diameter',
    dimension: 'length',
    of: (c) => c.onHubMm,
    limit: { of: (c) => c.leastOnHubMm, side: 'least' },
  },
  { id: 'belt', label: 'Belt speed', dimension: 'speed', of: (c) => c.beltMps, limit: { of: (c) => c.mostBeltMps, side: 'most' } },
  { id: 'belt-idle', label: 'Belt speed, engine at idle', dimension: 'speed', of: (c) => c.idleBeltMps },
  { id: 'centrifugal', label: 'Centrifugal pull', dimension: 'force', of: (c) => c.centrifugalN, bySpeed: true },
  { id: 'tension', label: 'Static tension', dimension: 'force', of: (c) => c.tensionN, limit: { of: (c) => c.floorN, side: 'least' } },
  {
    id: 'bears',
    label: 'Static tension and bearing limit',
    dimension: 'percent',
    of: (c) => (c.tensionN === null || c.ceilingN === null || c.ceilingN <= 0 ? null : (100 * c.tensionN) / c.ceilingN),
    limit: { of: () => 100, side: 'most' },
  },
  {
    id: 'grip',
    label: 'Grip: tension over the slip limit',
    dimension: 'percent',
    of: (c) => (c.tensionN === null || c.floorN === null || c.floorN <= 0 ? null : (100 * c.tensionN) / c.floorN),
    limit: { of: () => 100, side: 'least' },
  },
  { id: 'wrap', label: 'Smallest loaded wrap angle', dimension: 'angle', of: (c) => c.leastWrapDeg },
  { id: 'bend', label: 'Tightest bend', dimension: 'length', of: (c) => c.tightestMm, limit: { of: (c) => c.leastBendMm, side: 'least' } },
  { id: 'flexes', label: 'Bends per hour', dimension: 'thousands', of: (c) => c.flexesPerHour, bySpeed: true },
  { id: 'tip', label: 'Blade tip', dimension: 'speed', of: (c) => c.tipMps, limit: { of: () => MOST_TIP_MPS, side: 'most' } },
  {
    id: 'rim',
    label: 'Highest rim speed',
    dimension: 'speed',
    of: (c) => c.rimMps,
    bySpeed: true,
    limit: { of: () => MOST_RIM_MPS, side: 'most' },
  },
  { id: 'shaft', label: 'Largest load on a shaft, at rest', dimension: 'force', of: (c) => c.shaftN },
  { id: 'cost', label: 'Belt cost per hour', dimension: 'money', of: (c) => c.costPerHour },
];

/** True if a figure passes its limit. Null without a limit or a value. */
export function withinLimit({ of, limit }: Figure, c: Compared): boolean | null {
  const value = of(c);
  const bound = limit?.of(c) ?? null;
  if (value === null || bound === null) return null;
  return limit!.side === 'most' ? value <= bound : value >= bound;
}

/** A figure as it is printed. */
export function figureText(
  dimension: Figure['dimension'],
  value: number | null,
  show: (value: number, dimension: Dimension | 'money') => string,
): string {
  if (value === null) return '–';
  if (dimension === 'ratio') return `${value.toFixed(2)} to 1`;
  if (dimension === 'percent') return `${Math.round(value)}%`;
  if (dimension === 'thousands') return `${Math.round(value / 1000).toLocaleString('en-GB')} thousand`;
  return show(value, dimension);
}
