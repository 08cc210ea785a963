'use client';

import Box from '@mui/material/Box';
import { spreadLabels } from './spread-labels';
import { useUnits } from './units';

/** Width of one figure of the labels, px. */
const FIGURE_PX = 8.5;

export interface StrandMark {
  readonly id: string;
  readonly tensionN: number;
  /** One standard deviation, where the reading has one. */
  readonly sdN?: number;
  /** Tension under load, if known. */
  readonly leftN?: number;
  readonly label: string;
  /** One of several readings: drawn small, listed in words, and not labelled. */
  readonly small?: boolean;
}

/**
 * Scale of static tension with three ranges: slips, holds, overloads the bearings. Logarithmic, 10 N to 10 kN, and the
 * same on every screen, so that marks can be compared.
 */
export function Strand({
  floorN,
  loadKnown,
  ceilingN,
  marks,
  label,
  targetN = null,
}: {
  floorN: number;
  loadKnown: boolean;
  ceilingN: number | null;
  marks: readonly StrandMark[];
  /** Drawn as a notch. */
  targetN?: number | null;
  label: string;
}) {
  const { show } = useUnits();
  const [w, h] = [260, 74];
  const at = (n: number) => 4 + ((Math.log10(Math.min(10000, Math.max(10, n))) - 1) / 3) * (w - 8);
  const low = loadKnown ? at(floorN) : 4;
  const high = ceilingN === null ? w - 4 : at(ceilingN);
  const empty = loadKnown && ceilingN !== null && ceilingN < floorN;
  const labelled = marks.filter((m) => !m.small);
  const centres = spreadLabels(
    labelled.map((m) => ({ at: at(m.tensionN), width: show(m.tensionN, 'force').length * FIGURE_PX })),
    0,
    w,
  );
  const labelAt = new Map(labelled.map((m, i) => [m.id, centres[i]!]));
  const words = [
    loadKnown ? `Slips below ${show(floorN, 'force')}` : 'Load unknown, so no slip limit',
    ceilingN === null ? 'no bearing limit entered' : `overloads the bearings above ${show(ceilingN, 'force')}`,
    ...(targetN === null ? [] : [`target ${show(targetN, 'force')}`]),
    ...marks.map(
      (m) => `${m.label} ${show(m.tensionN, 'force')}${m.leftN === undefined ? '' : `, ${show(Math.max(0, m.leftN), 'force')} under load`}`,
    ),
  ].join('; ');
  return (
    <Box>
      <svg viewBox={`0 0 ${w} ${h}`} width="100%" role="img" aria-label={`${label}: ${words}`} style={{ display: 'block' }}>
        {loadKnown && <rect x={4} y={26} width={Math.max(0, low - 4)} height={22} fill="var(--ts-sand)" />}
        <rect x={low} y={26} width={Math.max(0, high - low)} height={22} fill="var(--ts-work-soft)" />
        {ceilingN !== null && <rect x={high} y={26} width={Math.max(0, w - 4 - high)} height={22} fill="var(--ts-copper-soft)" />}
        <path d={`M4 37H${w - 4}`} stroke="var(--ts-belt)" strokeWidth={4} />
        {loadKnown && <path d={`M${low} 24v26`} stroke="var(--ts-quiet)" strokeWidth={1.5} />}
        {ceilingN !== null && <path d={`M${high} 24v26`} stroke="var(--ts-copper)" strokeWidth={1.5} />}
        {targetN !== null && <path d={`M${at(targetN) - 6} 55h12l-6 -9z`} fill="var(--ts-work)" />}
        {marks.map((m) => (
          <g key={m.id}>
            {m.sdN !== undefined && (
              <path d={`M${at(m.tensionN - m.sdN)} 37H${at(m.tensionN + m.sdN)}`} stroke="var(--ts-work)" strokeWidth={10} opacity={0.4} />
            )}
            {m.leftN !== undefined && (
              <path
                d={`M${at(m.leftN)} 44V30M${at(m.leftN)} 37H${at(m.tensionN)}`}
                fill="none"
                stroke={m.leftN > 0 ? 'var(--ts-ink)' : 'var(--ts-copper)'}
                strokeWidth={1.6}
                strokeDasharray="3 2"
              />
            )}
            {m.small ? (
              <path d={`M${at(m.tensionN)} 27v20`} stroke="var(--ts-ink)" strokeWidth={2} />
            ) : (
              <path d={`M${at(m.tensionN) - 7} 18h14l-7 13z`} fill="var(--ts-ink)" />
            )}
            {!m.small && (
              <text
                x={labelAt.get(m.id)}
                y={12}
                textAnchor="middle"
                fontSize={14}
                fontWeight={600}
                fill="var(--ts-ink)"
                fontFamily="'Spline Sans Mono', monospace"
              >
                {show(m.tensionN, 'force')}
              </text>
            )}
          </g>
        ))}
        {loadKnown && (
          <text x={4} y={66} fontSize={12.5} fill="var(--ts-quiet)">
            slips below {show(floorN, 'force')}
          </text>
        )}
        {!loadKnown && (
          <text x={4} y={66} fontSize={12.5} fill="var(--ts-quiet)">
            load unknown
          </text>
        )}
        <text x={w - 4} y={66} fontSize={12.5} textAnchor="end" fill={ceilingN === null ? 'var(--ts-quiet)' : 'var(--ts-copper)'}>
          {ceilingN === null ? 'no bearing limit entered' : `bearings above ${show(ceilingN, 'force')}`}
        </text>
      </svg>
      {empty && <Box sx={{ color: 'var(--ts-copper)', fontSize: 13, fontWeight: 600 }}>No tension works: the belt slips or overloads.</Box>}
    </Box>
  );
}
