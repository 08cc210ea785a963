'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useRef } from 'react';
import type { Recorder } from '@/client/recorder';
import { readWav, type Recording } from '@/formats/wav';
import { Icon } from './icons';

/** Buttons of the sources of a sound: microphone, WAV file, simulated machine. */
export function SoundSources({
  recorder,
  busy,
  isFirst,
  fileLabel,
  stop,
  simulate,
  onStart,
  onRecording,
  onProblem,
}: {
  /** Null where only simulated sounds are heard. */
  recorder: Recorder | null;
  busy: boolean;
  isFirst: boolean;
  fileLabel: string;
  /** Text of the button that stops the recording. */
  stop: string;
  simulate: { readonly text: string; readonly run: () => void } | null;
  onStart: () => void;
  onRecording: (recording: Recording) => void;
  onProblem: (problem: string) => void;
}) {
  const file = useRef<HTMLInputElement>(null);
  const running = recorder?.running ?? false;
  const open = async (chosen: File) => {
    const read = readWav(new Uint8Array(await chosen.arrayBuffer()));
    if (read.ok) onRecording(read.recording);
    else onProblem(`${chosen.name}: ${read.problem}.`);
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
      {recorder && running && (
        <Button variant="contained" size="large" onClick={recorder.stop} startIcon={<Icon name="check" size={18} />}>
          {stop}
        </Button>
      )}
      {recorder && !running && (
        <Button variant={isFirst ? 'contained' : 'outlined'} size="large" disabled={busy} onClick={onStart}>
          Listen
        </Button>
      )}
      {recorder && (
        <Button
          variant="outlined"
          size="large"
          disabled={busy || running}
          startIcon={<Icon name="upload" size={18} />}
          onClick={() => file.current?.click()}
        >
          Open recording
        </Button>
      )}
      {simulate && (
        <Button size="large" variant={recorder ? 'text' : 'outlined'} disabled={busy || running} onClick={simulate.run}>
          {simulate.text}
        </Button>
      )}
      <input
        ref={file}
        type="file"
        hidden
        accept="audio/wav,audio/x-wav,.wav"
        aria-label={fileLabel}
        onChange={(e) => {
          const [chosen] = e.target.files ?? [];
          if (chosen) void open(chosen);
          e.target.value = '';
        }}
      />
    </Box>
  );
}
