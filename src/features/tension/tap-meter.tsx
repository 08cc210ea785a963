'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import LinearProgress from '@mui/material/LinearProgress';
import { useCallback, useRef, useState } from 'react';
import { QUIET_SCENE, tapSound } from '@/lab/tap-synthesis';
import { seededRandom } from '@/core/drive';
import { readWav, type Recording } from '@/formats/wav';
import { Choices } from '@/ui/choices';
import { Icon } from '@/ui/icons';
import { useRecorder } from '@/client/recorder';
import { signal } from '@/client/signal';
import { askTap } from '@/client/solver';
import { storedSound } from '@/client/stored-sound';
import type { HeardRecording } from '@/services/solver';
import { Spectrum } from './spectrum';
import { QUALITY_WORDS, TAP_ADVICE } from './tap-messages';
import { Wave } from './wave';

interface Heard {
  /** Number of the recording, since the meter was opened. */
  readonly number: number;
  readonly recording: Recording;
  readonly simulated: boolean;
  readonly heard: HeardRecording;
}

/** Number of other frequencies shown. */
const MOST_OTHERS = 3;

/** Mean of the selected taps, weighted by their accuracy. */
export function meanOf(taps: readonly { readonly hz: number; readonly sdHz: number }[]): number | null {
  const known = taps.reduce((a, t) => a + 1 / t.sdHz ** 2, 0);
  return taps.length === 0 ? null : taps.reduce((a, t) => a + t.hz / t.sdHz ** 2, 0) / known;
}

type OnNote = (hz: number, recorded: Blob | null) => void;
const toTenth = (hz: number): number => Math.round(hz * 10) / 10;

/** Recording that is analysed, from the microphone, a file or the simulated tapper. */
function useHeard(targetHz: number | null) {
  const [now, setNow] = useState<Heard | null>(null);
  const [problem, setProblem] = useState('');
  const [busy, setBusy] = useState(false);
  const count = useRef(0);
  const listen = useCallback(
    async (recording: Recording, simulated = false) => {
      setBusy(true);
      setProblem('');
      const expect = targetHz === null ? undefined : ([targetHz / 2, targetHz * 2] as const);
      const heard = await askTap({ ...recording, expect }).catch(() => null);
      setBusy(false);
      if (!heard) return setProblem('The recording could not be analysed. Try again.');
      setNow({ number: ++count.current, recording, simulated, heard });
      // Both hands are at the belt, and the phone may be out of sight.
      if (!simulated) signal(heard.hz === null ? 'nothing' : 'taken');
    },
    [targetHz],
  );
  return { now, problem, setProblem, busy, listen };
}

/** Hears the note of a tapped span by microphone, from a recording, or from the simulated tapper. */
export function TapMeter({ targetHz, onNote }: { targetHz: number | null; onNote: OnNote }) {
  const { now, problem, setProblem, busy, listen } = useHeard(targetHz);
  const [device, setDevice] = useState<string | null>(null);
  const take = useCallback((recording: Recording) => void listen(recording), [listen]);
  const recorder = useRecorder(take, setProblem);
  return (
    <Box component="section" aria-label="Tap meter" sx={{ display: 'grid', gap: 1.25 }}>
      <Sources {...{ recorder, device, busy, listen, targetHz }} isFirst={now === null} onProblem={setProblem} />
      {recorder.devices.length > 1 && !recorder.running && (
        <Choices label="Microphone" value={device ?? recorder.devices[0]!.id} options={recorder.devices} onChoose={(id) => setDevice(id)} />
      )}
      {recorder.running && (
        <Box role="status">
          <LinearProgress variant="determinate" value={100 * Math.min(1, recorder.level)} aria-label="Loudness" sx={{ height: 10 }} />
          Wait half a second, then tap the middle of the span three times, once a second. Two rising tones or one long vibration: the tap
          was understood.
        </Box>
      )}
      {problem !== '' && (
        <Alert severity="warning" variant="outlined">
          {problem}
        </Alert>
      )}
      {now && !recorder.running && <HeardTaps key={now.number} now={now} onNote={onNote} />}
    </Box>
  );
}

/** Buttons of the three sources: microphone, file, simulated tapper. */
function Sources({
  recorder,
  device,
  busy,
  listen,
  targetHz,
  isFirst,
  onProblem,
}: {
  recorder: ReturnType<typeof useRecorder>;
  device: string | null;
  busy: boolean;
  listen: (recording: Recording, simulated?: boolean) => Promise<void>;
  targetHz: number | null;
  isFirst: boolean;
  onProblem: (problem: string) => void;
}) {
  const file = useRef<HTMLInputElement>(null);
  const open = async (chosen: File) => {
    const read = readWav(new Uint8Array(await chosen.arrayBuffer()));
    if (read.ok) await listen(read.recording);
    else onProblem(`${chosen.name}: ${read.problem}.`);
  };
  const simulate = () => {
    const hz = targetHz ?? 60;
    const random = seededRandom(Math.floor(hz * 1000));
    return listen({ sampleRate: QUIET_SCENE.sampleRate, channels: [tapSound({ ...QUIET_SCENE, hz: 0.9 * hz }, random)] }, true);
  };
  return (
    <Box
      sx={{
        ...{ display: 'flex', flexWrap: 'wrap', gap: 1 },
        // All three in one row of a phone.
        '& .MuiButton-root': { minHeight: 56, px: { xs: 1.25, sm: 2 } },
        '& .MuiButton-startIcon': { display: { xs: 'none', sm: 'inherit' } },
      }}
    >
      {recorder.running ? (
        <Button variant="contained" size="large" onClick={recorder.stop} startIcon={<Icon name="check" size={18} />}>
          Enough, {recorder.seconds.toFixed(0)} s
        </Button>
      ) : (
        <Button variant={isFirst ? 'contained' : 'outlined'} size="large" disabled={busy} onClick={() => void recorder.start(device)}>
          Listen
        </Button>
      )}
      <Button
        variant="outlined"
        size="large"
        disabled={busy || recorder.running}
        startIcon={<Icon name="upload" size={18} />}
        onClick={() => file.current?.click()}
      >
        Open recording
      </Button>
      <Button size="large" disabled={busy || recorder.running} onClick={() => void simulate()}>
        Simulate tap
      </Button>
      <input
        ref={file}
        type="file"
        hidden
        accept="audio/wav,audio/x-wav,.wav"
        aria-label="Recording, a WAV file"
        onChange={(e) => {
          const [chosen] = e.target.files ?? [];
          if (chosen) void open(chosen);
          e.target.value = '';
        }}
      />
    </Box>
  );
}

/** Result of a recording: its picture, its taps to select, and its frequency to take. */
function HeardTaps({ now: { recording, simulated, heard }, onNote }: { now: Heard; onNote: OnNote }) {
  const [left, setLeft] = useState<readonly number[]>([]);
  const { taps } = heard;
  const hz = left.length > 0 ? meanOf(taps.filter((_, i) => !left.includes(i))) : heard.hz;
  const others = heard.candidates.filter((c) => hz !== null && Math.abs(c.hz / hz - 1) > 0.03).slice(0, MOST_OTHERS);
  const take = (taken: number) => onNote(toTenth(taken), storedSound(recording));
  return (
    <>
      <Wave recording={recording} taps={taps.map((t, i) => ({ ...t, kept: !left.includes(i) }))} />
      <Spectrum picture={heard.picture} hz={hz} />
      <Box role="status" sx={{ fontSize: 16 }}>
        {simulated && <strong>Simulated, not a measurement. </strong>}
        {hz === null ? 'No frequency. ' : `${hz.toFixed(1)} Hz ± ${(2 * heard.sdHz!).toFixed(1)} Hz, ${QUALITY_WORDS[heard.quality]}. `}
        {TAP_ADVICE[heard.reason]}
      </Box>
      {taps.map((t, i) => (
        <FormControlLabel
          key={t.at}
          control={
            <Checkbox checked={!left.includes(i)} onChange={() => setLeft(left.includes(i) ? left.filter((x) => x !== i) : [...left, i])} />
          }
          label={`Tap at ${t.at.toFixed(1)} s: ${t.hz.toFixed(1)} Hz, ${Math.round(100 * t.clarity)}% of what rings`}
        />
      ))}
      {!simulated && others.length > 0 && (
        <Box sx={{ fontSize: 15 }}>
          Other possible frequencies:{' '}
          {others.map((c) => (
            <Button key={c.hz} size="small" sx={{ minHeight: 44 }} onClick={() => take(c.hz)}>
              {c.hz.toFixed(1)} Hz
            </Button>
          ))}
        </Box>
      )}
      {hz !== null && !simulated && (
        <Box>
          <Button variant="contained" onClick={() => take(hz)}>
            Take {hz.toFixed(1)} Hz
          </Button>
        </Box>
      )}
    </>
  );
}
