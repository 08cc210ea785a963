'use client';

import Button from '@mui/material/Button';
import Skeleton from '@mui/material/Skeleton';
import Typography from '@mui/material/Typography';
import type { MatchedBelt } from '@/core/drive';
import { Fold } from '@/ui/fold';
import type { Trial } from '@/contract/records';
import { BeltTable } from './belt-table';
import { moreBeltsDiffer, showAllBelts } from './messages';
import type { MatchView } from './use-match-view';

/** How many belts that run, and that nearly do, are listed before the rest is folded away. */
const RUNNING_SHOWN = 12;
const NEAR_SHOWN = 6;
/** How many of the hopeless are shown once they are asked for. */
const HOPELESS_SHOWN = 40;

/** Table of some belts of a match, as each group shows them. */
export interface TableOf {
  readonly view: MatchView;
  readonly trials: readonly Trial[];
  readonly narrow: boolean;
}

function Belts({
  view,
  trials,
  narrow,
  rows,
  headed = true,
}: TableOf & { readonly rows: readonly MatchedBelt[]; readonly headed?: boolean }) {
  if (!view.context || rows.length === 0) return null;
  return (
    <BeltTable
      rows={rows}
      narrow={narrow}
      chosen={view.chosen?.id ?? null}
      onChoose={view.setPicked}
      stock={view.stock}
      context={view.context}
      trials={trials}
      rescues={view.match?.rescues ?? {}}
      lengthAssessed={view.match?.hasLengthWindow ?? true}
      headed={headed}
    />
  );
}

/** Belts in stock that run, or the near misses if none does. */
export function BeltsInStock({ table, all, onAll }: { readonly table: TableOf; readonly all: boolean; readonly onAll: () => void }) {
  const { shelf, awaited, match, groups } = table.view;
  if (shelf.length === 0 && !awaited)
    return (
      <Typography sx={{ color: 'var(--ts-quiet)' }}>No belt is in stock. Add your belts under Stock. Each is then tried here.</Typography>
    );
  if (awaited || !match) return <Skeleton variant="rectangular" height={180} />;
  const many = groups.run.length > RUNNING_SHOWN || groups.near.length > NEAR_SHOWN;
  return (
    <>
      {groups.run.length === 0 && (
        <Typography sx={{ color: 'var(--ts-copper)', fontWeight: 600 }}>
          {match.hasLengthWindow
            ? 'No belt in stock runs on this drive at its current setting.'
            : 'No belt in stock seats in these sheaves.'}
        </Typography>
      )}
      <Belts {...table} rows={all ? groups.run : groups.run.slice(0, RUNNING_SHOWN)} />
      {groups.near.length > 0 && groups.run.length === 0 && (
        <>
          <Typography variant="h3" sx={{ mt: 2, mb: 0.5, color: 'var(--ts-quiet)' }}>
            Near misses
          </Typography>
          <NearMisses table={table} all={all} />
        </>
      )}
      {many && !all && (
        <Button onClick={onAll} sx={{ mt: 0.5 }}>
          {showAllBelts(groups.run.length, groups.near.length)}
        </Button>
      )}
    </>
  );
}

const NearMisses = ({ table, all }: { readonly table: TableOf; readonly all: boolean }) => (
  <Belts {...table} rows={all ? table.view.groups.near : table.view.groups.near.slice(0, NEAR_SHOWN)} />
);

/** Folds of the belts that do not run, next to those that do. */
export function OtherBelts({ table, all }: { readonly table: TableOf; readonly all: boolean }) {
  const { judged, groups } = table.view;
  if (!judged) return null;
  return (
    <>
      {groups.near.length > 0 && groups.run.length > 0 && (
        <Fold title="Near misses" says={`${groups.near.length} ${groups.near.length === 1 ? 'belt' : 'belts'}`}>
          <NearMisses table={table} all={all} />
        </Fold>
      )}
      {groups.hopeless.length > 0 && (
        <Fold title="Belts that do not fit" says={hopelessWords(groups.hopeless)} lazy>
          <Belts {...table} rows={groups.hopeless.slice(0, HOPELESS_SHOWN)} headed={false} />
          {groups.hopeless.length > HOPELESS_SHOWN && (
            <Typography sx={{ mt: 1, fontSize: 14, color: 'var(--ts-quiet)' }}>
              {moreBeltsDiffer(groups.hopeless.length - HOPELESS_SHOWN)}
            </Typography>
          )}
        </Fold>
      )}
    </>
  );
}

/** Count of belts that do not fit, by reason: "31: 20 too long, 4 too short, 7 won’t seat". */
function hopelessWords(belts: readonly MatchedBelt[]): string {
  const count = (verdict: MatchedBelt['verdict'], word: string) => {
    const n = belts.filter((b) => b.verdict === verdict).length;
    return n === 0 ? [] : [`${n} ${word}`];
  };
  const parts = [...count('too-long', 'too long'), ...count('too-short', 'too short'), ...count('wrong-section', 'won’t seat')];
  return `${belts.length}: ${parts.join(', ')}`;
}
