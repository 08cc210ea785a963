import type { Drive } from '@/core/drive';

export type Light = 'good' | 'watch' | 'bad' | 'not-reached';

const INK: Readonly<Record<Light, string>> = {
  good: 'var(--ts-work)',
  watch: 'var(--ts-copper)',
  bad: 'var(--ts-stop)',
  'not-reached': 'var(--ts-quiet)',
};
/** Different in shape as well as in colour. */
const SHAPE: Readonly<Record<Light, string>> = {
  good: 'M-4 0l3 3.4L5 -4',
  watch: 'M0 -5v5.5M0 4v0.6',
  bad: 'M-4 -4l8 8M4 -4l-8 8',
  'not-reached': 'M-4 0h8',
};

/** Finding at each pulley: a ring with a sign. */
export function Lights({
  lit,
  pulleys,
  places,
  px,
}: {
  lit: ReadonlyMap<string, Light>;
  pulleys: Drive['pulleys'];
  places: readonly { readonly x: number; readonly y: number }[];
  px: number;
}) {
  return (
    <g pointerEvents="none">
      {pulleys.map((p, i) => {
        const light = lit.get(p.id);
        const at = places[i] ?? p;
        if (!light) return null;
        const r = p.outsideDiameter / 2 + 5 * px;
        const [sx, sy] = [at.x + r * Math.SQRT1_2, -at.y + r * Math.SQRT1_2];
        return (
          <g key={p.id}>
            <circle
              cx={at.x}
              cy={-at.y}
              r={r}
              fill="none"
              stroke={INK[light]}
              strokeWidth={3 * px}
              strokeDasharray={light === 'good' || light === 'bad' ? undefined : `${6 * px} ${4 * px}`}
            />
            <circle cx={sx} cy={sy} r={9 * px} fill="var(--ts-card)" stroke={INK[light]} strokeWidth={2 * px} />
            <path
              d={SHAPE[light]}
              transform={`translate(${sx} ${sy}) scale(${px})`}
              fill="none"
              stroke={INK[light]}
              strokeWidth={2.4}
              strokeLinecap="round"
            />
          </g>
        );
      })}
    </g>
  );
}
