import { facesOf, grooveHeight, lengthOf, type Layer, type Stack, type StackFault } from '@/core/stack';

/** Half of what a part without a diameter of its own is drawn wide, mm. */
const HALF = { head: 9, nut: 9, bracket: 46 } as const;
/** Drawn height of a head or nut, mm. */
const END_MM = 7;
const BOLT_MM = 5;

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
  const y = (mm: number) => -mm;
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
      {stack.layers.map((one, i) => {
        const { low: from, high: to } = faces[i] ?? { low: 0, high: 0 };
        const edge = wrong.has(i) ? 'var(--ts-copper)' : i === selected ? 'var(--ts-work)' : 'var(--ts-metal-edge)';
        const width = wrong.has(i) || i === selected ? 1.2 : 0.5;
        const h = halfOf(one);
        const box = { x: -h, width: 2 * h, y: y(to), height: lengthOf(one), stroke: edge, strokeWidth: width };
        switch (one.kind) {
          case 'head':
          case 'nut': {
            const up = i === stack.layers.length - 1;
            return (
              <rect key={i} {...box} y={y(up ? to + END_MM : from)} height={END_MM} rx={one.kind === 'nut' ? 0 : 2} fill="var(--ts-ink)" />
            );
          }
          case 'bracket':
            return <rect key={i} {...box} fill="url(#stands-still)" />;
          case 'cupped': {
            const [rim, middle] = one.raisedUp ? [from, to + one.cupMm] : [to, from - one.cupMm];
            return (
              <path
                key={i}
                d={`M${-h} ${y(rim)}L0 ${y(middle)}L${h} ${y(rim)}`}
                fill="none"
                stroke={wrong.has(i) ? 'var(--ts-copper)' : i === selected ? 'var(--ts-work)' : 'var(--ts-ink)'}
                strokeWidth={Math.max(1, one.thickMm * 0.6)}
                strokeLinejoin="round"
              />
            );
          }
          case 'wheel': {
            const groove = from + one.grooveMm;
            const race = one.raceMm / 2;
            // A flat rim has a low flange at each edge. The depth of a groove is about its width.
            const lip = Math.min(h - race - 2, one.flat ? 2 : one.thickMm * 0.5);
            const floor = one.flat ? `L${h - lip} ${y(to - 1.6)}L${h - lip} ${y(from + 1.6)}` : `L${h - lip} ${y(groove)}`;
            return (
              <g key={i}>
                {[1, -1].map((side) => (
                  <g key={side} transform={`scale(${side} 1)`}>
                    <path
                      d={`M${race} ${y(to - 0.6)}L${h} ${y(to - 0.6)}${floor}L${h} ${y(from + 0.6)}L${race} ${y(from + 0.6)}Z`}
                      fill="var(--ts-ground)"
                      stroke={edge}
                      strokeWidth={width}
                    />
                    <rect
                      x={BOLT_MM}
                      y={y(to)}
                      width={race - BOLT_MM}
                      height={lengthOf(one)}
                      fill="var(--ts-metal)"
                      stroke="var(--ts-metal-edge)"
                      strokeWidth="0.5"
                    />
                    <circle
                      cx={race}
                      cy={y((from + to) / 2)}
                      r={Math.min(2.6, one.thickMm / 4)}
                      fill="var(--ts-card)"
                      stroke="var(--ts-metal-edge)"
                      strokeWidth="0.5"
                    />
                  </g>
                ))}
              </g>
            );
          }
          default:
            return <rect key={i} {...box} fill="var(--ts-metal)" />;
        }
      })}
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
