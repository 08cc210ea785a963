'use client';

import { createContext, useContext, useMemo, type ReactNode } from 'react';
import type { Notebook } from '@/core/survey';
import { NumberField, type NumberFieldProps } from '@/ui/number-field';
import type { StepProps } from './steps';

interface Typed {
  readonly typed: Notebook['typed'];
  readonly remember: (at: string, text: string) => void;
}

const TypedContext = createContext<Typed>({ typed: {}, remember: () => undefined });

/** The longest text that is shown again as it was written. */
const LONGEST = 60;

/** The notebook with what was written at one place; an emptied field forgets it. */
export function withTyped(notebook: Notebook, at: string, text: string): Notebook {
  const { [at]: _before, ...rest } = notebook.typed;
  return { ...notebook, typed: text === '' || text.length > LONGEST ? rest : { ...rest, [at]: text } };
}

/** Lets the fields of a step keep what was written in them as it was written. */
export function DraftScope({ notebook, write, children }: Pick<StepProps, 'notebook' | 'write'> & { children: ReactNode }) {
  const { typed } = notebook;
  const value = useMemo(
    () => ({ typed, remember: (at: string, text: string) => write((now) => withTyped(now, at, text), at) }),
    [typed, write],
  );
  return <TypedContext.Provider value={value}>{children}</TypedContext.Provider>;
}

/** A number field of the notebook: shows again what was written in it. `at` is its key for undo, too. */
export function SavedField({ at, onValue, ...rest }: Omit<NumberFieldProps, 'typed'> & { readonly at: string }) {
  const { typed, remember } = useContext(TypedContext);
  return (
    <NumberField
      {...rest}
      typed={typed[at] ?? null}
      onValue={(value, text) => {
        onValue(value, text);
        remember(at, text);
      }}
    />
  );
}
