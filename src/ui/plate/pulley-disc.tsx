import { pitchRadius, sectionOf } from '@/core/drive';
import type { Drawn } from './drawn';

export function PulleyDisc({ drive, pose, index, mmPerPx: px, ink, selected }: Drawn & { index: number }) {
  const p = drive.pulleys[index]!;
  const { x, y } = pose.pulleys[index]!;
  const moves = drive.tensioners.some((t) => t.carries.includes(p.id));
  const r = p.outsideDiameter / 2;
  const groove = drive.belts.flatMap((b) =>
    b.route.filter((s) => s.pulley === p.id && s.contact === 'v').map(() => pitchRadius(p, 'v', sectionOf(b))),
  )[0];
  return (
    <g transform={`translate(${x} ${-y})`}>
      {selected === p.id && (
        <circle r={r + 7 * px} fill="none" stroke={ink.work} strokeWidth={2.5 * px} strokeDasharray={`${6 * px} ${4 * px}`} />
      )}
      <circle r={r} fill={moves ? ink.moving : ink.metal} stroke={moves ? ink.work : ink.metalEdge} strokeWidth={1.6 * px} />
      {p.face !== 'flat' && groove !== undefined && groove > 0 && groove < r && (
        <circle r={groove} fill="none" stroke={ink.metalEdge} strokeWidth={0.9 * px} opacity={0.6} />
      )}
      <circle r={Math.min(r * 0.14, 9)} fill={ink.metalEdge} />
      {p.role === 'driver' && (
        <path
          d={`M${-0.55 * r} 0a${0.55 * r} ${0.55 * r} 0 0 1 ${0.55 * r} ${-0.55 * r}`}
          transform={p.rotation === 'ccw' ? 'scale(-1 1)' : undefined}
          fill="none"
          stroke={ink.work}
          strokeWidth={2.2 * px}
          markerEnd="none"
        />
      )}
      {p.role === 'driver' && (
        <path
          d={`M${-4 * px} ${-0.55 * r - 5 * px}l${9 * px} ${5 * px}l${-9 * px} ${5 * px}z`}
          transform={p.rotation === 'ccw' ? 'scale(-1 1)' : undefined}
          fill={ink.work}
        />
      )}
    </g>
  );
}
