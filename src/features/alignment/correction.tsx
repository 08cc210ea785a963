'use client';

import Box from '@mui/material/Box';
import { useState } from 'react';
import { rodTurn, supportMoves, type Misalignment, type RodTurn } from '@/core/alignment';
import type { Drive } from '@/core/drive';
import { Choices } from '@/ui/choices';
import { NumberField } from '@/ui/number-field';
import { useUnits } from '@/ui/units';
import type { EntryRequest } from '@/services/entry-angles';
import { rodWords, supportWords, offsetRemains, rodsAlsoMove } from './messages';

/**
 * Twin rods that pull either of two pulleys, with their adjuster. Undefined without them. Both pulleys turn the same
 * way: seen from one, the far rim of the other is behind by the same distance.
 */
const rodsOf = (drive: Drive, pulleys: readonly string[]) =>
  drive.adjusters.find((a) => {
    const moved = drive.tensioners.find((t) => t.id === a.tensioner);
    return (a.screw?.rods.length ?? 0) > 1 && moved?.carries.some((p) => pulleys.includes(p));
  });

/** Correction by the rods. Null if they do not correct this. */
export const rodsTurn = (
  drive: Drive,
  pulleys: readonly string[],
  misalignment: Misalignment,
  edgeSide: 'left' | 'right',
): RodTurn | null => {
  const screw = rodsOf(drive, pulleys)?.screw;
  return screw ? rodTurn(misalignment, screw, edgeSide) : null;
};

/** How far squaring by the rods draws their adjuster along; null where they square nothing. */
export function rodsMove(
  drive: Drive,
  pulleys: readonly string[],
  misalignment: Misalignment,
  edgeSide: 'left' | 'right',
): EntryRequest['moved'] {
  const turn = rodsTurn(drive, pulleys, misalignment, edgeSide);
  const adjuster = rodsOf(drive, pulleys);
  return turn && adjuster ? { adjuster: adjuster.id, mm: turn.middleMm } : null;
}

/** Turns or shims that align the pulley. */
export function Correction({
  drive,
  pulleys,
  misalignment,
  edgeSide,
  onEdgeSide,
  addsN,
}: {
  drive: Drive;
  /** The measured pulley, and the reference pulley. */
  pulleys: readonly string[];
  misalignment: Misalignment;
  edgeSide: 'left' | 'right';
  onEdgeSide: (side: 'left' | 'right') => void;
  /** Tension added by turning the rods, N. Null if unknown. */
  addsN: number | null;
}) {
  const { show, caliper } = useUnits();
  const adjuster = rodsOf(drive, pulleys);
  const turn = rodsTurn(drive, pulleys, misalignment, edgeSide);
  if (adjuster?.screw)
    return (
      <Box sx={{ display: 'grid', gap: 1 }}>
        <Choices
          label="Seen in the direction of the pull, the edge is on the"
          value={edgeSide}
          options={[
            { id: 'left', label: 'Left' },
            { id: 'right', label: 'Right' },
          ]}
          onChoose={onEdgeSide}
        />
        <Box sx={{ fontSize: 16 }}>
          {turn ? (
            <>
              <strong>
                {rodWords(turn, adjuster.screw.rods.find((r) => r.id === turn.rod)?.label ?? 'the rod on that side', adjuster.screw.flats)}
              </strong>{' '}
              ({turn.flats} flats). Do not turn the other rod. An angle of {Math.abs(turn.leftDeg).toFixed(2)}° remains.
              {addsN === null ? '' : ` ${rodsAlsoMove(caliper(turn.middleMm), show(addsN, 'force'))}`} Then measure the gaps again.
            </>
          ) : (
            'The angle is within one flat. Turn both rods by the same amount.'
          )}
          {Math.abs(misalignment.offsetMm) > 0.5 && ` ${offsetRemains(caliper(Math.abs(misalignment.offsetMm)))}`}
        </Box>
      </Box>
    );
  return <Supports misalignment={misalignment} />;
}

const PLACES = [
  ['near-above', 'Near, above', -1, 1],
  ['far-above', 'Far, above', 1, 1],
  ['near-below', 'Near, below', -1, -1],
  ['far-below', 'Far, below', 1, -1],
] as const;

/** Four bolts or studs about the pulley’s middle, shimmed or run on their threads. */
function Supports({ misalignment }: { misalignment: Misalignment }) {
  const { caliper } = useUnits();
  const [by, setBy] = useState<'shims' | 'studs'>('shims');
  const [along, setAlong] = useState(127);
  const [across, setAcross] = useState(127);
  const [pitch, setPitch] = useState(1.5);
  const moves = supportMoves(
    misalignment,
    PLACES.map(([id, , x, y]) => ({ id, x: (x * along) / 2, y: (y * across) / 2 })),
    by === 'studs' ? { pitch, flats: 6 } : null,
  );
  const shared = moves.every((m) => Math.abs(m.mm - moves[0]!.mm) < 0.05);
  return (
    <Box sx={{ display: 'grid', gap: 1 }}>
      <Choices
        label="Support"
        value={by}
        options={[
          { id: 'shims', label: 'Shims' },
          { id: 'studs', label: 'Studs with nuts' },
        ]}
        onChoose={setBy}
      />
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', sm: '1fr 1fr 1fr' }, gap: 1.5 }}>
        <NumberField
          dimension="length"
          label="Bolt spacing, along"
          value={along}
          onValue={(v) => setAlong(v ?? along)}
          min={1}
          max={2000}
        />
        <NumberField
          dimension="length"
          label="Bolt spacing, across"
          value={across}
          onValue={(v) => setAcross(v ?? across)}
          min={1}
          max={2000}
        />
        {by === 'studs' && (
          <NumberField dimension="length" label="Thread, a turn" value={pitch} onValue={(v) => setPitch(v ?? pitch)} min={0.2} max={10} />
        )}
      </Box>
      <Box component="ul" sx={{ m: 0, pl: 2.5, fontSize: 16 }}>
        {shared ? (
          <li>
            Every support: <strong>{supportWords(moves[0]!, caliper)}</strong>
          </li>
        ) : (
          moves.map((m, i) => (
            <li key={m.id}>
              {PLACES[i]![1]}: <strong>{supportWords(m, caliper)}</strong>
            </li>
          ))
        )}
      </Box>
    </Box>
  );
}
