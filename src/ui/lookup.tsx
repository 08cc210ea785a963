'use client';

import Autocomplete from '@mui/material/Autocomplete';
import Box from '@mui/material/Box';
import TextField from '@mui/material/TextField';
import { useState, type HTMLAttributes, type Key } from 'react';
import { useRead, type ReadAnswer } from '@/client/reads';
import { useDebouncedValue } from '@/client/debounced-value';

export interface Choice {
  readonly id: number;
  readonly label: string;
  /** Next to the label, to separate equal names. */
  readonly detail?: string;
}

const REST_MS = 180;
const NOTHING: readonly Choice[] = [];

/**
 * Options that match the typed text, requested once the field is used and typing pauses.
 * @param of name of the query, as the first part of the cache key
 */
export function useChoices(of: string, find: (text: string) => Promise<ReadAnswer<readonly Choice[]>>) {
  const [text, setText] = useState<string | null>(null);
  const sought = useDebouncedValue(text, REST_MS);
  const reading = useRead([of, { find: sought }], () => find(sought ?? ''), { asked: sought !== null, hold: true });
  return {
    choices: reading.value ?? NOTHING,
    busy: reading.busy || sought !== text,
    problem: reading.problem && `${reading.problem} The list cannot be loaded. Your choice is saved.`,
    ask: setText,
  };
}

interface LookupProps {
  readonly label: string;
  readonly value: Choice | null;
  readonly onChoose: (choice: Choice | null) => void;
  readonly of: string;
  readonly find: (text: string) => Promise<ReadAnswer<readonly Choice[]>>;
  readonly error?: boolean;
  readonly helperText?: string | undefined;
}

/** An option of the list, with a detail that separates equal names. */
export const choiceOption = ({ key, ...props }: HTMLAttributes<HTMLLIElement> & { key: Key }, c: Choice) => (
  <Box component="li" key={key} {...props}>
    {c.label}
    {c.detail && (
      <Box component="span" sx={{ color: 'var(--ts-quiet)', ml: 1 }}>
        {c.detail}
      </Box>
    )}
  </Box>
);

/** One of many thousand, found by typing. */
export function Lookup({ label, value, onChoose, of, find, error = false, helperText }: LookupProps) {
  const { choices, busy, problem, ask } = useChoices(of, find);
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
      noOptionsText={problem ?? 'Nothing has this name.'}
      loadingText="Loading…"
      // Opened by typing it has been asked already, for what was typed.
      onOpen={(event) => event.type !== 'change' && ask('')}
      onInputChange={(_, text, why) => why === 'input' && ask(text)}
      onChange={(_, choice) => onChoose(choice)}
      renderOption={choiceOption}
      renderInput={(params) => <TextField {...params} label={label} error={error || problem !== null} helperText={problem ?? helperText} />}
    />
  );
}
