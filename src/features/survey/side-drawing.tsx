import type { Notebook } from '@/core/survey';

/** The line as seen from behind its start: left and right of it, in any orientation of the drawing. */
export function SideDrawing({ notebook, of, from, to }: { notebook: Notebook; of: string; from: string; to: string }) {
  const station = (id: string) => {
    const i = notebook.pulleys.findIndex((p) => p.id === id);
    return i < 0 ? '+' : String(i + 1);
  };
  const disc = (x: number, y: number, text: string, dashed = false) => (
    <g transform={`translate(${x} ${y})`}>
      <circle
        r={15}
        fill="var(--ts-card)"
        stroke={dashed ? 'var(--ts-copper)' : 'var(--ts-ink)'}
        strokeWidth={2}
        strokeDasharray={dashed ? '4 4' : undefined}
      />
      <text
        textAnchor="middle"
        dominantBaseline="central"
        fontSize={13}
        fontWeight={700}
        fill={dashed ? 'var(--ts-copper)' : 'var(--ts-ink)'}
      >
        {text}
      </text>
    </g>
  );
  return (
    <svg
      viewBox="0 0 300 120"
      width="100%"
      height={120}
      aria-hidden
      style={{ display: 'block', background: 'var(--ts-sand)', borderRadius: 4 }}
    >
      <path d="M150 100V26" stroke="var(--ts-work)" strokeWidth={3} />
      <path d="M144 30l6-12 6 12z" fill="var(--ts-work)" />
      {disc(150, 100, station(from))}
      {disc(150, 20, station(to))}
      {disc(70, 60, station(of), true)}
      {disc(230, 60, station(of), true)}
      <text x={70} y={100} textAnchor="middle" fontSize={13} fill="var(--ts-ink)">
        left
      </text>
      <text x={230} y={100} textAnchor="middle" fontSize={13} fill="var(--ts-ink)">
        right
      </text>
    </svg>
  );
}
