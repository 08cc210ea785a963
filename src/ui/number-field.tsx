'use client';

import TextField, { type TextFieldProps } from '@mui/material/TextField';
import { useEffect, useId, useRef, useState, type KeyboardEvent } from 'react';
import { inchFraction, otherReading, parseQuantity, unitNamed, type Dimension } from '@/core/quantity';
import { afterPointerUp } from '@/client/after-pointer-up';
import { useUnits } from './units';

export interface NumberFieldProps extends Omit<TextFieldProps, 'value' | 'onChange' | 'error' | 'defaultValue' | 'slotProps'> {
  readonly dimension: Dimension;
  /** In the unit of the core. Null before any input. */
  readonly value: number | null;
  /**
   * Called with a complete value and its text, once typing pauses or the field is left. Called with null for an empty
   * field. Refused text calls nothing. If a prefix of it was passed on during a pause, that value is withdrawn first.
   */
  readonly onValue: (value: number | null, typed: string) => void;
  readonly min?: number;
  readonly max?: number;
  /** An optional value. */
  readonly optional?: boolean;
  /** How it was typed, to be shown again just so where it still reads as the value does. */
  readonly typed?: string | null;
  /** Why the form refused the value. It replaces the help until the value is changed. */
  readonly problem?: string | undefined;
  /** Replaces the label for screen readers if several fields have the same one. It starts with the label. */
  readonly ariaLabel?: string;
}

/** Pause after which typed text is passed on, ms. The start of a longer number rarely stays this long. */
const REST_MS = 500;

/**
 * Number field for typed values (`51 3/8`, `4 ft 3 3/8`, `12 lb`). It shows the value in the other unit. Arrow keys
 * step the last digit. Unreadable text stays in the field.
 */
export function NumberField({
  dimension,
  value,
  onValue,
  min,
  max,
  optional,
  typed,
  problem,
  helperText,
  ariaLabel,
  onBlur,
  onFocus,
  onKeyDown,
  ...rest
}: NumberFieldProps) {
  const { unit, setting } = useUnits();
  const id = useId();
  const assumed = unit(dimension);
  const shown = () => {
    if (value === null) return '';
    if (typed) {
      const read = parseQuantity(typed, dimension, { ...(assumed ? { assumed } : {}) });
      if (read.ok && Math.abs(read.value - value) <= 1e-6 * (1 + Math.abs(value))) return typed;
    }
    if (dimension === 'length' && setting.system === 'inch') {
      const exact = Math.abs(Number((((value / 25.4) * 32) % 1).toFixed(6)));
      return exact < 1e-4 || exact > 0.9999 ? `${inchFraction(value, 32)} in` : `${Number((value / 25.4).toFixed(4))} in`;
    }
    if (assumed === '') return String(Number(value.toFixed(6)));
    return `${Number((value / unitNamed(assumed).factor).toFixed(4))}${assumed === '°' ? '°' : ` ${assumed}`}`;
  };
  const [draft, setDraft] = useState<{ text: string; problem: string | null } | null>(null);
  const text = draft?.text ?? shown();
  const options = { ...(assumed ? { assumed } : {}), ...(min === undefined ? {} : { min }), ...(max === undefined ? {} : { max }) };

  /** Value before this spell of typing, and the part of it that was passed on. */
  const before = useRef<{ value: number | null; typed: string; passed: boolean } | null>(null);
  const waiting = useRef<{ timer: ReturnType<typeof setTimeout>; pass: () => void } | null>(null);
  const tell = useRef(onValue);
  useEffect(() => {
    tell.current = onValue;
  });
  const settle = () => {
    if (!waiting.current) return;
    clearTimeout(waiting.current.timer);
    const { pass } = waiting.current;
    waiting.current = null;
    pass();
  };
  // A field that is removed during the pause passes its value on first.
  useEffect(
    () => () => {
      if (!waiting.current) return;
      clearTimeout(waiting.current.timer);
      waiting.current.pass();
      waiting.current = null;
    },
    [],
  );

  const take = (next: string, atOnce = false) => {
    before.current ??= { value, typed: typed ?? '', passed: false };
    if (waiting.current) clearTimeout(waiting.current.timer);
    waiting.current = null;
    const empty = next.trim() === '' && optional === true;
    const read = empty ? null : parseQuantity(next, dimension, options);
    setDraft({ text: next, problem: read && !read.ok ? read.problem : null });
    if (read && !read.ok) {
      if (before.current.passed) tell.current(before.current.value, before.current.typed);
      before.current.passed = false;
      return;
    }
    const pass = () => {
      if (before.current) before.current.passed = true;
      tell.current(read ? read.value : null, read ? next.trim() : '');
    };
    waiting.current = { timer: setTimeout(settle, REST_MS), pass };
    if (atOnce) settle();
  };

  const step = (event: KeyboardEvent<HTMLDivElement>) => {
    onKeyDown?.(event);
    if (event.key === 'Enter') settle();
    if (event.key !== 'ArrowUp' && event.key !== 'ArrowDown') return;
    const stepped = stepText(text, event.key === 'ArrowUp' ? 1 : -1, event.shiftKey ? 10 : 1);
    if (stepped === null) return;
    event.preventDefault();
    take(stepped, true);
  };

  const read = draft && !draft.problem && draft.text.trim() !== '' ? parseQuantity(draft.text, dimension, options) : null;
  const echo = read?.ok ? otherReading(read.value, dimension, read.unit) : null;
  const wrong = draft?.problem ?? problem;
  return (
    <TextField
      id={id}
      {...rest}
      value={text}
      error={wrong !== undefined}
      helperText={wrong ?? (echo ? `= ${echo}` : helperText)}
      onChange={(event) => take(event.target.value)}
      onKeyDown={step}
      onFocus={(event) => {
        if (!draft?.problem) event.target.select();
        onFocus?.(event);
      }}
      onBlur={(event) => {
        settle();
        if (draft && !draft.problem) {
          before.current = null;
          // Its line with the other unit is removed with the draft. During a press this would move the pressed button.
          // If typing continues, it stays.
          afterPointerUp(() => setDraft((now) => (now === draft ? null : now)));
        }
        onBlur?.(event);
      }}
      slotProps={{
        htmlInput: {
          inputMode: 'text',
          autoComplete: 'off',
          spellCheck: false,
          className: 'ts-mono',
          'data-dimension': dimension,
          ...(ariaLabel ? { 'aria-label': ariaLabel } : {}),
        },
        formHelperText: { role: wrong === undefined ? undefined : 'alert' },
      }}
    />
  );
}

/** The text with its last number one step up or down: by its last decimal, by one sixteenth (or its own part) for a fraction, else by one. */
export function stepText(text: string, direction: 1 | -1, times: number): string | null {
  const fraction = /^(-?)(?:(\d+)[ -]+)?(\d+)\/(\d+)(.*)$/.exec(text.trim());
  if (fraction) {
    const [, sign, whole, top, bottom, rest] = fraction;
    const parts = Number(bottom);
    const total = (Number(whole ?? 0) * parts + Number(top)) * (sign === '-' ? -1 : 1) + direction * times;
    const size = Math.abs(total);
    const left = size % parts;
    const number = left === 0 ? `${Math.floor(size / parts)}` : `${size >= parts ? `${Math.floor(size / parts)} ` : ''}${left}/${parts}`;
    return `${total < 0 ? '-' : ''}${number}${rest}`;
  }
  const plain = /^(.*?)(-?\d+(?:\.(\d+))?)([^\d]*)$/.exec(text.trim());
  if (!plain) return null;
  const [, before, number, decimals, after] = plain;
  const digits = decimals?.length ?? 0;
  return `${before}${(Number(number) + (direction * times) / 10 ** digits).toFixed(digits)}${after}`;
}
