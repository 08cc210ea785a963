'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useRef, useState } from 'react';
import type { FieldPath, FieldValues, UseFormReturn } from 'react-hook-form';

/** A field that two people changed differently. */
interface Clash {
  readonly name: string;
  readonly label: string;
  readonly mine: string;
  readonly theirs: string;
}

/** True for values with the same JSON. */
export const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);
const text = (value: unknown): string => (value === null || value === undefined || value === '' ? 'empty' : String(value));

/**
 * Merges two versions of a record field by field. A field that only one person changed has that value. A field that both
 * changed keeps mine, and is named.
 */
export function mergeFields<V extends object>(base: V, mine: V, theirs: V): { readonly merged: V; readonly clashes: readonly (keyof V)[] } {
  const names = Object.keys(mine) as (keyof V)[];
  const clashes = names.filter((n) => !same(mine[n], base[n]) && !same(theirs[n], base[n]) && !same(mine[n], theirs[n]));
  const merged = Object.fromEntries(names.map((n) => [n, same(mine[n], base[n]) ? theirs[n] : mine[n]])) as V;
  return { merged, clashes };
}

/**
 * Merge of a form with the record that another person saved while it was open. A field that only they changed is taken
 * into the form. A field that both changed is shown with both values.
 * @param start values that the form started with
 * @param labels of the fields that are shown
 */
export function useMerge<V extends FieldValues>(
  { getValues, setValue }: Pick<UseFormReturn<V>, 'getValues' | 'setValue'>,
  start: V,
  labels: Readonly<Partial<Record<keyof V & string, string>>>,
) {
  const base = useRef(start);
  const [clashes, setClashes] = useState<readonly Clash[]>([]);
  const put = (name: string, value: unknown) =>
    setValue(name as FieldPath<V>, value as Parameters<typeof setValue>[1], { shouldDirty: true, shouldValidate: true });
  /** Merges theirs into the form. @returns true if a shown field clashes */
  const merge = (theirs: V): boolean => {
    const mine = getValues();
    const found = mergeFields<V>(base.current, mine, theirs);
    for (const name of Object.keys(found.merged)) if (!same(found.merged[name], mine[name])) put(name, found.merged[name]);
    base.current = theirs;
    const shown = found.clashes.flatMap((name) => {
      const label = labels[name as keyof V & string];
      return label === undefined ? [] : [{ name: String(name), label, mine: text(mine[name]), theirs: text(theirs[name]) }];
    });
    setClashes(shown);
    return shown.length > 0;
  };
  const note =
    clashes.length === 0 ? null : (
      <Clashes
        clashes={clashes}
        onChoose={({ name }, theirs) => {
          if (theirs) put(name, base.current[name]);
          setClashes(clashes.filter((c) => c.name !== name));
        }}
      />
    );
  return { merge, note };
}

const SIDES = [
  { of: 'Your', short: 'Use yours', theirs: false },
  { of: 'Their', short: 'Use theirs', theirs: true },
] as const;

/** Both values of each clash, side by side, with a choice. */
function Clashes({ clashes, onChoose }: { clashes: readonly Clash[]; onChoose: (clash: Clash, theirs: boolean) => void }) {
  return (
    <Box
      role="group"
      aria-label="Fields that both changed"
      sx={{ gridColumn: '1 / -1', border: '1px solid var(--ts-copper)', borderRadius: '4px', p: 1.5 }}
    >
      {clashes.map((clash) => (
        <Box key={clash.name} sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', sm: '1fr 1fr' }, gap: 1, py: 0.5 }}>
          <Box sx={{ gridColumn: '1 / -1', fontWeight: 650 }}>{clash.label}</Box>
          {SIDES.map(({ of, short, theirs }) => (
            <Box key={of}>
              <Box className="ts-quiet ts-small">{`${of} value`}</Box>
              {theirs ? clash.theirs : clash.mine}
              <Box>
                <Button
                  variant="outlined"
                  onClick={() => onChoose(clash, theirs)}
                  aria-label={`Use ${of.toLowerCase()} value of ${clash.label}`}
                >
                  {short}
                </Button>
              </Box>
            </Box>
          ))}
        </Box>
      ))}
    </Box>
  );
}

/** Sentence of a stale refusal, and the next step. */
export const mergedWords = (problem: string, clashes: boolean): string =>
  `${problem} ${clashes ? 'Choose a value for each field that both of you changed. Then save again.' : 'Their changes are now in this form, with yours. Save again.'}`;
