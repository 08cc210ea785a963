'use client';

import Autocomplete from '@mui/material/Autocomplete';
import Box from '@mui/material/Box';
import TextField from '@mui/material/TextField';
import { useEffect, useRef, useState } from 'react';

export interface Choice {
  readonly id: number;
  readonly label: string;
  /** Beside the label, to tell two of one name apart. */
  readonly detail?: string;
}

type Answer = { readonly ok: true; readonly value: readonly Choice[] } | { readonly ok: false; readonly problem: string };

const REST_MS = 180;
const NO_ANSWER = 'The server does not answer; nothing can be looked up just now. What you chose is kept.';

/** Choices that fit what is typed, asked of the server once the field is used; the newest question counts. */
export function useChoices(find: (text: string) => Promise<Answer>) {
  const [choices, setChoices] = useState<readonly Choice[]>([]);
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const newest = useRef(0);
  const wait = useRef<ReturnType<typeof setTimeout>>(undefined);
  useEffect(() => () => clearTimeout(wait.current), []);
  const ask = (text: string) => {
    const turn = ++newest.current;
    setBusy(true);
    clearTimeout(wait.current);
    wait.current = setTimeout(() => {
      find(text)
        .catch((): Answer => ({ ok: false, problem: NO_ANSWER }))
        .then((answer) => {
          if (turn !== newest.current) return;
          setBusy(false);
          setProblem(answer.ok ? null : answer.problem);
          if (answer.ok) setChoices(answer.value);
        });
    }, REST_MS);
  };
  return { choices, busy, problem, ask };
}

interface LookupProps {
  readonly label: string;
  readonly value: Choice | null;
  readonly onChoose: (choice: Choice | null) => void;
  readonly find: (text: string) => Promise<Answer>;
  readonly error?: boolean;
  readonly helperText?: string | undefined;
}

/** One of many thousand, found by typing. */
export function Lookup({ label, value, onChoose, find, error = false, helperText }: LookupProps) {
  const { choices, busy, problem, ask } = useChoices(find);
  return (
    <Autocomplete
      options={choices}
      value={value}
      loading={busy}
      // The server has searched; what it found is not searched again.
      filterOptions={(all) => all}
      getOptionLabel={(c) => c.label}
      getOptionKey={(c) => c.id}
      isOptionEqualToValue={(a, b) => a.id === b.id}
      noOptionsText={problem ?? 'Nothing here is called that.'}
      loadingText="Looking …"
      onOpen={() => ask('')}
      onInputChange={(_, text, why) => why === 'input' && ask(text)}
      onChange={(_, choice) => onChoose(choice)}
      renderOption={({ key, ...props }, c) => (
        <Box component="li" key={key} {...props}>
          {c.label}
          {c.detail && (
            <Box component="span" sx={{ color: 'var(--ts-quiet)', ml: 1 }}>
              {c.detail}
            </Box>
          )}
        </Box>
      )}
      renderInput={(params) => <TextField {...params} label={label} error={error || problem !== null} helperText={problem ?? helperText} />}
    />
  );
}
