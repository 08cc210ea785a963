'use client';

import TextField, { type TextFieldProps } from '@mui/material/TextField';
import { useEffect, useId, useRef, useState, type KeyboardEvent } from 'react';
import { inchFraction, otherReading, parseQuantity, unitNamed, type Dimension } from '@/core/quantity';
import { afterPointerUp, watchPress } from './after-pointer-up';
import { useUnits } from './units';

export interface NumberFieldProps extends Omit<TextFieldProps, 'value' | 'onChange' | 'error' | 'defaultValue' | 'slotProps'> {
  readonly dimension: Dimension;
  /** In the core's unit; null where nothing has been given yet. */
  readonly value: number | null;
  /**
   * Called with a value that reads whole, once typing rests or the field is left, and the text as typed; with null where the field was emptied.
   * What is refused calls nothing; a beginning of it that was taken while typing rested is taken back first.
   */
  readonly onValue: (value: number | null, typed: string) => void;
  readonly min?: number;
  readonly max?: number;
  /** A value that may be left out. */
  readonly optional?: boolean;
  /** How it was typed, to be shown again just so where it still reads as the value does. */
  readonly typed?: string | null;
  /** Said in place of the label where that alone does not tell which of many this is; begins with the label. */
  readonly ariaLabel?: string;
}

/** Typing that rests this long is taken, ms: the beginning of a longer number seldom stands so long. */
const REST_MS = 500;

/**
 * Takes what a hand writes (`51 3/8`, `4 ft 3 3/8`, `12 lb`), shows how it was read in the other unit, steps by its last digit with the arrow
 * keys, and keeps what was typed while it cannot be read.
 */
export function NumberField({
  dimension,
  value,
  onValue,
  min,
  max,
  optional,
  typed,
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

  /** What stood before this spell of typing, and what of it has been passed on since. */
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
  useEffect(watchPress, []);
  // A field that goes away with its last word still resting passes it on first.
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
  return (
    <TextField
      id={id}
      {...rest}
      value={text}
      error={Boolean(draft?.problem)}
      helperText={draft?.problem ?? (echo ? `= ${echo}` : helperText)}
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
          // Its line of how it was read goes with the draft: under a press that would move the button that is pressed. Typed on meanwhile, it stays.
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
        formHelperText: { role: draft?.problem ? 'alert' : undefined },
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
