'use client';

import Box from '@mui/material/Box';
import ButtonBase from '@mui/material/ButtonBase';
import { useId, type ReactNode } from 'react';

export interface ChoiceOption<T extends string> {
  readonly id: T;
  readonly label: string;
}

interface Common<T extends string> {
  readonly label: string;
  readonly options: readonly ChoiceOption<T>[];
  readonly disabled?: boolean;
  /** Large enough for a glove, as under the machine. */
  readonly big?: boolean;
  /** The label is read out but not shown. */
  readonly unlabelled?: boolean;
}

const look = (on: boolean, big: boolean) => ({
  minHeight: big ? 56 : 44,
  px: big ? 2 : 1.5,
  borderRadius: '4px',
  border: '1px solid',
  borderColor: on ? 'var(--ts-work)' : 'var(--ts-edge)',
  bgcolor: on ? 'var(--ts-work)' : 'var(--ts-card)',
  color: on ? 'var(--ts-work-ink)' : 'var(--ts-ink)',
  fontSize: big ? 16 : 15,
  fontWeight: on ? 650 : 450,
  textAlign: 'left',
  '&:focus-visible': { outline: '3px solid var(--ts-work)', outlineOffset: '2px' },
  '&.Mui-disabled': { opacity: 0.55 },
});

/** A choice of few options, all visible. A tap selects, arrow keys move. */
export function Choices<T extends string>({
  label,
  options,
  value,
  onChoose,
  disabled = false,
  big = false,
  unlabelled = false,
  more,
}: Common<T> & {
  readonly value: T | null;
  readonly onChoose: (id: T) => void;
  /** A button that adds options, in the same row. */
  readonly more?: ReactNode;
}) {
  const id = useId();
  const at = options.findIndex((o) => o.id === value);
  return (
    <Box>
      {!unlabelled && (
        <Box id={id} sx={{ fontSize: 14, color: 'var(--ts-quiet)', mb: 0.5 }}>
          {label}
        </Box>
      )}
      <Box
        role="radiogroup"
        {...(unlabelled ? { 'aria-label': label } : { 'aria-labelledby': id })}
        sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.75 }}
        onKeyDown={(e) => {
          const step = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 }[e.key];
          if (step === undefined || disabled) return;
          e.preventDefault();
          const next = options[(Math.max(at, 0) + step + options.length) % options.length]!;
          onChoose(next.id);
          e.currentTarget.querySelector<HTMLElement>(`[data-choice="${next.id}"]`)?.focus();
        }}
      >
        {options.map((o, i) => (
          <ButtonBase
            key={o.id}
            data-choice={o.id}
            role="radio"
            aria-checked={o.id === value}
            tabIndex={i === Math.max(at, 0) ? 0 : -1}
            disabled={disabled}
            onClick={() => onChoose(o.id)}
            sx={look(o.id === value, big)}
          >
            {o.label}
          </ButtonBase>
        ))}
        {more}
      </Box>
    </Box>
  );
}

/** Any of several. */
export function Chips<T extends string>({
  label,
  options,
  chosen,
  onToggle,
  disabled = false,
  big = false,
  unlabelled = false,
}: Common<T> & { readonly chosen: readonly T[]; readonly onToggle: (id: T) => void }) {
  return (
    <Box role="group" aria-label={label}>
      {!unlabelled && <Box sx={{ fontSize: 14, color: 'var(--ts-quiet)', mb: 0.5 }}>{label}</Box>}
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.75 }}>
        {options.map((o) => (
          <ButtonBase
            key={o.id}
            aria-pressed={chosen.includes(o.id)}
            disabled={disabled}
            onClick={() => onToggle(o.id)}
            sx={look(chosen.includes(o.id), big)}
          >
            {o.label}
          </ButtonBase>
        ))}
      </Box>
    </Box>
  );
}
