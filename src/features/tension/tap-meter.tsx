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
import type { Recording } from '@/formats/wav';
import { Choices } from '@/ui/choices';
import { SoundSources } from '@/ui/sound-sources';
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

/** Sound of a tap, a little below the target. */
const simulatedTap = (targetHz: number): Recording => ({
  sampleRate: QUIET_SCENE.sampleRate,
  channels: [tapSound({ ...QUIET_SCENE, hz: 0.9 * targetHz }, seededRandom(Math.floor(targetHz * 1000)))],
});

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
      <SoundSources
        {...{ recorder, busy }}
        isFirst={now === null}
        fileLabel="Recording, a WAV file"
        stop={`Enough, ${recorder.seconds.toFixed(0)} s`}
        simulate={{ text: 'Simulate tap', run: () => void listen(simulatedTap(targetHz ?? 60), true) }}
        onStart={() => void recorder.start(device)}
        onRecording={take}
        onProblem={setProblem}
      />
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
