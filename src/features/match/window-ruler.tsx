'use client';

import Box from '@mui/material/Box';
import type { LengthWindow, MatchedBelt, WindowSpread } from '@/core/drive';
import { useBoxSize } from '@/ui/box-size';
import { useUnits, type Units } from '@/ui/units';
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
const MONO = "'Spline Sans Mono', monospace";
/** Half the width of the longest label of a tick, px. */
const LABEL_HALF = 46;

/** Scale of the ruler: the shown lengths, mm, and their places, px. */
interface Scale {
  readonly from: number;
  readonly to: number;
  readonly width: number;
  readonly at: (mm: number) => number;
  /** Place of a limit within the ruler. `fallback` for an unknown limit. */
  readonly clip: (mm: number | null, fallback: number) => number;
}

function scaleOf({ releaseMinMm, gripMaxMm }: LengthWindow, firstMm: number | undefined, width: number): Scale {
  const finite = [releaseMinMm, gripMaxMm].filter((v): v is number => v !== null && Number.isFinite(v));
  const centre = finite.length ? finite.reduce((a, b) => a + b, 0) / finite.length : (firstMm ?? 1000);
  const span = Math.max(finite.length === 2 ? Math.abs(finite[1]! - finite[0]!) * 2.6 : 0, 46);
  const [from, to] = [centre - span / 2, centre + span / 2];
  const at = (mm: number) => ((mm - from) / (to - from)) * width;
  const clip = (mm: number | null, fallback: number) =>
    mm === null ? fallback : Math.max(0, Math.min(width, Number.isFinite(mm) ? at(mm) : mm < 0 ? 0 : width));
  return { from, to, width, at, clip };
}

interface Tick {
  readonly x: number;
  readonly mm: number;
  readonly isMajor: boolean;
}

/** Ticks at round lengths in the unit of the reader, with enough space between labels. */
function ticksOf({ from, to, width, at }: Scale, inch: boolean): Tick[] {
  const unit = inch ? 25.4 : 1;
  const pick = (steps: number[], minPx: number) =>
    steps.find((s) => ((s * unit) / (to - from)) * width >= minPx) ?? steps[steps.length - 1]!;
  const minor = pick(inch ? [1 / 8, 1 / 4, 1 / 2, 1, 2, 5] : [1, 2, 5, 10, 20, 50, 100], 9);
  const major = pick(inch ? [1 / 2, 1, 2, 5, 10] : [5, 10, 20, 50, 100, 200], inch ? 96 : 70);
  const ticks: Tick[] = [];
  for (let k = Math.ceil(from / unit / minor); k * minor * unit <= to; k++) {
    const share = (k * minor) / major;
    ticks.push({ x: at(k * minor * unit), mm: k * minor * unit, isMajor: Math.abs(share - Math.round(share)) < 1e-6 });
  }
  return ticks;
}

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
  const [box, { width }] = useBoxSize(FIRST_SIZE, 280);
  const scale = scaleOf(window, marks[0]?.belt.outsideMm, width);
  const placed = placeMarks(
    marks
      .filter(({ belt }) => belt.verdict !== 'wrong-section' && belt.outsideMm > scale.from && belt.outsideMm < scale.to)
      .map((m) => ({ ...m, x: scale.at(m.belt.outsideMm) })),
    chosen,
    width,
  );
  return (
    <Box ref={box} sx={{ width: '100%' }}>
      <svg
        width={width}
        height={H + 6}
        viewBox={`0 0 ${width} ${H + 6}`}
        role="group"
        aria-label={rangeWords(window, letsGo, show)}
        style={{ display: 'block', maxWidth: '100%' }}
      >
        {window.shortestMm === null ? <NoWindow {...{ window, scale, letsGo }} /> : <OpenWindow {...{ window, scale, spread, letsGo }} />}
        <Ticks ticks={ticksOf(scale, setting.system === 'inch')} width={width} />
        {placed.map((mark) => (
          <Mark key={mark.marks[0]!.id} mark={mark} chosen={chosen} onChoose={onChoose} />
        ))}
      </svg>
    </Box>
  );
}

function rangeWords({ shortestMm, longestMm }: LengthWindow, letsGo: boolean, show: Units['show']): string {
  const length = (mm: number | null) => (mm !== null && Number.isFinite(mm) ? show(mm, 'length') : 'any length');
  if (shortestMm !== null) return runsFromTo(length(shortestMm), length(longestMm));
  return letsGo ? 'No length both releases and grips' : 'No length both fits and grips';
}

/** A range of lengths in one colour, with its words if they fit. */
function Band({
  from,
  to,
  fill,
  text,
  colour,
  weight = 500,
}: {
  from: number;
  to: number;
  fill: string;
  text: string;
  colour: string;
  weight?: number;
}) {
  if (to - from <= 1) return null;
  return (
    <g>
      <rect x={from} y={BAND} width={to - from} height={30} fill={fill} />
      {to - from > text.length * 7 && (
        <text x={(from + to) / 2} y={BAND + 20} textAnchor="middle" fontSize={14} fontWeight={weight} fill={colour}>
          {text}
        </text>
      )}
    </g>
  );
}

const OUTSIDE = { fill: 'var(--ts-sand)', colour: 'var(--ts-quiet)' } as const;
const tooShort = (letsGo: boolean): string => (letsGo ? 'won’t release' : 'too short');

/** Ranges of a drive with lengths that run, and the uncertainty of the two limits. */
function OpenWindow({
  window,
  scale,
  spread,
  letsGo,
}: {
  window: LengthWindow;
  scale: Scale;
  spread: WindowSpread | null;
  letsGo: boolean;
}) {
  const { show } = useUnits();
  const { width, at, from, clip } = scale;
  const [a, b] = [clip(window.shortestMm, 0), clip(window.longestMm, 0)];
  const limits = [
    { x: a, sd: spread?.shortestSd ?? null },
    { x: b, sd: spread?.longestSd ?? null },
  ].filter(({ x }) => x > 0 && x < width);
  return (
    <>
      <Band {...OUTSIDE} from={0} to={a} text={tooShort(letsGo)} />
      <Band
        from={a}
        to={b}
        fill="var(--ts-work-soft)"
        text={letsGo ? 'releases and grips' : 'fits and grips'}
        colour="var(--ts-work)"
        weight={700}
      />
      <Band {...OUTSIDE} from={b} to={width} text="won’t grip" />
      {limits.map(({ x, sd }, i) =>
        sd === null ? null : (
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
      {limits.map(({ x }, i) => (
        <path key={i} d={`M${x} ${BAND}v30`} stroke="var(--ts-work)" strokeWidth={2} />
      ))}
    </>
  );
}

/** Ranges of a drive without a length that runs. */
function NoWindow({ window, scale: { width, clip }, letsGo }: { window: LengthWindow; scale: Scale; letsGo: boolean }) {
  const releases = Math.min(width, clip(window.releaseMinMm, width));
  const grips = Math.max(0, clip(window.gripMaxMm, 0));
  return (
    <>
      <Band {...OUTSIDE} from={0} to={grips} text={tooShort(letsGo)} />
      <Band from={grips} to={releases} fill="var(--ts-copper-soft)" text="neither" colour="var(--ts-copper)" weight={700} />
      <Band {...OUTSIDE} from={releases} to={width} text="won’t grip" />
    </>
  );
}

function Ticks({ ticks, width }: { ticks: readonly Tick[]; width: number }) {
  const { show } = useUnits();
  return (
    <>
      <path d={`M0 ${BAND + 30}H${width}`} stroke="var(--ts-quiet)" />
      {ticks.map((t) => (
        <g key={t.x}>
          <path d={`M${t.x} ${BAND + 30}v${t.isMajor ? 10 : 5}`} stroke="var(--ts-quiet)" />
          {t.isMajor && t.x > LABEL_HALF && t.x < width - LABEL_HALF && (
            <text x={t.x} y={BAND + 54} textAnchor="middle" fontSize={13} fill="var(--ts-ink)" fontFamily={MONO}>
              {show(t.mm, 'length', 0)}
            </text>
          )}
        </g>
      ))}
    </>
  );
}

/** One belt, or several of the same length. */
function Mark({
  mark: { marks, shown, x, label },
  chosen,
  onChoose,
}: {
  mark: ReturnType<typeof placeMarks<RulerMark & { x: number }>>[number];
  chosen: string | null;
  onChoose: (id: string) => void;
}) {
  const isChosen = shown.id === chosen;
  const runs = shown.belt.verdict === 'fits' || shown.belt.verdict === 'marginal';
  return (
    <g
      role="button"
      tabIndex={0}
      aria-pressed={isChosen}
      aria-label={showOnDrawing(shown.name)}
      style={{ cursor: 'pointer' }}
      onClick={() => onChoose(shown.id)}
      onKeyDown={(e) => (e.key === 'Enter' || e.key === ' ') && (e.preventDefault(), onChoose(shown.id))}
    >
      <title>{[...new Set(marks.map((m) => m.name))].join(', ')}</title>
      <path
        d={`M${x - 6} ${BAND - 10}h12l-6 10z`}
        fill={runs ? 'var(--ts-work)' : 'var(--ts-copper)'}
        stroke={isChosen ? 'var(--ts-ink)' : 'none'}
        strokeWidth={2}
      />
      {label && (
        <text
          x={label.x}
          y={label.row === 0 ? BAND - 14 : BAND - 29}
          textAnchor="middle"
          fontSize={13}
          fontWeight={isChosen ? 700 : 500}
          fill="var(--ts-ink)"
          fontFamily={MONO}
        >
          {label.text}
        </text>
      )}
      <rect x={x - 22} y={0} width={44} height={BAND + 30} fill="transparent" />
    </g>
  );
}
