'use client';

import Box from '@mui/material/Box';
import type { TensionBasisWritten } from '@/core/job';
import { CONDITIONS, guessKw, type Condition, type LoadGuess } from '@/core/tension';
import { Choices } from '@/ui/choices';
import { NumberField } from '@/ui/number-field';
import { useUnits } from '@/ui/units';

const GUESS_WORDS = {
  drawn: 'As drawn',
  typed: 'Known',
  blades: 'By its blades',
  engine: 'By the engine',
  output: 'By its output',
} as const;
type How = keyof typeof GUESS_WORDS;
const CONDITION_WORDS: Readonly<Record<Condition, string>> = { light: 'Light', usual: 'Usual', heavy: 'Heavy or wet' };

export type Load = TensionBasisWritten['loads'][number];
type Power = Pick<Load, 'kw' | 'guess'>;

const guessed = (guess: LoadGuess): Power => ({ kw: guessKw(guess), guess });

/** First values of an estimate by its kind. A usual machine of that kind. */
const FIRST_GUESS: Readonly<Record<LoadGuess['by'], LoadGuess>> = {
  blades: { by: 'blades', bladeMm: 533.4, blades: 1, grass: 'usual' },
  engine: { by: 'engine', engineKw: 10, work: 'usual' },
  output: { by: 'output', outKw: 2 },
};

/** Power of one driven pulley: as drawn, entered, or estimated from its work. */
export function LoadOf({
  label,
  drawnKw,
  load,
  onLoad,
}: {
  label: string;
  drawnKw: number | undefined;
  load: Load | undefined;
  /** Null takes the power of the drawing. */
  onLoad: (load: Power | null) => void;
}) {
  const { show } = useUnits();
  const how: How = !load ? 'drawn' : (load.guess?.by ?? 'typed');
  const choose = (next: How) => {
    if (next === 'drawn') return onLoad(null);
    if (next === 'typed') return onLoad({ kw: load?.kw ?? drawnKw ?? 1, guess: null });
    return onLoad(guessed(FIRST_GUESS[next]));
  };
  const known = load?.kw ?? drawnKw;
  return (
    <Box component="fieldset" sx={{ border: '1px solid var(--ts-edge)', borderRadius: '4px', m: 0, p: 1.5, display: 'grid', gap: 1 }}>
      <Box component="legend" sx={{ fontWeight: 650, px: 0.5 }}>
        {label} takes {known === undefined ? 'an unknown power' : show(known, 'power')}
        {load?.guess ? ', estimated' : ''}
      </Box>
      <Choices
        label={`Power of ${label}`}
        unlabelled
        value={how}
        options={(Object.keys(GUESS_WORDS) as How[]).map((id) => ({ id, label: GUESS_WORDS[id] }))}
        onChoose={choose}
      />
      {how === 'typed' && load && (
        <Box sx={{ display: 'grid', gridTemplateColumns: { sm: '1fr 1fr' }, gap: 1.5, alignItems: 'start' }}>
          <NumberField
            dimension="power"
            label="It takes"
            value={load.kw}
            onValue={(kw) => onLoad({ kw: kw ?? load.kw, guess: null })}
            min={0}
            max={1000}
          />
        </Box>
      )}
      {load?.guess && <GuessFields guess={load.guess} onGuess={(guess) => onLoad(guessed(guess))} />}
    </Box>
  );
}

/** Values of an estimate. */
function GuessFields({ guess, onGuess }: { guess: LoadGuess; onGuess: (guess: LoadGuess) => void }) {
  return (
    <>
      <Box sx={{ display: 'grid', gridTemplateColumns: { sm: '1fr 1fr' }, gap: 1.5, alignItems: 'start' }}>
        {guess.by === 'blades' && (
          <>
            <NumberField
              dimension="length"
              label="A blade, tip to tip"
              value={guess.bladeMm}
              onValue={(v) => onGuess({ ...guess, bladeMm: v ?? guess.bladeMm })}
              min={50}
              max={2000}
            />
            <NumberField
              dimension="number"
              label="Blades on this pulley’s belt"
              value={guess.blades}
              onValue={(v) => onGuess({ ...guess, blades: Math.max(1, Math.round(v ?? 1)) })}
              min={1}
              max={12}
            />
          </>
        )}
        {guess.by === 'engine' && (
          <NumberField
            dimension="power"
            label="The engine’s rated power"
            value={guess.engineKw}
            onValue={(v) => onGuess({ ...guess, engineKw: v ?? guess.engineKw })}
            min={0.1}
            max={500}
          />
        )}
        {guess.by === 'output' && (
          <NumberField
            dimension="power"
            label="Output"
            value={guess.outKw}
            onValue={(v) => onGuess({ ...guess, outKw: v ?? guess.outKw })}
            min={0.01}
            max={500}
            helperText="For a generator or pump. Losses are added."
          />
        )}
      </Box>
      {guess.by !== 'output' && (
        <Choices
          label={guess.by === 'blades' ? 'Grass' : 'Snow, grass or other material'}
          value={guess.by === 'blades' ? guess.grass : guess.work}
          options={CONDITIONS.map((id) => ({ id, label: CONDITION_WORDS[id] }))}
          onChoose={(c) => onGuess(guess.by === 'blades' ? { ...guess, grass: c } : { ...guess, work: c })}
        />
      )}
    </>
  );
}
