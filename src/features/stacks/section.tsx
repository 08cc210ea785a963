import { facesOf, grooveHeight, lengthOf, type Layer, type Stack, type StackFault } from '@/core/stack';

/** Half of what a part without a diameter of its own is drawn wide, mm. */
const HALF = { head: 9, nut: 9, bracket: 46 } as const;
/** Drawn height of a head or nut, mm. */
const END_MM = 7;
const BOLT_MM = 5;

/** Heights grow upwards, and the drawing downwards. */
const y = (mm: number): number => -mm;

const halfOf = (one: Layer): number => (one.kind === 'wheel' ? one.shellMm / 2 : 'outsideMm' in one ? one.outsideMm / 2 : HALF[one.kind]);

/**
 * Section of a stack along its bolt, to scale: fixed parts hatched, the pulley with its race, its groove, and the
 * correct height.
 */
export function Section({ stack, faults, selected }: { stack: Stack; faults: readonly StackFault[]; selected: number | null }) {
  const faces = facesOf(stack);
  const wrong = new Set(faults.map((f) => f.layer));
  const height = grooveHeight(stack);
  const low = Math.min(stack.wantedMm, ...faces.map((f) => f.low)) - END_MM - 6;
  const high = Math.max(stack.wantedMm, ...faces.map((f) => f.high)) + END_MM + 6;
  const half = Math.max(50, ...stack.layers.map(halfOf)) + 14;
  return (
    <svg
      viewBox={`${-half} ${-high} ${2 * half} ${high - low}`}
      width="100%"
      style={{ maxHeight: 460, display: 'block' }}
      role="img"
      aria-label="Section of the stack along its bolt"
    >
      <defs>
        <pattern id="stands-still" width="3" height="3" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width="3" height="3" fill="var(--ts-metal)" />
          <line x1="0" y1="0" x2="0" y2="3" stroke="var(--ts-metal-edge)" strokeWidth="0.7" />
        </pattern>
      </defs>
      <rect
        x={-BOLT_MM}
        y={y(high - 4)}
        width={2 * BOLT_MM}
        height={high - low - 8}
        fill="var(--ts-moving)"
        stroke="var(--ts-metal-edge)"
        strokeWidth="0.3"
      />
      {stack.layers.map((one, i) => (
        <LayerShape
          key={i}
          layer={one}
          from={faces[i]?.low ?? 0}
          to={faces[i]?.high ?? 0}
          isTop={i === stack.layers.length - 1}
          mark={wrong.has(i) ? 'wrong' : i === selected ? 'selected' : 'none'}
        />
      ))}
      <line
        x1={-half + 2}
        x2={half - 2}
        y1={y(stack.wantedMm)}
        y2={y(stack.wantedMm)}
        stroke="var(--ts-work)"
        strokeWidth="0.6"
        strokeDasharray="3 2"
      />
      {height !== null && Math.abs(height - stack.wantedMm) > 1e-9 && (
        <line x1={-half + 2} x2={half - 2} y1={y(height)} y2={y(height)} stroke="var(--ts-copper)" strokeWidth="0.8" />
      )}
    </svg>
  );
}

type Mark = 'wrong' | 'selected' | 'none';
const edgeOf = (mark: Mark, plain: string): string =>
  mark === 'wrong' ? 'var(--ts-copper)' : mark === 'selected' ? 'var(--ts-work)' : plain;

/** One part between its two faces, mm. */
function LayerShape({ layer, from, to, isTop, mark }: { layer: Layer; from: number; to: number; isTop: boolean; mark: Mark }) {
  const half = halfOf(layer);
  const edge = { stroke: edgeOf(mark, 'var(--ts-metal-edge)'), strokeWidth: mark === 'none' ? 0.5 : 1.2 };
  const box = { x: -half, width: 2 * half, y: y(to), height: lengthOf(layer), ...edge };
  switch (layer.kind) {
    case 'head':
    case 'nut':
      return <rect {...box} y={y(isTop ? to + END_MM : from)} height={END_MM} rx={layer.kind === 'nut' ? 0 : 2} fill="var(--ts-ink)" />;
    case 'bracket':
      return <rect {...box} fill="url(#stands-still)" />;
    case 'cupped': {
      const [rim, middle] = layer.raisedUp ? [from, to + layer.cupMm] : [to, from - layer.cupMm];
      return (
        <path
          d={`M${-half} ${y(rim)}L0 ${y(middle)}L${half} ${y(rim)}`}
          fill="none"
          stroke={edgeOf(mark, 'var(--ts-ink)')}
          strokeWidth={Math.max(1, layer.thickMm * 0.6)}
          strokeLinejoin="round"
        />
      );
    }
    case 'wheel':
      return <WheelShape wheel={layer} from={from} to={to} edge={edge} />;
    default:
      return <rect {...box} fill="var(--ts-metal)" />;
  }
}

/** A pulley with its race and its groove, both halves. */
function WheelShape({
  wheel,
  from,
  to,
  edge,
}: {
  wheel: Extract<Layer, { kind: 'wheel' }>;
  from: number;
  to: number;
  edge: { readonly stroke: string; readonly strokeWidth: number };
}) {
  const half = halfOf(wheel);
  const race = wheel.raceMm / 2;
  // A flat rim has a low flange at each edge. The depth of a groove is about its width.
  const lip = Math.min(half - race - 2, wheel.flat ? 2 : wheel.thickMm * 0.5);
  const floor = wheel.flat ? `L${half - lip} ${y(to - 1.6)}L${half - lip} ${y(from + 1.6)}` : `L${half - lip} ${y(from + wheel.grooveMm)}`;
  const metal = { stroke: 'var(--ts-metal-edge)', strokeWidth: '0.5' };
  return (
    <g>
      {[1, -1].map((side) => (
        <g key={side} transform={`scale(${side} 1)`}>
          <path
            d={`M${race} ${y(to - 0.6)}L${half} ${y(to - 0.6)}${floor}L${half} ${y(from + 0.6)}L${race} ${y(from + 0.6)}Z`}
            fill="var(--ts-ground)"
            {...edge}
          />
          <rect x={BOLT_MM} y={y(to)} width={race - BOLT_MM} height={lengthOf(wheel)} fill="var(--ts-metal)" {...metal} />
          <circle cx={race} cy={y((from + to) / 2)} r={Math.min(2.6, wheel.thickMm / 4)} fill="var(--ts-card)" {...metal} />
        </g>
      ))}
    </g>
  );
}
