'use client';

import Box from '@mui/material/Box';
import type { ShiftState, VariableDrive, VariablePulley } from '@/core/cvt';
import { sectionText } from './messages';

const WIDE = 150;
const HIGH = 150;

/** One sheave cut along its shaft, upper half: two faces, the belt between them. */
function Sheave({
  at,
  pulley,
  radius,
  width,
  depth,
  name,
  gap,
  scale,
}: {
  at: number;
  pulley: VariablePulley;
  radius: number;
  width: number;
  depth: number;
  name: string;
  gap: number;
  scale: number;
}) {
  const tan = Math.tan((pulley.angle * Math.PI) / 360);
  const y = (r: number) => HIGH - 22 - r * scale;
  const half = (r: number) => (gap / 2 + (r - pulley.hubRadius) * tan) * scale;
  const face = (side: 1 | -1) =>
    `M${at + side * half(pulley.hubRadius)} ${y(pulley.hubRadius)} L${at + side * half(pulley.rimRadius)} ${y(pulley.rimRadius)} h${side * 5} L${at + side * (half(pulley.rimRadius) + 5)} ${y(0)} H${at + side * half(pulley.hubRadius)} z`;
  const top = (width / 2) * scale;
  const foot = (width / 2 - depth * tan) * scale;
  return (
    <g>
      <path d={`M${at - 62} ${y(0)} H${at + 62}`} stroke="var(--ts-quiet)" strokeDasharray="6 4" />
      <rect
        x={at - 40}
        y={y(pulley.hubRadius)}
        width={80}
        height={y(0) - y(pulley.hubRadius)}
        fill="var(--ts-sand)"
        stroke="var(--ts-quiet)"
      />
      <path d={face(-1)} fill="var(--ts-sand)" stroke="var(--ts-quiet)" />
      <path d={face(1)} fill="var(--ts-sand)" stroke="var(--ts-quiet)" />
      <path d={`M${at - top} ${y(radius)} H${at + top} L${at + foot} ${y(radius - depth)} H${at - foot} z`} fill="var(--ts-belt)" />
      <text x={at} y={HIGH - 4} textAnchor="middle" fontSize={12} fill="var(--ts-ink)">
        {name}
      </text>
    </g>
  );
}

/** Both sheaves in section at one stand of the shift. */
export function ShiftSection({
  drive,
  width,
  stand,
  names,
}: {
  drive: VariableDrive;
  width: number;
  stand: ShiftState;
  names: readonly [string, string];
}) {
  const scale = (HIGH - 34) / Math.max(drive.primary.rimRadius, drive.secondary.rimRadius);
  const tan = (p: VariablePulley) => Math.tan((p.angle * Math.PI) / 360);
  // The distance of the primary faces follows their closing. That of the secondary faces follows the belt.
  const gaps = [
    drive.primary.openGap - stand.closing,
    Math.max(0, width - 2 * tan(drive.secondary) * (stand.secondary - drive.secondary.hubRadius)),
  ] as const;
  return (
    <Box
      component="svg"
      role="img"
      aria-label={sectionText(Math.round(stand.primary), names[0], Math.round(stand.secondary), names[1])}
      viewBox={`0 0 ${2 * WIDE} ${HIGH}`}
      sx={{ width: '100%', maxWidth: 420, height: 'auto', display: 'block' }}
    >
      <Sheave
        at={WIDE / 2}
        pulley={drive.primary}
        radius={stand.primary}
        width={width}
        depth={drive.depth}
        name={names[0]}
        gap={gaps[0]}
        scale={scale}
      />
      <Sheave
        at={WIDE * 1.5}
        pulley={drive.secondary}
        radius={stand.secondary}
        width={width}
        depth={drive.depth}
        name={names[1]}
        gap={gaps[1]}
        scale={scale}
      />
    </Box>
  );
}
