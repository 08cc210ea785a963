import type { KeyboardEvent } from 'react';
import type { Pulley } from '@/core/drive';
import type { Bounds } from './outline';

/** A place without a part of the drive: a pivot or a spring end for measuring. */
export interface PlateMark {
  readonly id: string;
  readonly label: string;
  readonly x: number;
  readonly y: number;
}

/** A cross for each mark. */
export function Crosses({ marks, selected, px }: { marks: readonly PlateMark[]; selected: string | null; px: number }) {
  return (
    <>
      {marks.map(({ id, label, x, y }) => (
        <path
          key={id}
          d={`M${x - 6 * px} ${-y}h${12 * px}M${x} ${-y - 6 * px}v${12 * px}`}
          stroke={selected === id ? 'var(--ts-work)' : 'var(--ts-ink)'}
          strokeWidth={2.4 * px}
        >
          <title>{label}</title>
        </path>
      ))}
    </>
  );
}

/** Lines that a dragged pulley snapped to. */
export function Guides({ at, view, px }: { at: { readonly x: number | null; readonly y: number | null }; view: Bounds; px: number }) {
  return (
    <>
      {at.x !== null && (
        <path d={`M${at.x} ${view.y}v${view.height}`} stroke="var(--ts-copper)" strokeWidth={px} strokeDasharray={`${5 * px}`} />
      )}
      {at.y !== null && (
        <path d={`M${view.x} ${-at.y}h${view.width}`} stroke="var(--ts-copper)" strokeWidth={px} strokeDasharray={`${5 * px}`} />
      )}
    </>
  );
}

/** Rings round what is only sketched. */
export function LooseRings({
  ids,
  pulleys,
  marks,
  px,
}: {
  ids: ReadonlySet<string>;
  pulleys: readonly Pulley[];
  marks: readonly PlateMark[];
  px: number;
}) {
  return (
    <>
      {[...ids].map((id) => {
        const r = pulleys.find((one) => one.id === id);
        const p = r ?? marks.find((m) => m.id === id);
        return (
          p && (
            <circle
              key={id}
              cx={p.x}
              cy={-p.y}
              r={(r ? r.outsideDiameter / 2 : 0) + 8 * px}
              fill="none"
              stroke="var(--ts-copper)"
              strokeWidth={2 * px}
              strokeDasharray={`${3 * px} ${5 * px}`}
              pointerEvents="none"
            />
          )
        );
      })}
    </>
  );
}

/** Handle of a cross for a measured place, and its name. */
export function MarkHandle({
  mark: { id, label, x, y },
  px,
  named,
  onPress,
  onFocus,
}: {
  mark: PlateMark;
  px: number;
  named: boolean;
  onPress?: (event: KeyboardEvent) => void;
  onFocus: () => void;
}) {
  return (
    <g>
      {named && (
        <text
          x={x + 9 * px}
          y={-y - 8 * px}
          fontSize={12 * px}
          fill="var(--ts-quiet)"
          stroke="var(--ts-card)"
          strokeWidth={3 * px}
          paintOrder="stroke"
          fontFamily="'Archivo Narrow', 'Archivo', sans-serif"
        >
          {label}
        </text>
      )}
      {onPress && (
        <circle
          data-grip={id}
          cx={x}
          cy={-y}
          r={22 * px}
          fill="transparent"
          tabIndex={0}
          role="button"
          aria-label={`${label}; arrow keys move it`}
          style={{ cursor: 'move' }}
          onKeyDown={onPress}
          onFocus={onFocus}
        />
      )}
    </g>
  );
}

/** The ground, dotted so that one sees how large things are. */
export function Ground({ view, mmPerPx }: { view: Bounds; mmPerPx: number }) {
  const step = [10, 20, 50, 100, 200, 500].find((s) => s / mmPerPx >= 24) ?? 1000;
  return (
    <>
      <defs>
        <pattern id="ts-ground" width={step} height={step} patternUnits="userSpaceOnUse">
          <circle cx={0} cy={0} r={1.1 * mmPerPx} fill="var(--ts-dot)" />
          <circle cx={step} cy={0} r={1.1 * mmPerPx} fill="var(--ts-dot)" />
          <circle cx={0} cy={step} r={1.1 * mmPerPx} fill="var(--ts-dot)" />
          <circle cx={step} cy={step} r={1.1 * mmPerPx} fill="var(--ts-dot)" />
        </pattern>
      </defs>
      <rect x={view.x} y={view.y} width={view.width} height={view.height} fill="url(#ts-ground)" />
    </>
  );
}
