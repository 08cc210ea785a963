'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import Skeleton from '@mui/material/Skeleton';
import Typography from '@mui/material/Typography';
import useMediaQuery from '@mui/material/useMediaQuery';
import { useEffect, useMemo, useRef, useState, type ReactNode } from 'react';
import { sectionOf, withBeltSeatOffset, type Drive, type MatchedBelt, type Uncertainty } from '@/core/drive';
import type { ShopLimits } from '@/core/machine';
import { Fold, Folds } from '@/ui/fold';
import { Plate } from '@/ui/plate/plate';
import { useMatch, usePose } from '@/client/solver';
import { useUnits } from '@/ui/units';
import type { MatchAnswer } from '@/services/solver';
import { VariableMatch } from '../cvt/variable-match';
import { BeltOnPlate } from './belt-on-plate';
import { BeltTable } from './belt-table';
import { Duty } from './duty';
import { OutOfStock } from './out-of-stock';
import { askedFor, beltName, candidateOf, inGroups, inOrder, isExact, piecesOf, runsOn } from '@/services/candidates';
import { SeatOffsetSlider, type SeatOffset } from './seat-offset-slider';
import { Variations } from './variations';
import { WindowRuler } from './window-ruler';
import { WindowSentence } from './window-sentence';
import { whySentence, type WhyContext, calculationStopped, moreBeltsDiffer, outsideLengthsNote, showAllBelts } from './messages';
import type { ShelfBelt, Trial } from '@/contract/records';

export interface BeltChoice {
  readonly shelf: ShelfBelt;
  readonly matched: MatchedBelt;
  readonly exact: boolean;
  readonly insteadOf: string | null;
  /** How many of them it takes. */
  readonly pieces: number;
  /** Why, in words. */
  readonly why: string;
  readonly letsGo: boolean;
}

/** How many belts that run, and that nearly do, are listed before the rest is folded away. */
const RUNNING_SHOWN = 12;
const NEAR_SHOWN = 6;
/** How many of the hopeless are shown once they are asked for. */
const HOPELESS_SHOWN = 40;
const UNWORN: SeatOffset = { mm: 0 };
/** Only for screen readers, since the table header has the same text. */
const HIDDEN = { position: 'absolute', clipPath: 'inset(50%)' } as const;

/** Match: the length window, every belt in stock, the drive with the chosen one, and the reasons. */
export function MatchPanel({
  drive,
  uncertainty,
  beltId,
  shelf,
  loading = false,
  limits,
  trials,
  onChoice,
  action,
}: {
  drive: Drive;
  uncertainty: Uncertainty | null;
  beltId: string;
  shelf: readonly ShelfBelt[];
  /** The stock is not loaded yet, so no statement about it is shown. */
  loading?: boolean;
  /** Warnings of the shop next to a verdict. */
  limits: ShopLimits['belt'];
  /** Substitutes tried on this drive before. */
  trials: readonly Trial[];
  onChoice: (choice: BeltChoice | null) => void;
  /** Button for the chosen belt, near the question. */
  action?: ReactNode;
}) {
  const units = useUnits();
  const { show } = units;
  const narrow = useMediaQuery('(max-width:899px)');
  const [lever, setLever] = useState(1);
  const [picked, setPicked] = useState<string | null>(null);
  const [all, setAll] = useState(false);
  const [sunk, setSunk] = useState<SeatOffset>(UNWORN);

  const candidates = useMemo(() => shelf.map(candidateOf), [shelf]);
  const matchRequest = useMemo(() => ({ drive, beltId, candidates, uncertainty, sunk }), [drive, beltId, candidates, uncertainty, sunk]);
  const { answer: result, pending, failed, again } = useMatch(matchRequest);
  const match = result?.ok ? result.answer : null;
  const stock = useMemo(() => new Map(shelf.map((b) => [String(b.id), b])), [shelf]);
  const ordered = useMemo(
    () =>
      match
        ? inOrder(
            drive,
            beltId,
            match.belts.filter((b) => stock.has(b.id)),
            (id) => stock.get(id)?.quantity ?? 0,
          )
        : [],
    [match, drive, beltId, stock],
  );
  const chosen = ordered.find((b) => b.id === picked) ?? ordered.find(runsOn) ?? null;

  // An answer for an earlier stock, or for none, does not apply to these belts.
  const awaited = loading || (pending && ordered.length === 0 && shelf.length > 0);
  const outsideMm = chosen?.outsideMm;
  const worn = useMemo(() => withBeltSeatOffset(drive, beltId, sunk.mm, sunk.pulley), [drive, beltId, sunk]);
  const poseRequest = useMemo(
    () => ({ drive: worn, lever, ...(outsideMm === undefined ? {} : { outsideMm: { [beltId]: outsideMm } }) }),
    [worn, lever, outsideMm, beltId],
  );
  const { answer: posed } = usePose(poseRequest);
  const pose = posed?.ok ? posed.answer : null;

  const context = useMemo(
    (): WhyContext | null => (match ? { drive, beltId, window: match.window, asksForRelease: match.asksForRelease } : null),
    [match, drive, beltId],
  );
  const tell = useRef(onChoice);
  useEffect(() => {
    tell.current = onChoice;
  });
  useEffect(() => {
    const belt = chosen && stock.get(chosen.id);
    tell.current(
      belt && context
        ? {
            shelf: belt,
            matched: chosen,
            exact: isExact(drive, beltId, chosen, belt.quantity),
            insteadOf: askedFor(drive, beltId, units),
            pieces: piecesOf(drive, beltId, chosen),
            why: whySentence(chosen, units, context),
            letsGo: context.asksForRelease,
          }
        : null,
    );
  }, [chosen, stock, drive, beltId, units, context]);

  if (result && !result.ok) {
    return (
      <Alert severity="warning" variant="outlined">
        This drive cannot be solved as drawn. Correct it in the editor.
        <ul>
          {result.problems.map((p) => (
            <li key={p.path + p.message}>{p.message}</li>
          ))}
        </ul>
      </Alert>
    );
  }
  const beltIndex = drive.belts.findIndex((b) => b.id === beltId);
  const groups = inGroups(ordered, match?.window ?? NO_WINDOW, match?.rescues ?? {});
  const many = groups.run.length > RUNNING_SHOWN || groups.near.length > NEAR_SHOWN;
  const nameOf = (b: MatchedBelt) => beltName(stock.get(b.id)!);
  const table = (rows: readonly MatchedBelt[], headed = true) =>
    context &&
    rows.length > 0 && (
      <BeltTable
        rows={rows}
        narrow={narrow}
        chosen={chosen?.id ?? null}
        onChoose={setPicked}
        stock={stock}
        context={context}
        trials={trials}
        rescues={match?.rescues ?? {}}
        lengthAssessed={match?.hasLengthWindow ?? true}
        headed={headed}
      />
    );
  const judged = match !== null && !awaited && shelf.length > 0;
  // Folded where another belt runs.
  const nearMisses = table(all ? groups.near : groups.near.slice(0, NEAR_SHOWN));
  return (
    <Box>
      <Box sx={{ display: 'flex', columnGap: 2, alignItems: 'center', mb: 0.5 }}>
        <Box sx={{ mr: 'auto', display: 'flex', flexWrap: 'wrap', columnGap: 2, alignItems: 'baseline' }}>
          <Typography variant="h1" component="h2">
            Will it run?
          </Typography>
          <Typography component="p" aria-live="polite" sx={{ color: 'var(--ts-quiet)' }}>
            {match ? <WindowSentence match={match} /> : failed ? '' : 'Calculating…'}
          </Typography>
        </Box>
        {action && <Box sx={{ flex: 'none' }}>{action}</Box>}
      </Box>
      {failed && (
        <Alert
          severity="warning"
          variant="outlined"
          sx={{ mb: 1 }}
          action={
            <Button color="inherit" onClick={again}>
              Compute again
            </Button>
          }
        >
          {calculationStopped(Boolean(match))}
        </Alert>
      )}
      {pending && match && <LinearProgress aria-label="Computing" sx={{ height: 2, mb: -0.25 }} />}
      {match?.hasLengthWindow === false ? null : match ? (
        <WindowRuler
          window={match.window}
          spread={match.spread}
          chosen={chosen?.id ?? null}
          onChoose={setPicked}
          letsGo={match.asksForRelease}
          marks={ordered.map((b) => ({ id: b.id, name: nameOf(b), belt: b }))}
        />
      ) : (
        <Skeleton variant="rectangular" height={98} />
      )}
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', md: 'minmax(0, 1fr) 270px' }, gap: 2, my: 1 }}>
        <Plate drive={drive} answer={pose} lever={lever} onLever={setLever} focusBelt={beltIndex} height={narrow ? 250 : 276} />
        <BeltOnPlate
          drive={drive}
          beltIndex={beltIndex}
          match={awaited ? null : match}
          chosen={chosen}
          name={chosen ? nameOf(chosen) : null}
          position={pose?.solved.tensioners}
          own={askedFor(drive, beltId, units)}
          limits={limits}
          trials={trials}
          exact={chosen ? isExact(drive, beltId, chosen, stock.get(chosen.id)?.quantity) : false}
        />
      </Box>
      {pose?.problem && (
        <Alert severity="warning" variant="outlined" sx={{ mt: 1 }}>
          {pose.problem}
        </Alert>
      )}
      <Typography variant="h2" sx={{ mt: 2, mb: 0.5, ...(judged && !narrow ? HIDDEN : {}) }}>
        In stock
      </Typography>
      {shelf.length === 0 && !awaited ? (
        <Typography sx={{ color: 'var(--ts-quiet)' }}>No belt is in stock. Add your belts under Stock. Each is then tried here.</Typography>
      ) : awaited || !match ? (
        <Skeleton variant="rectangular" height={180} />
      ) : (
        <>
          {groups.run.length === 0 && (
            <Typography sx={{ color: 'var(--ts-copper)', fontWeight: 600 }}>
              {match.hasLengthWindow
                ? 'No belt in stock runs on this drive at its current setting.'
                : 'No belt in stock seats in these sheaves.'}
            </Typography>
          )}
          {table(all ? groups.run : groups.run.slice(0, RUNNING_SHOWN))}
          {groups.near.length > 0 && groups.run.length === 0 && (
            <>
              <Typography variant="h3" sx={{ mt: 2, mb: 0.5, color: 'var(--ts-quiet)' }}>
                Near misses
              </Typography>
              {nearMisses}
            </>
          )}
          {many && !all && (
            <Button onClick={() => setAll(true)} sx={{ mt: 0.5 }}>
              {showAllBelts(groups.run.length, groups.near.length)}
            </Button>
          )}
        </>
      )}
      <Folds>
        {judged && groups.near.length > 0 && groups.run.length > 0 && (
          <Fold title="Near misses" says={`${groups.near.length} ${groups.near.length === 1 ? 'belt' : 'belts'}`}>
            {nearMisses}
          </Fold>
        )}
        {judged && groups.hopeless.length > 0 && (
          <Fold title="Belts that do not fit" says={hopelessWords(groups.hopeless)} lazy>
            {table(groups.hopeless.slice(0, HOPELESS_SHOWN), false)}
            {groups.hopeless.length > HOPELESS_SHOWN && (
              <Typography sx={{ mt: 1, fontSize: 14, color: 'var(--ts-quiet)' }}>
                {moreBeltsDiffer(groups.hopeless.length - HOPELESS_SHOWN)}
              </Typography>
            )}
          </Fold>
        )}
        {match?.hasLengthWindow === false && (
          <Fold title="Try a belt" says="ratios and idle slack">
            <VariableMatch drive={drive} />
          </Fold>
        )}
        <Fold title="Other sizes, wear and tolerances">
          {pose?.duties[beltIndex] && <Duty duty={pose.duties[beltIndex]} drive={drive} />}
          {match && match.hasLengthWindow && (
            <>
              {context && !awaited && <OutOfStock match={match} drive={drive} shelf={shelf} context={context} />}
              <Box sx={{ mt: 2 }}>
                <SeatOffsetSlider drive={drive} beltId={beltId} sunk={sunk} onSunk={setSunk} window={match.window} unworn={match.unworn} />
              </Box>
            </>
          )}
          {match && match.hasLengthWindow && chosen && chosen.verdict !== 'wrong-section' && (
            <Variations
              key={chosen.id}
              drive={drive}
              beltId={beltId}
              name={nameOf(chosen)}
              outsideMm={chosen.outsideMm}
              toleranceMm={chosen.toleranceMm}
              uncertainty={uncertainty}
            />
          )}
          <Box className="ts-screen-only" sx={{ mt: 1, color: 'var(--ts-quiet)', fontSize: 13 }}>
            {outsideLengthsNote(sectionOf(drive.belts[beltIndex]!).name, drive.belts[beltIndex]!.count, show(3, 'length'))}
          </Box>
        </Fold>
      </Folds>
    </Box>
  );
}

const NO_WINDOW: MatchAnswer['window'] = { shortestMm: null, longestMm: null, releaseMinMm: null, gripMaxMm: null, intervals: [] };

/** Count of belts that do not fit, by reason: "31: 20 too long, 4 too short, 7 won’t seat". */
function hopelessWords(belts: readonly MatchedBelt[]): string {
  const count = (verdict: MatchedBelt['verdict'], word: string) => {
    const n = belts.filter((b) => b.verdict === verdict).length;
    return n === 0 ? [] : [`${n} ${word}`];
  };
  const parts = [...count('too-long', 'too long'), ...count('too-short', 'too short'), ...count('wrong-section', 'won’t seat')];
  return `${belts.length}: ${parts.join(', ')}`;
}
