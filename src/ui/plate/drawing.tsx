import { memo } from 'react';
import { carriedTo, sectionOf } from '@/core/drive';
import { svgPath, vSide, writeLoop } from './outline';
import type { Drawn } from './drawn';
import type { Ink } from './ink';
import { Station } from './station';
import { PulleyDisc } from './pulley-disc';

const RAD = Math.PI / 180;

/** A drive to scale, seen from above: pure SVG, so that the screen, the ticket and an exported file show the same. */
export const Drawing = memo(function Drawing(props: Drawn) {
  const { drive, pose, solved, mmPerPx: px, ink } = props;
  return (
    <g>
      {drive.tensioners.map((t, i) => (
        <Travel key={t.id} {...props} index={i} />
      ))}
      {drive.pulleys.map((p, i) => (
        <PulleyDisc key={p.id} {...props} index={i} />
      ))}
      {drive.belts.map((b, i) => (
        <BeltLoop key={b.id} {...props} index={i} />
      ))}
      {drive.tensioners.map((t, i) => (
        <Arm key={t.id} {...props} index={i} />
      ))}
      {drive.springs.map((s, i) => (
        <Coil
          key={s.id}
          from={pose.springs[i]!.from}
          to={pose.springs[i]!.to}
          loaded={(solved.springs[i]?.force ?? 0) > 0.5}
          px={px}
          ink={ink}
        />
      ))}
      {drive.keepers.map((k) => (
        <path
          key={k.id}
          d={`M${k.x - 5 * px} ${-k.y - 5 * px}h${10 * px}v${10 * px}h${-10 * px}z`}
          fill={ink.ground}
          stroke={ink.ink}
          strokeWidth={1.6 * px}
        >
          <title>{k.label ?? k.id}</title>
        </path>
      ))}
      {drive.pulleys.map((p, i) => (
        <Station key={p.id} {...props} index={i} />
      ))}
    </g>
  );
});

function BeltLoop({ drive, pose, solved, speeds, index, mmPerPx: px, ink, focusBelt }: Drawn & { index: number }) {
  const belt = drive.belts[index]!;
  const stops = pose.belts[index]!.stops;
  if (stops.length < 2) return null;
  const section = sectionOf(belt);
  const side = vSide(drive, index, stops);
  const slack = solved.belts[index]?.slack ?? 0;
  const thickness = Math.max(section.depthMm, 4 * px);
  const path = (inset: number) => {
    const writer = svgPath();
    writeLoop(writer, pose, belt.route, stops, side, inset, slack);
    return writer.text();
  };
  const body = path(section.depthMm / 2 - section.pitchLineMm);
  const ticks = path(section.depthMm / 2 - section.pitchLineMm + thickness * 0.27);
  const faint = focusBelt !== undefined && focusBelt !== index;
  const travel = speeds.belts[index]?.travel ?? 0;
  return (
    <g opacity={faint ? 0.45 : 1}>
      <path d={body} fill="none" stroke={ink.belt} strokeWidth={thickness} strokeLinejoin="round" />
      <path
        d={ticks}
        fill="none"
        stroke={ink.tick}
        strokeWidth={thickness * 0.42}
        strokeDasharray={`${Math.max(1.4, 1.1 * px)} ${Math.max(4.2, 3.6 * px)}`}
      />
      {travel !== 0 &&
        stops
          .filter((s) => s.span > 60 * px)
          .map((s) => {
            const c = pose.pulleys[s.pulley]!;
            const at = s.span * 0.5;
            const away = thickness / 2 + 9 * px;
            const [x, y] = [
              c.x + (s.signedRadius + side * away) * s.uy + at * s.ux,
              c.y - (s.signedRadius + side * away) * s.ux + at * s.uy,
            ];
            return (
              <path
                key={s.stop}
                d={`M${-9 * px} ${-4 * px}L${9 * px} 0L${-9 * px} ${4 * px}L${-5 * px} 0z`}
                fill={ink.work}
                transform={`translate(${x} ${-y}) rotate(${(-Math.atan2(s.uy * travel, s.ux * travel) * 180) / Math.PI})`}
              />
            );
          })}
    </g>
  );
}

/** Travel of a tensioner: the path of its pulley, its stops, and the point where a brake applies. */
function Travel({ drive, index, mmPerPx: px, ink }: Drawn & { index: number }) {
  const t = drive.tensioners[index]!;
  if (t.locked) return null;
  const carried = drive.pulleys.find((p) => p.id === t.carries[0]);
  if (!carried) return null;
  const at = (q: number) => carriedTo(t, carried, q);
  const [a, b] = [at(t.min), at(t.max)];
  const radius = t.kind === 'pivot' ? Math.hypot(carried.x - t.pivot.x, carried.y - t.pivot.y) : 0;
  const d =
    t.kind === 'slide'
      ? `M${a.x} ${-a.y}L${b.x} ${-b.y}`
      : `M${a.x} ${-a.y}A${radius} ${radius} 0 ${t.max - t.min > 180 ? 1 : 0} 0 ${b.x} ${-b.y}`;
  const across = (q: number) => {
    const [p, n] = [at(q), at(q + 0.5)];
    const l = Math.hypot(n.x - p.x, n.y - p.y) || 1;
    const [ux, uy] = [(n.x - p.x) / l, (n.y - p.y) / l];
    return `M${p.x - 8 * px * uy} ${-(p.y + 8 * px * ux)}L${p.x + 8 * px * uy} ${-(p.y - 8 * px * ux)}`;
  };
  return (
    <g fill="none" stroke={ink.quiet}>
      <path d={d} strokeWidth={1.3 * px} strokeDasharray={`${3 * px} ${4 * px}`} />
      <path d={across(t.min) + across(t.max)} strokeWidth={3 * px} />
      {drive.brakes
        .filter((k) => k.tensioner === t.id)
        .map((k) => (
          <path key={k.id} d={across(k.appliesAt)} stroke={ink.copper} strokeWidth={3 * px} strokeDasharray={`${3 * px} ${2 * px}`}>
            <title>{`${k.label ?? k.id} comes on here`}</title>
          </path>
        ))}
    </g>
  );
}

function Arm({ drive, pose, index, mmPerPx: px, ink }: Drawn & { index: number }) {
  const t = drive.tensioners[index]!;
  const hubs = t.carries.map((id) => pose.pulleys[drive.pulleys.findIndex((p) => p.id === id)]!);
  const ends = drive.springs.flatMap((s, i) => (['from', 'to'] as const).filter((e) => s[e].body === t.id).map((e) => pose.springs[i]![e]));
  if (t.kind === 'slide') {
    const [hub] = hubs;
    if (!hub) return null;
    const [ux, uy] = [Math.cos(t.direction * RAD) * 22, Math.sin(t.direction * RAD) * 22];
    return (
      <path
        d={`M${hub.x - ux} ${-(hub.y - uy)}L${hub.x + ux} ${-(hub.y + uy)}`}
        stroke={ink.work}
        strokeWidth={7 * px}
        strokeLinecap="round"
        opacity={0.45}
      />
    );
  }
  const points = [...hubs.map((h) => [h.x, h.y] as const), ...ends];
  return (
    <g>
      {points.map(([x, y], i) => (
        <path
          key={i}
          d={`M${t.pivot.x} ${-t.pivot.y}L${x} ${-y}`}
          stroke={ink.work}
          strokeWidth={9 * px}
          strokeLinecap="round"
          opacity={0.38}
        />
      ))}
      <circle cx={t.pivot.x} cy={-t.pivot.y} r={7 * px} fill={ink.ground} stroke={ink.ink} strokeWidth={2.4 * px} />
    </g>
  );
}

function Coil({
  from,
  to,
  loaded,
  px,
  ink,
}: {
  from: readonly [number, number];
  to: readonly [number, number];
  loaded: boolean;
  px: number;
  ink: Ink;
}) {
  const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
  const l = Math.hypot(dx, dy) || 1;
  const [ux, uy] = [dx / l, dy / l];
  const turns = 9;
  const lead = Math.min(0.16 * l, 14 * px);
  const at = (along: number, across: number) =>
    `${(from[0] + along * ux - across * uy).toFixed(2)} ${(-(from[1] + along * uy + across * ux)).toFixed(2)}`;
  let d = `M${at(0, 0)}L${at(lead, 0)}`;
  for (let i = 0; i < turns; i++) d += `L${at(lead + ((l - 2 * lead) * (i + 0.5)) / turns, (i % 2 ? -1 : 1) * 5.5 * px)}`;
  d += `L${at(l - lead, 0)}L${at(l, 0)}`;
  const colour = loaded ? ink.copper : ink.metalEdge;
  return (
    <g>
      <path d={d} fill="none" stroke={colour} strokeWidth={(loaded ? 2 : 1.5) * px} strokeLinejoin="round" />
      {[from, to].map(([x, y], i) => (
        <circle key={i} cx={x} cy={-y} r={3 * px} fill={colour} />
      ))}
    </g>
  );
}
