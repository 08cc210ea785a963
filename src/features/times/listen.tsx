'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import { useMemo, useRef, useState } from 'react';
import { seededRandom, type Drive } from '@/core/drive';
import { cycleFacts, simulatedCycle, type CycleFacts } from '@/lab/simulated-cycle';
import { readWav, type Recording } from '@/formats/wav';
import { Choices } from '@/ui/choices';
import type { Recorder } from '@/client/recorder';
import { Icon } from '@/ui/icons';
import { CycleCard } from './cycle-card';
import { timesOf, type TakenTime } from './marks';
import { cyclesHeard, saveCycles } from './messages';
import { useCycles } from './use-cycles';

const SPINDLES = ['1', '2', '3'] as const;
const TIPS = ['2', '3', '4'] as const;
type Spindles = (typeof SPINDLES)[number];
type Tips = (typeof TIPS)[number];
const optionsOf = <T extends string>(ids: readonly T[]) => ids.map((id) => ({ id, label: id }));

/**
 * Times the engagement and the stop by the sound of the machine, cycle after cycle.
 * @param wanted cycles to run
 * @param onSave null for a simulated machine, which only simulates
 */
export function Listen({
  drive,
  limitS,
  wanted,
  onSave,
}: {
  drive: Drive | null;
  limitS: number | null;
  wanted: number;
  onSave: ((times: readonly TakenTime[], recording: Recording) => Promise<boolean>) | null;
}) {
  const facts = useMemo(() => (drive ? cycleFacts(drive) : null), [drive]);
  const [spindles, setSpindles] = useState<Spindles>(() => SPINDLES[Math.min(3, facts?.spindles ?? 1) - 1]!);
  const [tips, setTips] = useState<Tips>('2');
  const options = useMemo(
    () => ({ blades: Number(spindles), tips: Number(tips), runRpm: drive ? facts?.engineRpm : undefined }),
    [spindles, tips, drive, facts],
  );
  const { cycles, problem, setProblem, busy, recorder, start, hear, move, discard } = useCycles(options);
  const turn = useRef(0);
  const [isSaving, setSaving] = useState(false);
  const open = async (chosen: File) => {
    const read = readWav(new Uint8Array(await chosen.arrayBuffer()));
    if (read.ok) await hear(read.recording);
    else setProblem(`${chosen.name}: ${read.problem}.`);
  };
  const simulate = (of: CycleFacts) => {
    const cycle = simulatedCycle(of, Number(tips), seededRandom(++turn.current));
    void hear({ sampleRate: cycle.sampleRate, channels: [cycle.sound] }, true);
  };
  const isReal = onSave !== null;
  const unsaved = cycles.filter((c) => !c.isSimulated);
  /** All of them together: with the times on the ticket the job goes on to its next step, and this panel closes. */
  const save = async () => {
    setSaving(true);
    for (const { number, heard, moved, recording } of unsaved) {
      if (!(await onSave!(timesOf(heard, moved), recording))) break;
      discard(number);
    }
    setSaving(false);
  };
  return (
    <Box component="section" aria-label="Times by sound" sx={{ display: 'grid', gap: 1.25 }}>
      {isReal && (
        <Alert severity="warning" variant="outlined" sx={{ py: 0 }}>
          Put the phone down 3 to 5 m to the side of the machine. Do not hold it. Keep everyone out of line with the belt and the blades.
        </Alert>
      )}
      {!recorder.running && <BladeChoices {...{ spindles, tips }} onSpindles={setSpindles} onTips={setTips} />}
      <Sources
        {...{ recorder, busy, isReal }}
        isFirst={cycles.length === 0}
        onStart={() => void start()}
        onOpen={(chosen) => void open(chosen)}
        onSimulate={facts && (() => simulate(facts))}
      />
      {recorder.running && <Counting level={recorder.level} heard={unsaved.length} wanted={wanted} />}
      {busy && <Box role="status">The recording is analysed.</Box>}
      {problem !== '' && (
        <Alert severity="warning" variant="outlined">
          {problem}
        </Alert>
      )}
      {isReal && unsaved.length > 0 && !recorder.running && (
        <Box>
          <Button variant="contained" size="large" disabled={isSaving} sx={{ minHeight: 56 }} onClick={() => void save()}>
            {saveCycles(unsaved.length)}
          </Button>
        </Box>
      )}
      {[...cycles].reverse().map((cycle) => (
        <CycleCard
          key={cycle.number}
          {...{ cycle, limitS }}
          onMove={(marks) => move(cycle.number, marks)}
          onDiscard={() => discard(cycle.number)}
        />
      ))}
    </Box>
  );
}

/** Numbers that the sound alone does not show. */
function BladeChoices({
  spindles,
  tips,
  onSpindles,
  onTips,
}: {
  spindles: Spindles;
  tips: Tips;
  onSpindles: (chosen: Spindles) => void;
  onTips: (chosen: Tips) => void;
}) {
  return (
    <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 2 }}>
      <Choices label="Spindles" value={spindles} options={optionsOf(SPINDLES)} onChoose={onSpindles} />
      <Choices label="Blade tips on a spindle" value={tips} options={optionsOf(TIPS)} onChoose={onTips} />
    </Box>
  );
}

/** Cycles heard so far, in figures that can be read from three metres. */
function Counting({ level, heard, wanted }: { level: number; heard: number; wanted: number }) {
  return (
    <Box role="status">
      <LinearProgress variant="determinate" value={100 * Math.min(1, level)} aria-label="Loudness" sx={{ height: 10, mb: 1 }} />
      <Box sx={{ fontSize: 'clamp(24px, 6vw, 36px)', fontWeight: 650 }}>{cyclesHeard(heard, wanted)}</Box>
      At full throttle, engage in one quick movement. Run for 3 s or longer. Release, and wait until every part has stopped. Two rising
      tones or one long vibration: the cycle was understood.
    </Box>
  );
}

/** Buttons of the three sources: microphone, file, simulated machine. */
function Sources({
  recorder,
  busy,
  isReal,
  isFirst,
  onStart,
  onOpen,
  onSimulate,
}: {
  recorder: Recorder;
  busy: boolean;
  isReal: boolean;
  isFirst: boolean;
  onStart: () => void;
  onOpen: (file: File) => void;
  onSimulate: (() => void) | null;
}) {
  const file = useRef<HTMLInputElement>(null);
  return (
    <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, '& .MuiButton-root': { minHeight: 56 } }}>
      {isReal &&
        (recorder.running ? (
          <Button variant="contained" size="large" onClick={recorder.stop} startIcon={<Icon name="check" size={18} />}>
            Stop listening
          </Button>
        ) : (
          <Button variant={isFirst ? 'contained' : 'outlined'} size="large" disabled={busy} onClick={onStart}>
            Listen
          </Button>
        ))}
      {isReal && (
        <Button
          variant="outlined"
          size="large"
          disabled={busy || recorder.running}
          startIcon={<Icon name="upload" size={18} />}
          onClick={() => file.current?.click()}
        >
          Open recording
        </Button>
      )}
      {onSimulate && (
        <Button size="large" variant={isReal ? 'text' : 'outlined'} disabled={busy || recorder.running} onClick={onSimulate}>
          Simulate cycle
        </Button>
      )}
      <input
        ref={file}
        type="file"
        hidden
        accept="audio/wav,audio/x-wav,.wav"
        aria-label="Recording of a cycle, a WAV file"
        onChange={(e) => {
          const [chosen] = e.target.files ?? [];
          if (chosen) onOpen(chosen);
          e.target.value = '';
        }}
      />
    </Box>
  );
}
