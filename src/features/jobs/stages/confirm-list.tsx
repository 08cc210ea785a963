'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import ButtonBase from '@mui/material/ButtonBase';
import Typography from '@mui/material/Typography';
import { useMemo, useState } from 'react';
import * as z from 'zod';
import { CAUTION_GROUPS, type Caution, type CautionGroup } from '@/core/job';
import { useDraftOf } from '@/client/draft';
import { Icon } from '@/ui/icons';

export interface Confirmed {
  readonly id: string;
  readonly words: string;
  readonly at: string;
}

/** By caution, when it was ticked. */
const tickShape = z.record(z.string(), z.iso.datetime());
/** Age at which an observation must be repeated, ms. */
const STALE_MS = 4 * 3_600_000;

/** Ticks of this half day. Older observations must be repeated. */
function fresh(ticked: Readonly<Record<string, string>> | null): Readonly<Record<string, string>> {
  const since = Date.now() - STALE_MS;
  return Object.fromEntries(Object.entries(ticked ?? {}).filter(([, at]) => Date.parse(at) > since));
}

const GROUP_WORDS: Readonly<Record<CautionGroup, string>> = {
  power: 'Power',
  support: 'Machine',
  moving: 'Parts, springs and heat',
  around: 'Surroundings and protection',
};

/** Lines that are confirmed one by one or by group, each with its time, and then written together. */
export function ConfirmList({
  name,
  label,
  cautions,
  action,
  result,
  notes = {},
  again = false,
  onWrite,
}: {
  /** Key of the ticks on this device until they are saved, so that a reload loses none. */
  name: string;
  label: string;
  cautions: readonly Caution[];
  /** Label of the button that writes the lines. */
  action: string;
  /** Text after “Confirm all 5: ” on the button of the last open group. */
  result: string;
  /** The same lines were confirmed before on this visit: one tap confirms all. */
  again?: boolean;
  /** Known facts next to a safety line, by its id. */
  notes?: Readonly<Record<string, string>>;
  onWrite: (confirmed: readonly Confirmed[]) => Promise<boolean>;
}) {
  const [kept, keep] = useDraftOf(name, tickShape);
  const ticked = useMemo(() => fresh(kept), [kept]);
  const [busy, setBusy] = useState(false);
  const left = cautions.filter((c) => !ticked[c.id]).length;
  const groups = CAUTION_GROUPS.map((group) => ({ group, lines: cautions.filter((c) => c.group === group) })).filter(
    ({ lines }) => lines.length > 0,
  );
  const openGroups = groups.filter(({ lines }) => lines.some((c) => !ticked[c.id]));
  const toggle = (id: string) => {
    const { [id]: was, ...others } = ticked;
    keep(was === undefined ? { ...ticked, [id]: new Date().toISOString() } : others);
  };
  const withAll = (lines: readonly Caution[]) => {
    const now = new Date().toISOString();
    return { ...ticked, ...Object.fromEntries(lines.filter((c) => !ticked[c.id]).map((c) => [c.id, now])) };
  };
  const write = async (times: Readonly<Record<string, string>>) => {
    setBusy(true);
    const confirmed = cautions.flatMap(({ id, words }) => {
      const at = times[id];
      return at === undefined ? [] : [{ id, words: notes[id] ? `${words} ${notes[id]}` : words, at }];
    });
    if (await onWrite(confirmed)) keep(null);
    setBusy(false);
  };
  return (
    <Box role="group" aria-label={label}>
      <Box sx={{ columns: '300px 2', columnGap: 3 }}>
        {groups.map(({ group, lines }) => {
          const isLast = openGroups.length === 1 && openGroups[0]!.group === group;
          const all = withAll(lines);
          return (
            <Group
              key={group}
              name={GROUP_WORDS[group]}
              {...{ lines, ticked, notes, busy }}
              result={isLast ? result : null}
              onToggle={toggle}
              onAll={() => {
                keep(all);
                if (isLast) void write(all);
              }}
            />
          );
        })}
      </Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1.5 }}>
        <Button
          variant="contained"
          size="large"
          sx={{ minHeight: 56 }}
          disabled={busy || (!again && left === cautions.length)}
          onClick={() => void write(again ? withAll(cautions) : ticked)}
        >
          {again ? 'Confirm all lines again' : action}
        </Button>
        <Box sx={{ color: 'var(--ts-quiet)' }}>
          {again ? 'Confirmed before on this visit.' : left === 0 ? 'All confirmed.' : `${left} of ${cautions.length} to confirm.`}
        </Box>
      </Box>
    </Box>
  );
}

/** Lines that are checked together. One button confirms the remaining ones. */
function Group({
  name,
  lines,
  ticked,
  notes,
  busy,
  result,
  onToggle,
  onAll,
}: {
  name: string;
  lines: readonly Caution[];
  ticked: Readonly<Record<string, string>>;
  notes: Readonly<Record<string, string>>;
  busy: boolean;
  /** The list that this group completes: its button then writes the whole list. */
  result: string | null;
  onToggle: (id: string) => void;
  onAll: () => void;
}) {
  const left = lines.filter((c) => !ticked[c.id]).length;
  const all = `Confirm all ${lines.length}`;
  return (
    <Box component="section" aria-label={name} sx={{ breakInside: 'avoid', pb: 1.5 }}>
      <Box sx={{ display: 'flex', justifyContent: 'space-between', alignItems: 'center', minHeight: 48, gap: 1 }}>
        <Typography component="h4" sx={{ fontSize: 17, fontWeight: 650 }}>
          {name}
        </Typography>
        {lines.length > 1 && (
          <Button
            variant={result === null ? 'outlined' : 'contained'}
            disabled={left === 0 || busy}
            onClick={onAll}
            {...(result === null ? { 'aria-label': `${all}: ${name}` } : {})}
          >
            {left === 0 ? 'Confirmed' : result === null ? all : `${all}: ${result}`}
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
