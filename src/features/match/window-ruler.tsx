'use client';

import Box from '@mui/material/Box';
import type { LengthWindow, MatchedBelt, WindowSpread } from '@/core/drive';
import { useBoxSize } from '@/ui/box-size';
import { useUnits } from '@/ui/units';
import { placeMarks } from './ruler-marks';
import { showOnDrawing, runsFromTo } from './messages';

export interface RulerMark {
  readonly id: string;
  readonly name: string;
  readonly belt: MatchedBelt;
}

const FIRST_SIZE = { width: 720, height: 280 };
const H = 92;
const BAND = 40;
/** Half the width of the longest label of a tick, px. */
const LABEL_HALF = 46;

/** Ruler of outside lengths: won't release, runs, won't grip, their uncertainty, and every belt that seats. */
export function WindowRuler({
  window,
  spread,
  marks,
  chosen,
  onChoose,
  letsGo,
}: {
  window: LengthWindow;
  spread: WindowSpread | null;
  marks: readonly RulerMark[];
  chosen: string | null;
  onChoose: (id: string) => void;
  /** False for a belt that is always tight: release is then not required. */
  letsGo: boolean;
}) {
  const { setting, show } = useUnits();
  const [box, { width: w }] = useBoxSize(FIRST_SIZE, 280);

  const finite = [window.releaseMinMm, window.gripMaxMm].filter((v): v is number => v !== null && Number.isFinite(v));
  const centre = finite.length ? finite.reduce((a, b) => a + b, 0) / finite.length : (marks[0]?.belt.outsideMm ?? 1000);
  const span = Math.max(finite.length === 2 ? Math.abs(finite[1]! - finite[0]!) * 2.6 : 0, 46);
  const [from, to] = [centre - span / 2, centre + span / 2];
  const at = (mm: number) => ((mm - from) / (to - from)) * w;
  const clip = (mm: number | null, fallback: number) =>
    mm === null ? fallback : Math.max(0, Math.min(w, Number.isFinite(mm) ? at(mm) : mm < 0 ? 0 : w));

  const inch = setting.system === 'inch';
  const unit = inch ? 25.4 : 1;
  const pick = (steps: number[], minPx: number) => steps.find((s) => ((s * unit) / (to - from)) * w >= minPx) ?? steps[steps.length - 1]!;
  const minor = pick(inch ? [1 / 8, 1 / 4, 1 / 2, 1, 2, 5] : [1, 2, 5, 10, 20, 50, 100], 9);
  const major = pick(inch ? [1 / 2, 1, 2, 5, 10] : [5, 10, 20, 50, 100, 200], inch ? 96 : 70);
  const ticks: { x: number; mm: number; major: boolean }[] = [];
  for (let k = Math.ceil(from / unit / minor); k * minor * unit <= to; k++) {
    const share = (k * minor) / major;
    ticks.push({ x: at(k * minor * unit), mm: k * minor * unit, major: Math.abs(share - Math.round(share)) < 1e-6 });
  }

  const placed = placeMarks(
    marks
      .filter((m) => m.belt.verdict !== 'wrong-section' && m.belt.outsideMm > from && m.belt.outsideMm < to)
      .map((m) => ({ ...m, x: at(m.belt.outsideMm) })),
    chosen,
    w,
  );
  const a = clip(window.shortestMm, 0);
  const b = clip(window.longestMm, 0);
  const open = window.shortestMm !== null;
  const words = open
    ? runsFromTo(
        Number.isFinite(window.shortestMm!) ? show(window.shortestMm!, 'length') : 'any length',
        Number.isFinite(window.longestMm!) ? show(window.longestMm!, 'length') : 'any length',
      )
    : letsGo
      ? 'No length both releases and grips'
      : 'No length both fits and grips';
  const band = (x1: number, x2: number, fill: string, text: string, colour: string, weight = 500) =>
    x2 - x1 > 1 && (
      <g>
        <rect x={x1} y={BAND} width={x2 - x1} height={30} fill={fill} />
        {x2 - x1 > text.length * 7 && (
          <text x={(x1 + x2) / 2} y={BAND + 20} textAnchor="middle" fontSize={14} fontWeight={weight} fill={colour}>
            {text}
          </text>
        )}
      </g>
    );
  const lets = clip(window.releaseMinMm, w);
  const holds = clip(window.gripMaxMm, 0);
  return (
    <Box ref={box} sx={{ width: '100%' }}>
      <svg
        width={w}
        height={H + 6}
        viewBox={`0 0 ${w} ${H + 6}`}
        role="group"
        aria-label={words}
        style={{ display: 'block', maxWidth: '100%' }}
      >
        {open ? (
          <>
            {band(0, a, 'var(--ts-sand)', letsGo ? 'won’t release' : 'too short', 'var(--ts-quiet)')}
            {band(a, b, 'var(--ts-work-soft)', letsGo ? 'releases and grips' : 'fits and grips', 'var(--ts-work)', 700)}
            {band(b, w, 'var(--ts-sand)', 'won’t grip', 'var(--ts-quiet)')}
            {(
              [
                [a, spread?.shortestSd],
                [b, spread?.longestSd],
              ] as const
            ).map(
              ([x, sd], i) =>
                sd !== null &&
                sd !== undefined &&
                x > 0 &&
                x < w && (
                  <path
                    key={i}
                    d={`M${x - at(from + 2 * sd)} ${BAND + 24}v6m0 -3H${x + at(from + 2 * sd)}m0 -3v6`}
                    fill="none"
                    stroke="var(--ts-work)"
                    strokeWidth={1.6}
                  >
                    <title>{`Known to ± ${show(2 * sd, 'length', 1)}`}</title>
                  </path>
                ),
            )}
            {[a, b].map((x, i) => x > 0 && x < w && <path key={i} d={`M${x} ${BAND}v30`} stroke="var(--ts-work)" strokeWidth={2} />)}
          </>
        ) : (
          <>
            {band(0, Math.max(0, holds), 'var(--ts-sand)', letsGo ? 'won’t release' : 'too short', 'var(--ts-quiet)')}
            {band(Math.max(0, holds), Math.min(w, lets), 'var(--ts-copper-soft)', 'neither', 'var(--ts-copper)', 700)}
            {band(Math.min(w, lets), w, 'var(--ts-sand)', 'won’t grip', 'var(--ts-quiet)')}
          </>
        )}
        <path d={`M0 ${BAND + 30}H${w}`} stroke="var(--ts-quiet)" />
        {ticks.map((t) => (
          <g key={t.x}>
            <path d={`M${t.x} ${BAND + 30}v${t.major ? 10 : 5}`} stroke="var(--ts-quiet)" />
            {t.major && t.x > LABEL_HALF && t.x < w - LABEL_HALF && (
              <text x={t.x} y={BAND + 54} textAnchor="middle" fontSize={13} fill="var(--ts-ink)" fontFamily="'Spline Sans Mono', monospace">
                {show(t.mm, 'length', 0)}
              </text>
            )}
          </g>
        ))}
        {placed.map(({ marks: same, shown, x, label }) => (
          <g
            key={same[0]!.id}
            role="button"
            tabIndex={0}
            aria-pressed={shown.id === chosen}
            aria-label={showOnDrawing(shown.name)}
            style={{ cursor: 'pointer' }}
            onClick={() => onChoose(shown.id)}
            onKeyDown={(e) => (e.key === 'Enter' || e.key === ' ') && (e.preventDefault(), onChoose(shown.id))}
          >
            <title>{[...new Set(same.map((m) => m.name))].join(', ')}</title>
            <path
              d={`M${x - 6} ${BAND - 10}h12l-6 10z`}
              fill={shown.belt.verdict === 'fits' || shown.belt.verdict === 'marginal' ? 'var(--ts-work)' : 'var(--ts-copper)'}
              stroke={shown.id === chosen ? 'var(--ts-ink)' : 'none'}
              strokeWidth={2}
            />
            {label && (
              <text
                x={label.x}
                y={label.row === 0 ? BAND - 14 : BAND - 29}
                textAnchor="middle"
                fontSize={13}
                fontWeight={shown.id === chosen ? 700 : 500}
                fill="var(--ts-ink)"
                fontFamily="'Spline Sans Mono', monospace"
              >
                {label.text}
              </text>
            )}
            <rect x={x - 22} y={0} width={44} height={BAND + 30} fill="transparent" />
          </g>
        ))}
      </svg>
    </Box>
  );
}
