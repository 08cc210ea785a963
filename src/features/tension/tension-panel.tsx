'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Skeleton from '@mui/material/Skeleton';
import Typography from '@mui/material/Typography';
import Button from '@mui/material/Button';
import { useMemo, useState } from 'react';
import type { Drive } from '@/core/drive';
import type { TensionSheet } from '@/core/tension';
import { askTension, useTension } from '@/ui/solver';
import { Strand } from '@/ui/strand';
import { useUnits } from '@/ui/units';
import type { KeptReading, ReadReading } from './kept-reading';
import { ReadingForm } from './reading-form';
import { SettingTable } from './setting-table';
import { isShort, METHOD_WORDS, spanName, springName } from './words';

/** How tight one belt should be, every setting with its release side, and what readings of it amount to. */
export function TensionPanel({
  drive,
  beltId,
  outsideMm,
  readings,
  onTake,
}: {
  drive: Drive;
  beltId: string;
  /** Outside length of the belt that is on it, where it is not the drive's own, mm. */
  outsideMm?: number | undefined;
  readings: readonly KeptReading[];
  /** Null where nothing may be written. */
  onTake: ((read: ReadReading) => Promise<boolean>) | null;
}) {
  const request = useMemo(
    () => ({ drive, beltId, readings: readings.map((r) => r.reading), ...(outsideMm === undefined ? {} : { outsideMm }) }),
    [drive, beltId, outsideMm, readings],
  );
  const { answer, failed, again } = useTension(request);
  const [problem, setProblem] = useState('');
  if (failed)
    return (
      <Alert severity="warning" variant="outlined" sx={{ my: 2 }} action={<Button onClick={again}>Work it out again</Button>}>
        The tension could not be worked out just now.
      </Alert>
    );
  if (!answer) return <Skeleton variant="rounded" height={220} sx={{ my: 2 }} />;
  if (!answer.ok)
    return (
      <Alert severity="warning" variant="outlined" sx={{ my: 2 }}>
        How tight it is cannot be worked out: {answer.problem}.
      </Alert>
    );
  const { sheet, settings } = answer;
  const take = async (kept: KeptReading) => {
    const read = await askTension({ ...request, readings: [kept.reading] }).catch(() => null);
    const one = read?.ok ? read.sheet.readings[0] : undefined;
    setProblem(
      one ? '' : read && !read.ok ? `This cannot be: ${read.problem}.` : 'What it amounts to could not be worked out; keep it once more.',
    );
    return one !== undefined && onTake !== null && onTake({ ...kept, state: sheet.state, tensionN: one.tension, sdN: one.sd });
  };
  return (
    <Box component="section" aria-label="Tension" sx={{ my: 2, maxWidth: 860 }}>
      <Typography variant="h2" sx={{ mb: 1 }}>
        Tension of {drive.belts.find((b) => b.id === beltId)?.label ?? 'the belt'}
      </Typography>
      <Band drive={drive} sheet={sheet} />
      <Readings sheet={sheet} readings={readings} />
      {drive.adjusters.map((a) => (
        <SettingTable key={a.id} drive={drive} adjuster={a} rows={settings.filter((s) => s.adjuster === a.id)} band={sheet.band} />
      ))}
      <Signs drive={drive} sheet={sheet} />
      {onTake && sheet.spans.length > 0 && <ReadingForm drive={drive} sheet={sheet} problem={problem} onTake={take} />}
    </Box>
  );
}

/** The band with its reasons, and where the belt stands in it. */
function Band({ drive, sheet }: { drive: Drive; sheet: TensionSheet }) {
  const { show } = useUnits();
  const { band, tension, running, readings, combined } = sheet;
  const name = (id: string | null) => (id === 'belt' ? 'the belt itself' : (drive.pulleys.find((p) => p.id === id)?.label ?? 'a pulley'));
  return (
    <>
      <Box sx={{ maxWidth: 440 }}>
        <Strand
          label="Static strand tension"
          floorN={band.floor}
          loadKnown={band.target !== null}
          ceilingN={band.ceiling}
          targetN={band.target}
          marks={[
            ...(tension === null
              ? []
              : [{ id: 'drawn', tensionN: tension, label: 'As drawn and set', ...(running === null ? {} : { leftN: running }) }]),
            ...readings.map((r) => ({ id: `read-${r.row}`, tensionN: r.tension, sdN: r.sd, label: METHOD_WORDS[r.method], small: true })),
            ...(combined ? [{ id: 'all', tensionN: combined.tensionN, sdN: combined.sdN, label: 'Read' }] : []),
          ]}
        />
      </Box>
      <Box sx={{ fontSize: 15 }}>
        {band.target === null ? (
          'What it drives takes no power that is known, so there is no slip floor and no target.'
        ) : (
          <>
            Target <strong>{show(band.target, 'force')}</strong>: {name(band.floorAt)} slips under {show(band.floor, 'force')} at rest
            {band.ceiling === null
              ? '; no limit of belt or bearings is known'
              : `, ${name(band.ceilingAt)} is overloaded over ${show(band.ceiling, 'force')}`}
            .
          </>
        )}
        {tension !== null && running !== null && running < 0.8 * tension && (
          <Box sx={{ color: 'var(--ts-quiet)' }}>
            Under load {show(running, 'force')} of {show(tension, 'force')} is left: its spring follows. What is measured at rest is not
            what holds at work.
          </Box>
        )}
      </Box>
    </>
  );
}

/** What was read, each beside the others, and what they amount to together. */
function Readings({ sheet, readings }: { sheet: TensionSheet; readings: readonly KeptReading[] }) {
  const { show } = useUnits();
  if (readings.length === 0) return null;
  const { combined, band } = sheet;
  const said =
    combined === null
      ? 'They disagree by more than their errors allow: none of them is believed. Read once more, another way.'
      : band.target === null
        ? null
        : combined.tensionN < band.floor
          ? 'It slips under load: tighten it.'
          : band.ceiling !== null && combined.tensionN > band.ceiling
            ? 'It is too tight for belt or bearings: let it off.'
            : combined.tensionN > 1.15 * band.target
              ? 'It holds, and is tighter than it needs to be.'
              : 'It is within its band.';
  return (
    <Box component="section" aria-label="Readings" sx={{ mt: 2 }}>
      <Typography variant="h3">Read</Typography>
      {sheet.readings.map((r, i) => (
        <Box key={r.row} sx={{ py: 0.5, fontSize: 15, color: r.outlier ? 'var(--ts-copper)' : undefined }}>
          {METHOD_WORDS[r.method]}, {readings[i]!.where}
          {readings[i]!.clamped ? ', everything tight' : ''}: <strong>{show(r.tension, 'force')}</strong> ± {show(r.sd, 'force')}
          {r.outlier ? ': apart from the others, left out' : ''}
        </Box>
      ))}
      <Box role="status" sx={{ mt: 0.5, fontSize: 16 }}>
        {combined && (
          <>
            Together <strong>{show(combined.tensionN, 'force')}</strong> ± {show(combined.sdN, 'force')}.{' '}
          </>
        )}
        {said}
      </Box>
    </Box>
  );
}

/** What each span and spring shows at the target, in the units of who reads it. */
function Signs({ drive, sheet }: { drive: Drive; sheet: TensionSheet }) {
  const { show } = useUnits();
  const belt = drive.belts.find((b) => b.id === sheet.belt);
  if (sheet.band.target === null || !belt) return null;
  return (
    <Box component="section" aria-label="What is seen at the target" sx={{ mt: 2 }}>
      <Typography variant="h3">Seen at the target</Typography>
      {sheet.spans.map((s) => (
        <Box key={`${s.from}>${s.to}`} sx={{ py: 0.75, borderBottom: '1px solid var(--ts-edge)', fontSize: 15 }}>
          {spanName(drive, s.from, s.to)}, {show(s.length, 'length')}:{' '}
          {isShort(belt, s.length) ? (
            'short and stiff; read another span'
          ) : (
            <>
              push <strong>{show(s.force!, 'force')}</strong> at mid-span for <strong>{show(s.deflection, 'length')}</strong>, or tap{' '}
              <strong>{s.tapHz!.toFixed(1)} Hz</strong>
            </>
          )}
        </Box>
      ))}
      {sheet.springs.map((s) => (
        <Box key={s.id} sx={{ py: 0.75, borderBottom: '1px solid var(--ts-edge)', fontSize: 15 }}>
          {springName(drive, s.id)}: {show(s.length, 'length')} as the drive is drawn and set
        </Box>
      ))}
    </Box>
  );
}
