'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { alignmentLimit, MOST_DISAGREE_MM, trackAgrees, TRACKS, type Track } from '@/core/alignment';
import type { Drive } from '@/core/drive';
import { ALIGNED_WHEN, CUTS, type Aligned } from '@/core/job';
import { Choices } from '@/ui/choices';
import { NumberField } from '@/ui/number-field';
import { useUnits } from '@/ui/units';
import { Term } from '../glossary/term';
import { spanName } from '../tension/messages';
import { Correction } from './correction';
import { EdgeSketch } from './edge-sketch';
import { NO_GAPS, rimOf, useAlignmentState } from './use-alignment';
import {
  BY_WORDS,
  CUT_WORDS,
  alignmentSentence,
  TRACK_WORDS,
  WHEN_WORDS,
  gapsDisagree,
  overAngleLimit,
  trackContradictsGaps,
  withinAngleLimit,
} from './messages';

const GAP_FIELDS = [
  ['near', 'Near rim'],
  ['far', 'Far rim'],
  ['above', 'Upper rim, if measured'],
  ['below', 'Lower rim, if measured'],
] as const;

/** Gaps to a straight edge, the entry angle at each span, the correction, and the saved reading. */
export function AlignmentPanel(props: {
  drive: Drive;
  beltId: string;
  /** The last reading of this job: it was taken by the same edge or string, at the same pulleys. */
  last?: Aligned | null;
  /** Null where nothing may be written. */
  onKeep: ((aligned: Aligned) => Promise<boolean>) | null;
}) {
  const route = props.drive.belts.find((b) => b.id === props.beltId)?.route ?? [];
  if (new Set(route.map((r) => r.pulley)).size < 2)
    return <Box sx={{ color: 'var(--ts-quiet)' }}>Its belt is drawn round less than two pulleys.</Box>;
  return <TwoPulleys {...props} />;
}

function TwoPulleys({ drive, beltId, last = null, onKeep }: Parameters<typeof AlignmentPanel>[0]) {
  const { caliper } = useUnits();
  const belt = drive.belts.find((b) => b.id === beltId)!;
  const label = (id: string) => drive.pulleys.find((p) => p.id === id)?.label ?? 'a pulley';
  const all = belt.route.map((r) => drive.pulleys.find((p) => p.id === r.pulley)!);
  const driver = all.find((p) => p.role === 'driver') ?? all[0]!;
  const [reference, setReference] = useState(all.find((p) => p.id === last?.reference.id)?.id ?? driver.id);
  const others = all.filter((p) => p.id !== reference);
  const [chosen, setChosen] = useState<string | null>(last?.pulley.id ?? null);
  const pulley = others.find((p) => p.id === chosen) ?? others.find((p) => p.role === 'driven') ?? others[0]!;
  const [by, setBy] = useState<Aligned['by']>(last?.by ?? 'straight-edge');
  const [gaps, setGaps] = useState(NO_GAPS);
  const [rim, setRim] = useState<number | null>(last?.rimMm ?? null);
  const [wider, setWider] = useState(last?.widerByMm ?? 0);
  const [when, setWhen] = useState<Aligned['when']>('found');
  const [cut, setCut] = useState<Aligned['cut']>('any');
  const [track, setTrack] = useState<Track | 'none'>('none');
  const [edgeSide, setEdgeSide] = useState<'left' | 'right'>('right');
  const [asked, setAsked] = useState(false);
  const [failed, setFailed] = useState('');
  const [busy, setBusy] = useState(false);
  const rimMm = rimOf(drive, pulley.id, rim);
  const limitDeg = alignmentLimit((belt.count ?? 1) > 1 || pulley.face === 'ribbed');

  const { read, wrong, stands, spans, addsN, settled, ask } = useAlignmentState({
    drive,
    beltId,
    reference,
    pulley: pulley.id,
    gaps,
    rim,
    wider,
    edgeSide,
  });
  const worstOf = (all: typeof spans) => Math.max(0, ...all.flatMap((x) => [x.here, x.there]));
  const within = worstOf(spans) <= limitDeg;
  const problem = wrong?.problem ?? (asked && !read ? 'Measure the gap at the near and at the far rim first.' : failed);

  const keep = async () => {
    setAsked(true);
    setFailed('');
    if (!read || wrong || !stands || !onKeep) return;
    setBusy(true);
    // Typed and saved in one step: the shown result may still belong to the earlier numbers.
    const entered = settled ? spans : await ask();
    if (!entered || entered.length === 0) {
      setFailed(
        entered
          ? 'The belt does not touch both of these pulleys. Choose two that it touches.'
          : 'It could not be calculated. Save it again.',
      );
      setBusy(false);
      return;
    }
    const kept = await onKeep({
      belt: beltId,
      reference: { id: reference, label: label(reference) },
      pulley: { id: pulley.id, label: label(pulley.id) },
      by,
      gaps: read,
      rimMm,
      widerByMm: wider,
      offsetMm: stands.offsetMm,
      skewDeg: stands.skewDeg,
      leanDeg: stands.leanDeg,
      worstDeg: worstOf(entered),
      limitDeg,
      when,
      cut,
      track: track === 'none' ? null : track,
    });
    if (kept) {
      setGaps(NO_GAPS);
      setAsked(false);
      setTrack('none');
    }
    setBusy(false);
  };
  return (
    <Box
      component="form"
      aria-label="Alignment"
      onSubmit={(e) => (e.preventDefault(), void keep())}
      sx={{ display: 'grid', gap: 1.5, maxWidth: 860 }}
    >
      <Choices
        label="Edge laid on"
        value={reference}
        options={all.map((p) => ({ id: p.id, label: label(p.id) }))}
        onChoose={setReference}
      />
      <Choices
        label="Gaps measured at"
        value={pulley.id}
        options={others.map((p) => ({ id: p.id, label: label(p.id) }))}
        onChoose={setChosen}
      />
      <Choices
        label="By"
        value={by}
        options={(['straight-edge', 'string'] as const).map((id) => ({ id, label: BY_WORDS[id] }))}
        onChoose={setBy}
      />
      <EdgeSketch gaps={read ?? {}} from={label(reference)} to={label(pulley.id)} />
      <Box sx={{ fontSize: 15, color: 'var(--ts-quiet)' }}>
        Place the edge flat on the outer face of one pulley. At the other, measure from the edge to the rim. If that rim holds the edge off,
        enter the gap below 0.
      </Box>
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr 1fr', md: 'repeat(4, 1fr)' }, gap: 1.5, alignItems: 'start' }}>
        {GAP_FIELDS.map(([id, words]) => (
          <NumberField
            key={id}
            dimension="length"
            label={words}
            value={gaps[id]}
            onValue={(v) => setGaps((g) => ({ ...g, [id]: v }))}
            min={-100}
            max={100}
            optional
          />
        ))}
        <NumberField dimension="length" label="Rim across" value={rimMm} onValue={setRim} min={10} max={3000} />
        <NumberField
          dimension="length"
          label="Wider than the other by"
          value={wider}
          onValue={(v) => setWider(v ?? 0)}
          min={-500}
          max={500}
          helperText="From face to face. The groove is in the middle."
        />
      </Box>
      {problem !== '' && (
        <Alert severity="warning" variant="outlined">
          {problem}
        </Alert>
      )}
      {stands && (
        <Box role="status" sx={{ display: 'grid', gap: 1 }}>
          <Box sx={{ fontSize: 16 }}>
            {label(pulley.id)} is <strong>{alignmentSentence(stands, caliper)}</strong>.
          </Box>
          {(stands.disagreeMm ?? 0) > MOST_DISAGREE_MM && (
            <Alert severity="warning" variant="outlined">
              {gapsDisagree(caliper(stands.disagreeMm!))}
            </Alert>
          )}
          {spans.map((s) => (
            <Box key={`${s.from}>${s.to}`} sx={{ fontSize: 15 }}>
              {spanName(drive, s.from, s.to)}: <Term of="entry-angle">entry angle</Term> at {label(pulley.id)}{' '}
              <strong className="ts-mono">{s.here.toFixed(2)}°</strong>, at the other pulley{' '}
              <strong className="ts-mono">{s.there.toFixed(2)}°</strong>
            </Box>
          ))}
          {spans.length > 0 && (
            <Box sx={{ fontSize: 16, color: within ? undefined : 'var(--ts-copper)' }}>
              {within ? withinAngleLimit(limitDeg) : overAngleLimit(limitDeg)}
            </Box>
          )}
          {settled && spans.length === 0 && 'The belt does not touch both of these.'}
          {(Math.abs(stands.offsetMm) > 0.05 || !within) && (
            <Correction
              drive={drive}
              pulleys={[pulley.id, reference]}
              stands={stands}
              edgeSide={edgeSide}
              onEdgeSide={setEdgeSide}
              addsN={addsN}
            />
          )}
        </Box>
      )}
      <Choices label="Read" value={when} options={ALIGNED_WHEN.map((id) => ({ id, label: WHEN_WORDS[id] }))} onChoose={setWhen} />
      {drive.kind === 'mower-deck' && (
        <Choices label="Deck at" value={cut} options={CUTS.map((id) => ({ id, label: CUT_WORDS[id] }))} onChoose={setCut} />
      )}
      <Choices
        label="One belt alone, a short run"
        value={track}
        options={[{ id: 'none' as const, label: 'Not run' }, ...TRACKS.map((id) => ({ id, label: TRACK_WORDS[id] }))]}
        onChoose={setTrack}
      />
      {track !== 'none' && spans.length > 0 && !trackAgrees(track, within) && (
        <Alert severity="warning" variant="outlined">
          {trackContradictsGaps(track === 'stays')}
        </Alert>
      )}
      {onKeep && (
        <Box>
          <Button type="submit" variant="contained" size="large" disabled={busy}>
            Save alignment
          </Button>
        </Box>
      )}
    </Box>
  );
}
