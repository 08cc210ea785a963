'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import ButtonBase from '@mui/material/ButtonBase';
import Typography from '@mui/material/Typography';
import { useMemo, useState } from 'react';
import * as z from 'zod';
import { CAUTION_GROUPS, type Caution, type CautionGroup } from '@/core/job';
import { useDraftOf } from '@/ui/draft';
import { Icon } from '@/ui/icons';

export interface Confirmed {
  readonly id: string;
  readonly words: string;
  readonly at: string;
}

/** By caution, when it was ticked. */
const tickShape = z.record(z.string(), z.iso.datetime());
/** What was seen so long ago is looked at again, ms. */
const STALE_MS = 4 * 3_600_000;

/** Ticks of this half day: what was seen before is looked at again. */
function fresh(ticked: Readonly<Record<string, string>> | null): Readonly<Record<string, string>> {
  const since = Date.now() - STALE_MS;
  return Object.fromEntries(Object.entries(ticked ?? {}).filter(([, at]) => Date.parse(at) > since));
}

const GROUP_WORDS: Readonly<Record<CautionGroup, string>> = {
  power: 'Power',
  support: 'Machine',
  moving: 'Parts, springs and heat',
  around: 'Surroundings',
  person: 'Clothing and protection',
};

/** Lines that are confirmed one by one or by group, each with its time, and then written together. */
export function ConfirmList({
  name,
  label,
  cautions,
  act,
  notes = {},
  again = false,
  onWrite,
}: {
  /** What the ticks are kept under on this device until they are written: a page that comes anew takes none away. */
  name: string;
  label: string;
  cautions: readonly Caution[];
  /** What the button says. */
  act: string;
  /** The same lines were confirmed before on this visit: one tap confirms all. */
  again?: boolean;
  /** What is known beside a caution, by its id. */
  notes?: Readonly<Record<string, string>>;
  onWrite: (confirmed: readonly Confirmed[]) => Promise<boolean>;
}) {
  const [kept, keep] = useDraftOf(name, tickShape);
  const ticked = useMemo(() => fresh(kept), [kept]);
  const [busy, setBusy] = useState(false);
  const left = cautions.filter((c) => !ticked[c.id]).length;
  const toggle = (id: string) => {
    const { [id]: was, ...others } = ticked;
    keep(was === undefined ? { ...ticked, [id]: new Date().toISOString() } : others);
  };
  const confirmAll = (lines: readonly Caution[]) => {
    const now = new Date().toISOString();
    keep({ ...ticked, ...Object.fromEntries(lines.filter((c) => !ticked[c.id]).map((c) => [c.id, now])) });
  };
  const write = async () => {
    setBusy(true);
    const now = new Date().toISOString();
    const confirmed = cautions.flatMap(({ id, words }) => {
      const at = again ? now : ticked[id];
      return at === undefined ? [] : [{ id, words: notes[id] ? `${words} ${notes[id]}` : words, at }];
    });
    if (await onWrite(confirmed)) keep(null);
    setBusy(false);
  };
  return (
    <Box role="group" aria-label={label}>
      <Box sx={{ columns: '300px 2', columnGap: 3 }}>
        {CAUTION_GROUPS.map((group) => ({ group, lines: cautions.filter((c) => c.group === group) }))
          .filter(({ lines }) => lines.length > 0)
          .map(({ group, lines }) => (
            <Group key={group} name={GROUP_WORDS[group]} {...{ lines, ticked, notes }} onToggle={toggle} onAll={() => confirmAll(lines)} />
          ))}
      </Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1.5 }}>
        <Button
          variant="contained"
          size="large"
          sx={{ minHeight: 56 }}
          disabled={busy || (!again && left === cautions.length)}
          onClick={() => void write()}
        >
          {again ? 'Confirm all lines again' : act}
        </Button>
        <Box sx={{ color: 'var(--ts-quiet)' }}>
          {again ? 'Confirmed before on this visit.' : left === 0 ? 'All confirmed.' : `${left} of ${cautions.length} to confirm.`}
        </Box>
      </Box>
    </Box>
  );
}

/** Lines that are looked at together. One button confirms those that are left. */
function Group({
  name,
  lines,
  ticked,
  notes,
  onToggle,
  onAll,
}: {
  name: string;
  lines: readonly Caution[];
  ticked: Readonly<Record<string, string>>;
  notes: Readonly<Record<string, string>>;
  onToggle: (id: string) => void;
  onAll: () => void;
}) {
  const left = lines.filter((c) => !ticked[c.id]).length;
  return (
    <Box component="section" aria-label={name} sx={{ breakInside: 'avoid', pb: 1.5 }}>
      <Box sx={{ display: 'flex', justifyContent: 'space-between', alignItems: 'center', minHeight: 48, gap: 1 }}>
        <Typography component="h4" sx={{ fontSize: 17, fontWeight: 650 }}>
          {name}
        </Typography>
        {lines.length > 1 && (
          <Button variant="outlined" disabled={left === 0} onClick={onAll} aria-label={`Confirm all ${lines.length}: ${name}`}>
            {left === 0 ? 'Confirmed' : `Confirm all ${lines.length}`}
          </Button>
        )}
      </Box>
      <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0, borderTop: '1px solid var(--ts-edge)' }}>
        {lines.map((line) => (
          <Line key={line.id} {...line} note={notes[line.id]} on={ticked[line.id] !== undefined} onToggle={() => onToggle(line.id)} />
        ))}
      </Box>
    </Box>
  );
}

function Line({ words, why, note, on, onToggle }: Caution & { note: string | undefined; on: boolean; onToggle: () => void }) {
  return (
    <Box component="li" sx={{ borderBottom: '1px solid var(--ts-edge)' }}>
      <ButtonBase
        role="checkbox"
        aria-checked={on}
        onClick={onToggle}
        sx={{
          width: '100%',
          minHeight: 48,
          py: 0.5,
          gap: 1.5,
          justifyContent: 'flex-start',
          alignItems: 'center',
          textAlign: 'left',
          fontSize: 16,
          '&:focus-visible': { outline: '3px solid var(--ts-work)' },
        }}
      >
        <Box
          aria-hidden
          sx={{
            width: 30,
            height: 30,
            flex: 'none',
            borderRadius: '4px',
            border: '2px solid',
            borderColor: on ? 'var(--ts-work)' : 'var(--ts-ink)',
            bgcolor: on ? 'var(--ts-work)' : 'transparent',
            color: 'var(--ts-work-ink)',
            display: 'grid',
            placeItems: 'center',
          }}
        >
          {on && <Icon name="check" size={22} />}
        </Box>
        <Box>
          <Box sx={{ fontWeight: 550 }}>
            {words} {note && <strong>{note}</strong>}
          </Box>
          <Box sx={{ fontSize: 14, color: 'var(--ts-quiet)', display: { xs: 'none', sm: 'block' } }}>{why}</Box>
        </Box>
      </ButtonBase>
    </Box>
  );
}
