'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import { useMemo, useRef, useState } from 'react';
import { seededRandom, type Drive } from '@/core/drive';
import { cycleFacts, simulatedCycle, type CycleBehaviour, type CycleFacts } from '@/lab/simulated-cycle';
import type { Recording } from '@/formats/wav';
import { Choices } from '@/ui/choices';
import { SoundSources } from '@/ui/sound-sources';
import { CycleCard } from './cycle-card';
import { timesOf, type TakenTime } from './marks';
import { cyclesHeard, saveCycles } from './messages';
import type { RecordSign } from './sign-row';
import { signsOf } from './signs';
import { useCycles } from './use-cycles';

const SPINDLES = ['1', '2', '3'] as const;
const TIPS = ['2', '3', '4'] as const;
type Spindles = (typeof SPINDLES)[number];
type Tips = (typeof TIPS)[number];
const optionsOf = <T extends string>(ids: readonly T[]) => ids.map((id) => ({ id, label: id }));

/** Recording of a cycle of a simulated machine. */
function simulated(facts: CycleFacts, tips: number, seed: number, behaviour: CycleBehaviour): Recording {
  const { sound, sampleRate } = simulatedCycle(facts, tips, seededRandom(seed), behaviour);
  return { sampleRate, channels: [sound] };
}

/**
 * Times the engagement and the stop by the sound of the machine, cycle after cycle.
 * @param wanted cycles to run
 * @param record how signs get on the ticket; null where they do not
 * @param onSimulate runs the simulated machine; returns how it differs from its drive
 * @param onSave null for a simulated machine, which only simulates
 */
export function Listen({
  drive,
  limitS,
  wanted,
  record = null,
  onSimulate = () => ({}),
  onSave,
}: {
  drive: Drive | null;
  limitS: number | null;
  wanted: number;
  record?: RecordSign | null;
  onSimulate?: () => CycleBehaviour;
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
  const simulate = (of: CycleFacts) => void hear(simulated(of, Number(tips), ++turn.current, onSimulate()), true);
  const isReal = onSave !== null;
  const unsaved = cycles.filter((c) => !c.isSimulated);
  // All together: with the times on the ticket the job continues with its next step, and this panel closes.
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
      <SoundSources
        recorder={isReal ? recorder : null}
        busy={busy}
        isFirst={cycles.length === 0}
        fileLabel="Recording of a cycle, a WAV file"
        stop="Stop listening"
        simulate={facts && { text: 'Simulate cycle', run: () => simulate(facts) }}
        onStart={() => void start()}
        onRecording={(recording) => void hear(recording)}
        onProblem={setProblem}
      />
      {recorder.running && <Counting level={recorder.level} heard={unsaved.length} wanted={wanted} />}
      <Progress {...{ busy, problem }} />
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
          {...{ cycle, limitS, record }}
          signs={signsOf(cycle.heard, cycle.moved, facts?.spindleGap ?? 0)}
          onMove={(marks) => move(cycle.number, marks)}
          onDiscard={() => discard(cycle.number)}
        />
      ))}
    </Box>
  );
}

function Progress({ busy, problem }: { busy: boolean; problem: string }) {
  return (
    <>
      {busy && <Box role="status">The recording is analysed.</Box>}
      {problem !== '' && (
        <Alert severity="warning" variant="outlined">
          {problem}
        </Alert>
      )}
    </>
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
