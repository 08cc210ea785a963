'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { sectionOf, type Drive } from '@/core/drive';
import { isWithin, type Clearance } from '@/core/job';
import { Choices } from '@/ui/choices';
import { NumberField } from '@/ui/number-field';
import { useUnits } from '@/ui/units';

/** An over-centre lever falls home by itself over about this much at its handle, mm. A setting of the trade. */
export const LATCH_FALL_MM = { low: 25, high: 40 } as const;
/** A keeper nearer than this rubs, mm; one farther off than the belt is deep lets it out. */
export const LEAST_KEEPER_MM = 1.5;

/** Where a lever falls home by itself: a latch that goes over centre. */
export const hasLatch = (drive: Drive): boolean => drive.tensioners.some((t) => t.carries.length === 0);

type Asked = Pick<Clearance, 'what' | 'part' | 'lever' | 'lowMm' | 'highMm'>;

/** What is measured of keepers and latch, with its limits. */
export function clearancesOf(drive: Drive, beltId: string): Asked[] {
  const belt = drive.belts.find((b) => b.id === beltId);
  if (!belt) return [];
  const depth = sectionOf(belt).depthMm;
  const near = drive.keepers.filter((k) => belt.route.some((r) => r.pulley === k.near));
  return [
    ...near.flatMap((k) =>
      (['engaged', 'released'] as const).map((lever): Asked => ({
        what: 'keeper',
        part: { id: k.id, label: k.label ?? 'Keeper' },
        lever,
        lowMm: LEAST_KEEPER_MM,
        // Released the belt hangs off its grooves: it may come near, and must not get past.
        highMm: lever === 'engaged' ? depth : null,
      })),
    ),
    ...(hasLatch(drive)
      ? [{ what: 'latch-fall', part: null, lever: 'engaged', lowMm: LATCH_FALL_MM.low, highMm: LATCH_FALL_MM.high } as const]
      : []),
  ];
}

const keyOf = ({ what, part, lever }: Pick<Clearance, 'what' | 'part' | 'lever'>) => `${what} ${part?.id ?? ''} ${lever}`;

export function clearanceName({ what, part, lever }: Pick<Clearance, 'what' | 'part' | 'lever'>): string {
  return what === 'keeper' ? `${part?.label ?? 'Keeper'}, ${lever}` : 'Fall of the lever, at its handle';
}

/** What a clearance says against its limits. @param show prints mm */
export function clearanceWords(c: Clearance, show: (mm: number) => string): string {
  if (isWithin(c)) return 'within its limits';
  const low = c.lowMm !== null && c.mm < c.lowMm;
  if (c.what === 'latch-fall')
    return low
      ? `under ${show(c.lowMm!)}: the rod is bent, too long or too short; set the rod, not the spring`
      : `over ${show(c.highMm!)}: it is set too far over`;
  return low
    ? `under ${show(c.lowMm!)}: it rubs, and the belt runs on`
    : `over ${show(c.highMm!)}, the belt’s own depth: it lets the belt out`;
}

/** Keeper gaps engaged and released, and the fall of an over-centre lever: measured, and held against their limits. */
export function Clearances({
  asked,
  kept,
  onKeep,
}: {
  asked: readonly Asked[];
  /** The last of each. */
  kept: readonly Clearance[];
  onKeep: ((clearance: Clearance) => Promise<boolean>) | null;
}) {
  const { show } = useUnits();
  const [chosen, setChosen] = useState<string | null>(null);
  const [mm, setMm] = useState<number | null>(null);
  const [blank, setBlank] = useState(false);
  const [busy, setBusy] = useState(false);
  const last = new Map(kept.map((c) => [keyOf(c), c]));
  const open = asked.find((a) => !last.has(keyOf(a)));
  const now = asked.find((a) => keyOf(a) === chosen) ?? open ?? asked[0]!;
  const limits = (a: Asked) =>
    a.highMm === null ? `${show(a.lowMm ?? 0, 'length')} or more` : `${show(a.lowMm ?? 0, 'length')} to ${show(a.highMm, 'length')}`;
  const keep = async () => {
    setBlank(mm === null);
    if (mm === null || !onKeep) return;
    setBusy(true);
    if (await onKeep({ ...now, mm })) {
      setMm(null);
      setChosen(null);
    }
    setBusy(false);
  };
  return (
    <Box sx={{ display: 'grid', gap: 1.5, maxWidth: 860 }}>
      {asked.map((a) => {
        const c = last.get(keyOf(a));
        return (
          <Box key={keyOf(a)} sx={{ fontSize: 15, color: c && !isWithin(c) ? 'var(--ts-copper)' : undefined }}>
            {clearanceName(a)}:{' '}
            {c ? `${show(c.mm, 'length')}, ${clearanceWords(c, (v) => show(v, 'length'))}` : `not measured yet; ${limits(a)}`}
          </Box>
        );
      })}
      {onKeep && (
        <Box component="form" aria-label="A gap" onSubmit={(e) => (e.preventDefault(), void keep())} sx={{ display: 'grid', gap: 1.5 }}>
          <Choices
            label="Measured"
            value={keyOf(now)}
            options={asked.map((a) => ({ id: keyOf(a), label: clearanceName(a) }))}
            onChoose={setChosen}
          />
          <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'flex-start', flexWrap: 'wrap' }}>
            <Box sx={{ width: 260 }}>
              <NumberField
                key={keyOf(now)}
                dimension="length"
                label={now.what === 'keeper' ? 'Gap to the belt' : 'Falls by'}
                value={mm}
                onValue={setMm}
                min={0}
                max={500}
                optional
                helperText={`${limits(now)}.`}
              />
            </Box>
            <Button type="submit" variant="contained" size="large" disabled={busy}>
              Keep it
            </Button>
          </Box>
          {blank && mm === null && (
            <Alert severity="warning" variant="outlined">
              Type what was measured first.
            </Alert>
          )}
        </Box>
      )}
    </Box>
  );
}
