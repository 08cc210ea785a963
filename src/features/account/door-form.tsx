'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import FormControl from '@mui/material/FormControl';
import FormHelperText from '@mui/material/FormHelperText';
import InputLabel from '@mui/material/InputLabel';
import OutlinedInput from '@mui/material/OutlinedInput';
import { useRouter } from 'next/navigation';
import { useId, useState, type SubmitEvent } from 'react';
import type { ActionResult, ShopChoice } from '@/contract/records';

export interface DoorField<Name extends string> {
  readonly name: Name;
  readonly label: string;
  readonly type?: 'email' | 'password';
  readonly autoComplete: string;
  readonly help?: string;
}

/**
 * Form before sign-in. After success it opens the jobs. After a refusal the typed text stays. The server checks the
 * fields, so that this page needs no scripts for it. An address that fits several shops adds the field `shop`.
 * @param fields in order; the first one has the focus
 * @param words of the button, and while the server answers
 */
export function DoorForm<Name extends string>({
  fields,
  words: [ready, busyWords],
  enter,
}: {
  fields: readonly DoorField<Name>[];
  words: readonly [string, string];
  enter: (values: Record<Name, string> & { shop?: string }) => Promise<ActionResult<ShopChoice[]>>;
}) {
  const router = useRouter();
  const [busy, setBusy] = useState(false);
  const [shops, setShops] = useState<readonly ShopChoice[]>([]);
  const [refusal, setRefusal] = useState<{ readonly problem: string; readonly field: Name | null } | null>(null);
  const submit = async (event: SubmitEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = event.currentTarget;
    const typed = new FormData(form);
    const names = shops.length === 0 ? fields.map(({ name }) => name) : [...fields.map(({ name }) => name), 'shop'];
    const values = Object.fromEntries(names.map((name) => [name, String(typed.get(name) ?? '')])) as Record<Name, string>;
    setBusy(true);
    const answer = await enter(values).catch(() => null);
    if (answer?.ok && answer.value.length > 0) {
      setBusy(false);
      setRefusal(null);
      setShops(answer.value);
      return;
    }
    if (answer?.ok) {
      // Busy until the next page is shown.
      router.replace('/');
      router.refresh();
      return;
    }
    setBusy(false);
    const problem = answer?.problem ?? 'The server does not answer. Your entries are still here. Try again in a moment.';
    const field = fields.find(({ name }) => answer && 'field' in answer && answer.field === name)?.name ?? null;
    setRefusal({ problem, field });
    const input = field === null ? null : form.elements.namedItem(field);
    if (input instanceof HTMLElement) input.focus();
  };
  return (
    <Box
      component="form"
      noValidate
      onSubmit={(event: SubmitEvent<HTMLFormElement>) => void submit(event)}
      sx={{ display: 'grid', gap: 2 }}
    >
      {refusal?.field === null && (
        <Box role="alert" sx={{ p: 1.5, border: '1px solid var(--ts-copper)', borderRadius: 1, color: 'var(--ts-copper)', fontSize: 15 }}>
          {refusal.problem}
        </Box>
      )}
      {fields.map((field, i) => (
        <Field key={field.name} field={field} first={i === 0} problem={refusal?.field === field.name ? refusal.problem : null} />
      ))}
      {shops.length > 0 && <ShopField shops={shops} />}
      <Button type="submit" variant="contained" size="large" disabled={busy}>
        {busy ? busyWords : ready}
      </Button>
    </Box>
  );
}

/** Choice of the shop, for a person with accounts in several. A plain element: the page needs no more scripts for it. */
function ShopField({ shops }: { shops: readonly ShopChoice[] }) {
  const id = useId();
  return (
    <Box>
      <Box component="label" htmlFor={id} sx={{ fontSize: 14, color: 'var(--ts-quiet)' }}>
        Shop
      </Box>
      <Box
        component="select"
        id={id}
        name="shop"
        autoFocus
        aria-describedby={`${id}-below`}
        sx={{ width: '100%', height: 44, px: 1, font: 'inherit', color: 'inherit', bgcolor: 'transparent', borderRadius: 1 }}
      >
        {shops.map(({ id: shop, name }) => (
          <option key={shop} value={shop}>
            {name}
          </option>
        ))}
      </Box>
      <FormHelperText id={`${id}-below`}>Your email address and password fit several shops. Choose one.</FormHelperText>
    </Box>
  );
}

/** One field, with its problem or its help below. */
function Field({ field, first, problem }: { field: DoorField<string>; first: boolean; problem: string | null }) {
  const id = useId();
  const below = problem ?? field.help;
  return (
    <FormControl size="small" fullWidth error={problem !== null}>
      <InputLabel htmlFor={id}>{field.label}</InputLabel>
      <OutlinedInput
        id={id}
        name={field.name}
        label={field.label}
        type={field.type ?? 'text'}
        autoComplete={field.autoComplete}
        autoFocus={first}
        aria-describedby={below ? `${id}-below` : undefined}
      />
      {below && <FormHelperText id={`${id}-below`}>{below}</FormHelperText>}
    </FormControl>
  );
}
