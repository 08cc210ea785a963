'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import type { Drive } from '@/core/drive';
import type { TensionBasisWritten } from '@/core/job';
import { CONDITIONS, guessKw, type Condition, type LoadGuess } from '@/core/tension';
import { Choices } from '@/ui/choices';
import { NumberField } from '@/ui/number-field';
import { useUnits } from '@/ui/units';
import { estimatedPower } from './messages';

const GUESS_WORDS = {
  drawn: 'As drawn',
  typed: 'Known',
  blades: 'By its blades',
  engine: 'By the engine',
  output: 'By its output',
} as const;
type How = keyof typeof GUESS_WORDS;
const CONDITION_WORDS: Readonly<Record<Condition, string>> = { light: 'Light', usual: 'Usual', heavy: 'Heavy or wet' };

type Load = TensionBasisWritten['loads'][number];

/** Load assumptions of the tension: loads, target of the manual, new belt. */
export function BasisForm({
  drive,
  beltId,
  written,
  sprung,
  onKeep,
}: {
  drive: Drive;
  beltId: string;
  written: TensionBasisWritten | null;
  /** A spring keeps the pull, so that a new belt is set as any. */
  sprung: boolean;
  onKeep: (basis: TensionBasisWritten) => Promise<boolean>;
}) {
  const { show } = useUnits();
  const [loads, setLoads] = useState<readonly Load[]>(written?.loads ?? []);
  const [target, setTarget] = useState<number | null>(written?.ownTargetN ?? null);
  const [newBelt, setNewBelt] = useState(written?.newBelt ?? false);
  const [busy, setBusy] = useState(false);
  const onBelt = new Set(drive.belts.find((b) => b.id === beltId)?.route.map((r) => r.pulley));
  const driven = drive.pulleys.filter((p) => p.role === 'driven' && (onBelt.has(p.id) || p.powerKw !== undefined));
  const put = (load: Load | null, id: string) => setLoads([...loads.filter((l) => l.id !== id), ...(load ? [load] : [])]);
  const total = loads.reduce((a, l) => a + l.kw, 0);
  const keep = async () => {
    setBusy(true);
    await onKeep({ belt: beltId, loads: [...loads], ownTargetN: target, newBelt });
    setBusy(false);
  };
  return (
    <Box
      component="form"
      aria-label="Load assumptions"
      onSubmit={(e) => (e.preventDefault(), void keep())}
      sx={{ display: 'grid', gap: 2, maxWidth: 860 }}
    >
      {driven.map((p) => (
        <LoadOf
          key={p.id}
          label={p.label ?? 'Driven pulley'}
          drawnKw={p.powerKw}
          load={loads.find((l) => l.id === p.id)}
          onLoad={(l) => put(l && { ...l, id: p.id, label: p.label ?? 'Driven pulley' }, p.id)}
        />
      ))}
      {loads.some((l) => l.guess) && (
        <Alert severity="info" variant="outlined">
          {estimatedPower(show(total, 'power'))}
        </Alert>
      )}
      <Box sx={{ display: 'grid', gridTemplateColumns: { sm: '1fr 1fr' }, gap: 1.5, alignItems: 'start' }}>
        <NumberField
          dimension="force"
          label="Target from the manual, per belt"
          value={target}
          onValue={setTarget}
          min={1}
          max={100000}
          optional
          helperText="The manual takes priority. The calculated target is shown with it."
        />
      </Box>
      {sprung ? (
        <Box sx={{ fontSize: 15, color: 'var(--ts-quiet)' }}>A spring holds its tension, so a new belt is set like a run-in belt.</Box>
      ) : (
        <Choices
          label="The belt"
          value={newBelt ? 'new' : 'run-in'}
          options={[
            { id: 'run-in', label: 'Run in' },
            { id: 'new', label: 'New, will seat' },
          ]}
          onChoose={(is) => setNewBelt(is === 'new')}
        />
      )}
      <Box>
        <Button type="submit" variant="contained" disabled={busy}>
          Use these loads
        </Button>
      </Box>
    </Box>
  );
}

/** Power of one driven pulley: as drawn, entered, or estimated from its work. */
function LoadOf({
  label,
  drawnKw,
  load,
  onLoad,
}: {
  label: string;
  drawnKw: number | undefined;
  load: Load | undefined;
  onLoad: (load: Pick<Load, 'kw' | 'guess'> | null) => void;
}) {
  const { show } = useUnits();
  const how: How = !load ? 'drawn' : (load.guess?.by ?? 'typed');
  const guess = (g: LoadGuess) => onLoad({ kw: guessKw(g), guess: g });
  const choose = (next: How) => {
    if (next === 'drawn') return onLoad(null);
    if (next === 'typed') return onLoad({ kw: load?.kw ?? drawnKw ?? 1, guess: null });
    if (next === 'blades') return guess({ by: 'blades', bladeMm: 533.4, blades: 1, grass: 'usual' });
    return guess(next === 'engine' ? { by: 'engine', engineKw: 10, work: 'usual' } : { by: 'output', outKw: 2 });
  };
  const g = load?.guess ?? null;
  return (
    <Box component="fieldset" sx={{ border: '1px solid var(--ts-edge)', borderRadius: '4px', m: 0, p: 1.5, display: 'grid', gap: 1 }}>
      <Box component="legend" sx={{ fontWeight: 650, px: 0.5 }}>
        {label} takes {load ? show(load.kw, 'power') : drawnKw === undefined ? 'an unknown power' : show(drawnKw, 'power')}
        {g ? ', estimated' : ''}
      </Box>
      <Choices
        label={`Power of ${label}`}
        unlabelled
        value={how}
        options={(Object.keys(GUESS_WORDS) as How[]).map((id) => ({ id, label: GUESS_WORDS[id] }))}
        onChoose={choose}
      />
      <Box sx={{ display: 'grid', gridTemplateColumns: { sm: '1fr 1fr' }, gap: 1.5, alignItems: 'start' }}>
        {how === 'typed' && load && (
          <NumberField
            dimension="power"
            label="It takes"
            value={load.kw}
            onValue={(kw) => onLoad({ kw: kw ?? load.kw, guess: null })}
            min={0}
            max={1000}
          />
        )}
        {g?.by === 'blades' && (
          <>
            <NumberField
              dimension="length"
              label="A blade, tip to tip"
              value={g.bladeMm}
              onValue={(v) => guess({ ...g, bladeMm: v ?? g.bladeMm })}
              min={50}
              max={2000}
            />
            <NumberField
              dimension="number"
              label="Blades on this pulley’s belt"
              value={g.blades}
              onValue={(v) => guess({ ...g, blades: Math.max(1, Math.round(v ?? 1)) })}
              min={1}
              max={12}
            />
          </>
        )}
        {g?.by === 'engine' && (
          <NumberField
            dimension="power"
            label="The engine’s rated power"
            value={g.engineKw}
            onValue={(v) => guess({ ...g, engineKw: v ?? g.engineKw })}
            min={0.1}
            max={500}
          />
        )}
        {g?.by === 'output' && (
          <NumberField
            dimension="power"
            label="Output"
            value={g.outKw}
            onValue={(v) => guess({ ...g, outKw: v ?? g.outKw })}
            min={0.01}
            max={500}
            helperText="For a generator or pump. Losses are added."
          />
        )}
      </Box>
      {(g?.by === 'blades' || g?.by === 'engine') && (
        <Choices
          label={g.by === 'blades' ? 'Grass' : 'Snow, grass or other material'}
          value={g.by === 'blades' ? g.grass : g.work}
          options={CONDITIONS.map((id) => ({ id, label: CONDITION_WORDS[id] }))}
          onChoose={(c) => guess(g.by === 'blades' ? { ...g, grass: c } : { ...g, work: c })}
        />
      )}
    </Box>
  );
}
