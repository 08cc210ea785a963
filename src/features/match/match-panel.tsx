'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import Skeleton from '@mui/material/Skeleton';
import Typography from '@mui/material/Typography';
import useMediaQuery from '@mui/material/useMediaQuery';
import { useEffect, useMemo, useRef, useState } from 'react';
import { sectionOf, statesOf, type Drive, type MatchedBelt, type Uncertainty } from '@/core/drive';
import type { ShelfBelt } from '@/db';
import { Plate } from '@/ui/plate/plate';
import { useMatch, usePose } from '@/ui/solver';
import { Strand } from '@/ui/strand';
import { Sweep } from '@/ui/sweep';
import { useUnits } from '@/ui/units';
import { VerdictWord } from '@/ui/verdict';
import type { MatchAnswer } from '@/workers/solver-service';
import { BeltTable } from './belt-table';
import { Beyond, Duty } from './beyond';
import { askedFor, beltName, candidateOf, inOrder, isExact } from './candidates';
import { Variations } from './variations';
import { WindowRuler } from './window-ruler';

export interface BeltChoice {
  readonly shelf: ShelfBelt;
  readonly matched: MatchedBelt;
  readonly exact: boolean;
  readonly insteadOf: string | null;
}

/** How many shelf belts that won't seat are listed before they are folded away. */
const SEATLESS_SHOWN = 2;

/** Will it run? The window, every belt to hand in its place, the drive with the chosen one on it, and why. */
export function MatchPanel({
  drive,
  uncertainty,
  beltId,
  shelf,
  onChoice,
}: {
  drive: Drive;
  uncertainty: Uncertainty | null;
  beltId: string;
  shelf: readonly ShelfBelt[];
  onChoice: (choice: BeltChoice | null) => void;
}) {
  const units = useUnits();
  const { show } = units;
  const narrow = useMediaQuery('(max-width:899px)');
  const [lever, setLever] = useState(1);
  const [picked, setPicked] = useState<string | null>(null);
  const [everything, setEverything] = useState(false);

  const candidates = useMemo(() => shelf.map(candidateOf), [shelf]);
  const matchRequest = useMemo(() => ({ drive, beltId, candidates, uncertainty }), [drive, beltId, candidates, uncertainty]);
  const { answer: result, pending } = useMatch(matchRequest);
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
  const chosen = ordered.find((b) => b.id === picked) ?? ordered.find((b) => b.verdict !== 'wrong-section') ?? null;

  const outsideMm = chosen?.outsideMm;
  const poseRequest = useMemo(
    () => ({ drive, lever, ...(outsideMm === undefined ? {} : { outsideMm: { [beltId]: outsideMm } }) }),
    [drive, lever, outsideMm, beltId],
  );
  const { answer: posed } = usePose(poseRequest);
  const pose = posed?.ok ? posed.answer : null;

  const tell = useRef(onChoice);
  useEffect(() => {
    tell.current = onChoice;
  });
  useEffect(() => {
    const belt = chosen && stock.get(chosen.id);
    tell.current(
      belt ? { shelf: belt, matched: chosen, exact: isExact(drive, beltId, chosen), insteadOf: askedFor(drive, beltId, units) } : null,
    );
  }, [chosen, stock, drive, beltId, units]);

  if (result && !result.ok) {
    return (
      <Alert severity="warning" variant="outlined">
        This drive cannot be solved as it is drawn; mend it in the editor.
        <ul>
          {result.problems.map((p) => (
            <li key={p.path + p.message}>
              {p.path ? `${p.path}: ` : ''}
              {p.message}
            </li>
          ))}
        </ul>
      </Alert>
    );
  }
  const beltIndex = drive.belts.findIndex((b) => b.id === beltId);
  const moves =
    drive.springs.some((s) => s.from.leverTravel || s.to.leverTravel) || statesOf(drive).some((s) => Object.keys(s.locks ?? {}).length > 0);
  const seated = ordered.filter((b) => b.verdict !== 'wrong-section');
  const seatless = ordered.filter((b) => b.verdict === 'wrong-section');
  const rows = [...seated, ...(everything ? seatless : seatless.slice(0, SEATLESS_SHOWN))];
  const nameOf = (b: MatchedBelt) => beltName(stock.get(b.id)!);
  return (
    <Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 2, alignItems: 'baseline', mb: 0.5 }}>
        <Typography variant="h1" component="h2">
          Will it run?
        </Typography>
        <Typography component="p" aria-live="polite" sx={{ color: 'var(--ts-quiet)' }}>
          {match ? <WindowSentence match={match} /> : 'Computing …'}
        </Typography>
      </Box>
      {pending && match && <LinearProgress aria-label="Computing" sx={{ height: 2, mb: -0.25 }} />}
      {match ? (
        <WindowRuler
          window={match.window}
          spread={match.spread}
          chosen={chosen?.id ?? null}
          onChoose={setPicked}
          marks={ordered.map((b) => ({ id: b.id, name: nameOf(b), belt: b }))}
        />
      ) : (
        <Skeleton variant="rectangular" height={98} />
      )}
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', md: 'minmax(0, 1fr) 270px' }, gap: 2, mt: 1 }}>
        <Plate
          drive={drive}
          answer={pose}
          lever={lever}
          onLever={setLever}
          leverMoves={moves}
          focusBelt={beltIndex}
          height={narrow ? 300 : 276}
        />
        <BeltOnPlate
          drive={drive}
          beltIndex={beltIndex}
          match={match}
          chosen={chosen}
          name={chosen ? nameOf(chosen) : null}
          position={pose?.solved.tensioners}
          exact={chosen ? isExact(drive, beltId, chosen) : false}
        />
      </Box>
      {pose?.problem && (
        <Alert severity="warning" variant="outlined" sx={{ mt: 1 }}>
          {pose.problem}
        </Alert>
      )}
      <Typography variant="h2" sx={{ mt: 2, mb: 0.5 }}>
        On the shelf
      </Typography>
      {shelf.length === 0 ? (
        <Typography sx={{ color: 'var(--ts-quiet)' }}>
          The shelf is empty. Add the belts to hand under Shelf, and each is tried here.
        </Typography>
      ) : (
        <BeltTable
          rows={rows}
          narrow={narrow}
          chosen={chosen?.id ?? null}
          onChoose={setPicked}
          stock={stock}
          drive={drive}
          beltId={beltId}
          loading={!match}
        />
      )}
      {seatless.length > SEATLESS_SHOWN && (
        <Button onClick={() => setEverything(!everything)} sx={{ mt: 0.5 }}>
          {everything ? 'Fold away what won’t seat' : `${seatless.length - SEATLESS_SHOWN} more that won’t seat`}
        </Button>
      )}
      {pose?.duties[beltIndex] && <Duty duty={pose.duties[beltIndex]} drive={drive} />}
      {match && <Beyond match={match} drive={drive} shelf={shelf} />}
      {match && chosen && chosen.verdict !== 'wrong-section' && (
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
        Outside lengths, for section {sectionOf(drive.belts[beltIndex]!).name}
        {drive.belts[beltIndex]!.count ? ` × ${drive.belts[beltIndex]!.count}` : ''}. A new belt’s length may be off by {show(3, 'length')}{' '}
        and 0.2 %. The machine’s own manual always wins.
      </Box>
    </Box>
  );
}

function WindowSentence({ match }: { match: MatchAnswer }) {
  const { show } = useUnits();
  const { window, spread, asksForRelease, overCentre } = match;
  const strong = (mm: number) => {
    const sd = mm === window.shortestMm ? spread?.shortestSd : mm === window.longestMm ? spread?.longestSd : null;
    return (
      <>
        <strong style={{ color: 'var(--ts-ink)' }}>{show(mm, 'length')}</strong>
        {typeof sd === 'number' ? ` ± ${show(2 * sd, 'length', 1)}` : ''}
      </>
    );
  };
  if (window.shortestMm !== null && window.longestMm !== null) {
    if (!asksForRelease)
      return Number.isFinite(window.longestMm) ? (
        <>This drive is always tight; it grips up to {strong(window.longestMm)} outside length.</>
      ) : (
        <>This drive grips at any length tried.</>
      );
    if (Number.isFinite(window.shortestMm) && Number.isFinite(window.longestMm)) {
      return (
        <>
          This drive lets go and grips between {strong(window.shortestMm)} and {strong(window.longestMm)} outside length
          {overCentre ? '; it latches over centre' : ''}.
        </>
      );
    }
    return Number.isFinite(window.shortestMm) ? (
      <>It lets go from {strong(window.shortestMm)} on.</>
    ) : (
      <>It grips up to {strong(window.longestMm)}.</>
    );
  }
  if (window.letsGoFromMm === null) return <>At no length does it let go as it is set: a brake stays off or the belt is held.</>;
  if (window.gripsToMm === null) return <>At no length does it grip as it is set.</>;
  return (
    <>
      No length does both: it lets go from {strong(window.letsGoFromMm)} and grips only to {strong(window.gripsToMm)}.
    </>
  );
}

function BeltOnPlate({
  drive,
  beltIndex,
  match,
  chosen,
  name,
  position,
  exact,
}: {
  drive: Drive;
  beltIndex: number;
  match: MatchAnswer | null;
  chosen: MatchedBelt | null;
  name: string | null;
  position: readonly { id: string; position: number }[] | undefined;
  exact: boolean;
}) {
  const { show } = useUnits();
  if (!match)
    return (
      <Box sx={{ display: 'grid', gap: 1 }}>
        <Skeleton height={40} />
        <Skeleton variant="rectangular" height={130} />
        <Skeleton variant="rectangular" height={70} />
      </Box>
    );
  if (!chosen)
    return (
      <Typography sx={{ color: 'var(--ts-quiet)' }}>No belt to hand seats in these grooves. What would run is listed below.</Typography>
    );
  const route = new Set(drive.belts[beltIndex]?.route.map((r) => r.pulley));
  const index = drive.tensioners.findIndex((t) => !t.locked && t.carries.some((id) => route.has(id)));
  const tensioner = drive.tensioners[index];
  const brake = tensioner && drive.brakes.find((b) => b.tensioner === tensioner.id);
  const runs = chosen.verdict === 'fits' || chosen.verdict === 'marginal';
  return (
    <Box
      sx={{
        display: 'flex',
        flexDirection: { xs: 'column', sm: 'row', md: 'column' },
        gap: 1.25,
        minWidth: 0,
        '& > *': { flex: { sm: 1, md: 'none' }, minWidth: 0 },
      }}
    >
      <Box>
        <Typography variant="h3" sx={{ color: 'var(--ts-quiet)' }}>
          On the plate{exact ? ', the exact belt' : ', a substitute'}
        </Typography>
        <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 1.5, flexWrap: 'wrap' }}>
          <Box component="span" className="ts-mono" sx={{ fontSize: 25, fontWeight: 600, lineHeight: 1.2 }}>
            {name}
          </Box>
          <Box component="span" sx={{ color: 'var(--ts-quiet)' }}>
            {show(chosen.outsideMm, 'length')}
          </Box>
        </Box>
        <VerdictWord verdict={chosen.verdict} />
        {match.asksForRelease && (
          <Box sx={{ fontSize: 14 }}>
            Released:{' '}
            <strong>
              {chosen.disengaged.stretchMm > 0
                ? `${show(chosen.disengaged.stretchMm, 'length')} of stretch`
                : `${show(chosen.disengaged.slack, 'length')} slack`}
            </strong>
            {drive.brakes.length > 0 && (chosen.disengaged.brakeOn ? ', brake on' : ', brake off')}
          </Box>
        )}
      </Box>
      {tensioner && (
        <Box>
          <Typography variant="h3" sx={{ color: 'var(--ts-quiet)' }}>
            {tensioner.label ?? tensioner.id}
          </Typography>
          <Sweep
            tensioner={tensioner}
            position={position?.find((p) => p.id === tensioner.id)?.position ?? 0}
            released={chosen.disengaged.position}
            engaged={chosen.engaged.position}
            works={runs}
            {...(brake ? { brake } : {})}
          />
        </Box>
      )}
      <Box>
        <Typography variant="h3" sx={{ color: 'var(--ts-quiet)' }}>
          Strand, engaged
        </Typography>
        <Strand
          label="Static tension"
          floorN={chosen.engaged.floorN}
          loadKnown={chosen.engaged.loadKnown}
          ceilingN={chosen.engaged.ceilingN}
          marks={[{ id: 'engaged', tensionN: chosen.engaged.tension, label: 'engaged' }]}
        />
      </Box>
    </Box>
  );
}
