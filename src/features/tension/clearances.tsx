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
import { beltCanPass, leverTooFar, rodBent, rubsOnBelt } from './messages';

/** An over-centre lever falls home by itself over about this much at its handle, mm. A setting of the trade. */
export const LATCH_FALL_MM = { low: 25, high: 40 } as const;
/** A keeper, or an engaged belt stop, closer than this can rub, mm. A setting of the trade. */
export const LEAST_CLEAR_MM = 1.5;
/** A released belt rests on its stop: a larger gap than a feeler shows lets the driven pulley run on, mm. */
export const MOST_RELEASED_STOP_MM = 0.5;

/** Point past which a lever closes by itself: an over-centre latch. */
export const hasLatch = (drive: Drive): boolean => drive.tensioners.some((t) => t.carries.length === 0);

/** Belt stops among a drive's keepers: those last measured as one, and those labelled so and never measured as a keeper. */
export function beltStopsOf(drive: Drive, kept: readonly Clearance[]): string[] {
  return drive.keepers.flatMap((k) => {
    const last = kept.findLast((c) => c.part?.id === k.id)?.what;
    const labelled = /\bstop\b/i.test(k.label ?? '');
    return last === 'stop' || (last === undefined && labelled) ? [k.id] : [];
  });
}

type Asked = Pick<Clearance, 'what' | 'part' | 'lever' | 'lowMm' | 'highMm'>;

/**
 * Measurements of keepers, belt stops and latch, with their limits. A keeper stays clear of the belt in both states. A
 * belt stop is clear when engaged, and touches the released belt.
 * @param stops ids of the drive's keepers that are belt stops
 */
export function clearancesOf(drive: Drive, beltId: string, stops: readonly string[] = []): Asked[] {
  const belt = drive.belts.find((b) => b.id === beltId);
  if (!belt) return [];
  const depth = sectionOf(belt).depthMm;
  const near = drive.keepers.filter((k) => belt.route.some((r) => r.pulley === k.near));
  const isStop = (id: string) => stops.includes(id);
  return [
    ...near.flatMap((k) =>
      (['engaged', 'released'] as const).map((lever): Asked => ({
        what: isStop(k.id) ? 'stop' : 'keeper',
        part: { id: k.id, label: k.label ?? (isStop(k.id) ? 'Belt stop' : 'Belt keeper') },
        lever,
        lowMm: isStop(k.id) && lever === 'released' ? null : LEAST_CLEAR_MM,
        // The slack belt may come near a keeper but must not pass it. It rests on a belt stop.
        highMm: lever === 'engaged' ? depth : isStop(k.id) ? MOST_RELEASED_STOP_MM : null,
      })),
    ),
    ...(hasLatch(drive)
      ? [{ what: 'latch-fall', part: null, lever: 'engaged', lowMm: LATCH_FALL_MM.low, highMm: LATCH_FALL_MM.high } as const]
      : []),
  ];
}

const keyOf = ({ what, part, lever }: Pick<Clearance, 'what' | 'part' | 'lever'>) => `${what} ${part?.id ?? ''} ${lever}`;

export function clearanceName({ what, part, lever }: Pick<Clearance, 'what' | 'part' | 'lever'>): string {
  return what === 'latch-fall' ? 'Travel of the lever past centre, at its handle' : `${part?.label ?? 'Belt keeper'}, ${lever}`;
}

/** Result of a clearance by its limits. @param show prints mm */
export function clearanceWords(c: Clearance, show: (mm: number) => string): string {
  if (isWithin(c)) return c.what === 'stop' && c.lever === 'released' ? 'the belt rests on it' : 'within its limits';
  const low = c.lowMm !== null && c.mm < c.lowMm;
  if (c.what === 'latch-fall') return low ? rodBent(show(c.lowMm!)) : leverTooFar(show(c.highMm!));
  if (c.what === 'stop' && c.lever === 'released')
    return 'the released belt does not rest on it, so the driven pulley can run on: set the stop to touch the released belt';
  return low ? rubsOnBelt(show(c.lowMm!)) : beltCanPass(show(c.highMm!));
}

/** Gaps of keepers and belt stops in both states, and the fall of an over-centre lever, compared with their limits. */
export function Clearances({
  drive,
  beltId,
  kept,
  onKeep,
}: {
  drive: Drive;
  beltId: string;
  /** The last of each. */
  kept: readonly Clearance[];
  onKeep: ((clearance: Clearance) => Promise<boolean>) | null;
}) {
  const { show } = useUnits();
  const [chosen, setChosen] = useState<string | null>(null);
  const [mm, setMm] = useState<number | null>(null);
  const [blank, setBlank] = useState(false);
  const [busy, setBusy] = useState(false);
  /** Kind of a part, if it was changed here. */
  const [is, setIs] = useState<Readonly<Record<string, 'keeper' | 'stop'>>>({});
  const stops = beltStopsOf(drive, kept).filter((id) => is[id] !== 'keeper');
  const asked = clearancesOf(drive, beltId, [...stops, ...Object.keys(is).filter((id) => is[id] === 'stop')]);
  const last = new Map(kept.map((c) => [keyOf(c), c]));
  const open = asked.find((a) => !last.has(keyOf(a)));
  const now = asked.find((a) => keyOf(a) === chosen) ?? open ?? asked[0]!;
  const limits = (a: Asked) =>
    a.what === 'stop' && a.lever === 'released'
      ? 'the belt must rest on it'
      : a.highMm === null
        ? `${show(a.lowMm ?? 0, 'length')} or more`
        : `${show(a.lowMm ?? 0, 'length')} to ${show(a.highMm, 'length')}`;
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
          {now.part && (
            <Choices
              label={`${now.part.label} is a`}
              value={now.what}
              options={[
                { id: 'keeper', label: 'Belt keeper: stays clear of the belt' },
                { id: 'stop', label: 'Belt stop: the released belt rests on it' },
              ]}
              onChoose={(what) => {
                setIs({ ...is, [now.part!.id]: what as 'keeper' | 'stop' });
                setChosen(keyOf({ ...now, what: what as Clearance['what'] }));
              }}
            />
          )}
          <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'flex-start', flexWrap: 'wrap' }}>
            <Box sx={{ width: 260 }}>
              <NumberField
                key={keyOf(now)}
                dimension="length"
                label={now.what === 'latch-fall' ? 'Falls by' : 'Gap to the belt'}
                value={mm}
                onValue={setMm}
                min={0}
                max={500}
                optional
                helperText={`${limits(now)}.`}
              />
            </Box>
            <Button type="submit" variant="contained" size="large" disabled={busy}>
              Save gap
            </Button>
          </Box>
          {blank && mm === null && (
            <Alert severity="warning" variant="outlined">
              Enter the measured gap first.
            </Alert>
          )}
        </Box>
      )}
    </Box>
  );
}
