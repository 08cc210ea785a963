import type { Drawn } from './drawn';

export function Station({ drive, pose, index, labels, mmPerPx: px, ink, names }: Drawn & { index: number }) {
  const p = drive.pulleys[index]!;
  const c = pose.pulleys[index]!;
  const label = labels[index];
  if (!label) return null;
  const shift = label.anchor === 'start' ? 17 * px : label.anchor === 'end' ? -17 * px : 0;
  const number = label.anchor === 'middle' && names ? -((textWidth(p.label ?? p.id) + 6) / 2) * px : 0;
  return (
    <g transform={`translate(${c.x + label.x} ${-c.y + label.y})`}>
      {label.led && (
        <path
          d={`M${number} 0L${-label.x * (1 - (0.5 * p.outsideDiameter) / Math.hypot(label.x, label.y))} ${-label.y * (1 - (0.5 * p.outsideDiameter) / Math.hypot(label.x, label.y))}`}
          stroke={ink.quiet}
          strokeWidth={px}
        />
      )}
      <circle cx={number} r={11 * px} fill={ink.ink} />
      <text
        x={number}
        fontSize={12 * px}
        fontWeight={700}
        textAnchor="middle"
        dominantBaseline="central"
        fill={ink.ground}
        fontFamily="'Spline Sans Mono', monospace"
      >
        {index + 1}
      </text>
      {names && (
        <text
          x={label.anchor === 'middle' ? number + 17 * px : shift}
          fontSize={13 * px}
          fontWeight={600}
          textAnchor={label.anchor === 'middle' ? 'start' : label.anchor}
          dominantBaseline="central"
          fill={ink.ink}
          stroke={ink.ground}
          strokeWidth={3 * px}
          paintOrder="stroke"
          fontFamily="'Archivo Narrow', 'Archivo', sans-serif"
        >
          {p.label ?? p.id}
        </text>
      )}
    </g>
  );
}

/** Width of a label in px, near enough to place it. */
export const textWidth = (text: string): number => text.length * 6.3;
