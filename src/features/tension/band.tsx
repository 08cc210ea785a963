'use client';

import Box from '@mui/material/Box';
import type { Drive } from '@/core/drive';
import { Strand } from '@/ui/strand';
import { useUnits } from '@/ui/units';
import type { TensionAnswer } from '@/services/tension';
import type { StoredReading } from './stored-reading';
import { SlipLimits } from './slip-limits';
import { METHOD_WORDS, spanName, byManual, forNewBelt, noTensionWorks, oneTensioner, tensionFalls } from './messages';

type Answered = Extract<TensionAnswer, { ok: true }>;

/** Tension scale: slip limit, bearing limit and target, with the calculated tension and the readings. */
export function TensionScale({ answer, readings }: { answer: Answered; readings: readonly StoredReading[] }) {
  const { sheet, targetN, combined } = answer;
  const { band, tension, running } = sheet;
  const marks = answer.readings.flatMap((r, i) =>
    r.ok && r.setting
      ? [{ id: `read-${i}`, tensionN: r.tensionN, sdN: r.sdN, label: METHOD_WORDS[readings[i]!.reading.method], small: true }]
      : [],
  );
  return (
    <Box sx={{ maxWidth: 440 }}>
      <Strand
        label="Static tension"
        floorN={band.floor}
        loadKnown={band.target !== null}
        ceilingN={band.ceiling}
        targetN={targetN}
        marks={[
          ...(tension === null
            ? []
            : [
                {
                  id: 'drawn',
                  tensionN: tension,
                  label: answer.combined ? 'Calculated' : 'As drawn and set',
                  ...(running === null ? {} : { leftN: running }),
                },
              ]),
          ...marks,
          ...(combined ? [{ id: 'all', tensionN: combined.tensionN, sdN: combined.sdN, label: 'Read' }] : []),
        ]}
      />
    </Box>
  );
}

/** The slip limit, the bearing limit and the target in words, with what sets them. */
export function BandWords({ drive, answer }: { drive: Drive; answer: Answered }) {
  const { show } = useUnits();
  const { sheet, targetN, targetBy, loose } = answer;
  const { band, tension, running } = sheet;
  const name = (id: string | null) => (id === 'belt' ? 'the belt itself' : (drive.pulleys.find((p) => p.id === id)?.label ?? 'a pulley'));
  return (
    <Box sx={{ fontSize: 15, display: 'grid', gap: 0.5 }}>
      {band.target === null ? (
        <Box>
          Enter the power of the driven machine to calculate the slip limit and target.
          {targetN !== null && (
            <>
              {' '}
              Set it to the manual’s <strong>{show(targetN, 'force')}</strong>.
            </>
          )}
        </Box>
      ) : (
        <Box>
          Target <strong>{show(targetN!, 'force')}</strong>
          {targetBy === 'manual'
            ? ` ${byManual(show(band.target, 'force'))}`
            : targetBy === 'new-belt'
              ? ` ${forNewBelt(show(band.target, 'force'))}`
              : ''}
          . {name(band.floorAt)[0]!.toUpperCase() + name(band.floorAt).slice(1)} slips below {show(band.floor, 'force')} at rest.{' '}
          {band.ceiling === null
            ? 'No limit of belt or bearings is entered.'
            : `Above ${show(band.ceiling, 'force')} ${name(band.ceilingAt)} is overloaded.`}
        </Box>
      )}
      {band.target !== null && <SlipLimits floorN={band.floor} wetFloorN={sheet.wetFloorN} />}
      {band.empty && <Box sx={{ color: 'var(--ts-copper)' }}>{noTensionWorks(name(band.floorAt), name(band.ceilingAt))}</Box>}
      {tension !== null && running !== null && running < 0.8 * tension && (
        <Box sx={{ color: 'var(--ts-quiet)' }}>{tensionFalls(show(tension, 'force'), running > 0 ? show(running, 'force') : null)}</Box>
      )}
      {loose && (
        <Box>
          <strong>This belt should feel loose:</strong> at the target {show(loose.pushN, 'force')} at mid-span of{' '}
          {spanName(drive, loose.from, loose.to)} moves it {show(loose.deflectionMm, 'length')}. Do not shorten the belt.
        </Box>
      )}
    </Box>
  );
}

/** Both states of a shared tensioner. It is a setting only with all belts on. */
export function SharedTensioner({ drive, answer: { shared } }: { drive: Drive; answer: Answered }) {
  const { show } = useUnits();
  if (!shared) return null;
  const names = shared.belts.map((id) => drive.belts.find((b) => b.id === id)?.label ?? 'the other belt').join(', ');
  const words = (n: number | null) => (n === null ? 'does not settle' : n === 0 ? 'slack' : show(n, 'force'));
  const rows = [
    ['All belts on', words(shared.togetherN)],
    [
      `Without ${names}`,
      `${words(shared.aloneN)}${shared.aloneN === 0 && (shared.aloneSlackMm ?? 0) > 0 ? ` by ${show(shared.aloneSlackMm!, 'length')}` : ''}: not a setting`,
    ],
  ] as const;
  return (
    <Box component="section" aria-label="Belt" sx={{ mt: 1.5, p: 1.5, bgcolor: 'var(--ts-sand)', borderRadius: '4px', fontSize: 15 }}>
      <Box sx={{ fontWeight: 650 }}>{oneTensioner(shared.belts.length + 1)}</Box>
      <Box component="dl" sx={{ m: 0, mt: 0.5, display: 'grid', gridTemplateColumns: 'auto 1fr', columnGap: 2, rowGap: 0.25 }}>
        {rows.map(([what, is]) => (
          <Box key={what} sx={{ display: 'contents' }}>
            <Box component="dt">{what}</Box>
            <Box component="dd" sx={{ m: 0 }}>
              {is}
            </Box>
          </Box>
        ))}
      </Box>
    </Box>
  );
}
