import Box from '@mui/material/Box';
import IconButton from '@mui/material/IconButton';
import MenuItem from '@mui/material/MenuItem';
import type { SxProps, Theme } from '@mui/material/styles';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import type { ReactNode } from 'react';
import type { NotebookSolution, Notebook } from '@/core/survey';
import { Icon } from '@/ui/icons';

/** Characters of a part's name. */
const LONGEST_NAME = 400;

/** Props of every step of the notebook. */
export interface StepProps {
  readonly notebook: Notebook;
  readonly look: NotebookSolution | null;
  readonly write: (change: (now: Notebook) => Notebook, key?: string) => void;
  readonly mayChange: boolean;
}

/** A line of advice above a step. */
export function SoftText({ children }: { children: ReactNode }) {
  return <Typography sx={{ color: 'var(--ts-quiet)', mb: 1 }}>{children}</Typography>;
}

/** One part of a step, framed. */
export function StepCard({ at, children }: { /** Anchor for links to this entry. */ at?: string; children: ReactNode }) {
  return (
    <Box data-at={at} sx={{ border: '1px solid var(--ts-edge)', borderRadius: '4px', bgcolor: 'var(--ts-card)', p: 1.5, mb: 1.5 }}>
      {children}
    </Box>
  );
}

/** Fields side by side that wrap as they must. */
export function Fields({ children, wide = 150 }: { children: ReactNode; wide?: number }) {
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: `repeat(auto-fill, minmax(${wide}px, 1fr))`, gap: 1, alignItems: 'start' }}>
      {children}
    </Box>
  );
}

interface ChoiceProps<T extends string> {
  readonly label: string;
  readonly value: T;
  /** Options with their labels. */
  readonly options: readonly (readonly [value: T, words: string])[];
  readonly disabled: boolean;
  readonly onChoose: (value: T) => void;
  readonly sx?: SxProps<Theme>;
}

/** Options from a table of labels. */
export const entriesOf = <T extends string>(words: Readonly<Record<T, string>>) => Object.entries(words) as [T, string][];

/** One of a few. */
export function Choice<T extends string>({ label, value, options, disabled, onChoose, sx = {} }: ChoiceProps<T>) {
  return (
    <TextField select label={label} value={value} disabled={disabled} sx={sx} onChange={(e) => onChoose(e.target.value as T)}>
      {options.map(([one, words]) => (
        <MenuItem key={one} value={one}>
          {words}
        </MenuItem>
      ))}
    </TextField>
  );
}

interface NameRowProps {
  readonly name: string;
  readonly mayChange: boolean;
  readonly onName: (name: string) => void;
  readonly onRemove: () => void;
}

/** The name of a part, and its end. */
export function NameRow({ name, mayChange, onName, onRemove }: NameRowProps) {
  return (
    <Box sx={{ display: 'flex', gap: 1, mb: 1 }}>
      <TextField label="Name" value={name} disabled={!mayChange} onChange={(e) => onName(e.target.value.slice(0, LONGEST_NAME))} />
      {mayChange && (
        <IconButton aria-label={`Remove ${name}`} onClick={onRemove}>
          <Icon name="close" size={18} />
        </IconButton>
      )}
    </Box>
  );
}
