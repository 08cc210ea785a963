'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import Skeleton from '@mui/material/Skeleton';
import Typography from '@mui/material/Typography';
import useMediaQuery from '@mui/material/useMediaQuery';
import { useEffect, useMemo, useRef, useState } from 'react';
import { sectionOf, statesOf, type BeltDuty, type Drive, type MatchedBelt, type Uncertainty } from '@/core/drive';
import type { ShelfBelt } from '@/db';
import { Plate } from '@/ui/plate/plate';
import { runVariations, useMatch, usePose } from '@/ui/solver';
import { Strand } from '@/ui/strand';
import { Sweep } from '@/ui/sweep';
import { useUnits } from '@/ui/units';
import { VerdictWord } from '@/ui/verdict';
import type { MatchAnswer } from '@/workers/solver-service';
import { askedFor, beltName, candidateOf, inOrder, isExact } from './candidates';
import { WindowRuler } from './window-ruler';
import { whySentence } from './words';

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

function BeltTable({
  rows,
  narrow,
  chosen,
  onChoose,
  stock,
  drive,
  beltId,
  loading,
}: {
  rows: readonly MatchedBelt[];
  narrow: boolean;
  chosen: string | null;
  onChoose: (id: string) => void;
  stock: ReadonlyMap<string, ShelfBelt>;
  drive: Drive;
  beltId: string;
  loading: boolean;
}) {
  const units = useUnits();
  const { show } = units;
  if (loading) return <Skeleton variant="rectangular" height={180} />;
  const where = (b: MatchedBelt) => {
    const s = stock.get(b.id)!;
    return `${s.bin || 'no bin'} · ${s.quantity === 0 ? 'none left' : s.quantity}`;
  };
  const released = (b: MatchedBelt) => (b.disengaged.stretchMm > 0 ? 'none' : show(b.disengaged.slack, 'length'));
  const percent = (p: number) => (p > 0.995 && p < 1 ? '> 99 %' : p > 0 && p < 0.005 ? '< 1 %' : `${Math.round(p * 100)} %`);
  const tag = (b: MatchedBelt) =>
    isExact(drive, beltId, b) && (
      <Box component="span" sx={{ ml: 0.75, fontSize: 12, color: 'var(--ts-work)', fontWeight: 650, fontFamily: 'Archivo Variable' }}>
        exact
      </Box>
    );
  if (narrow) {
    return (
      <Box role="list">
        {rows.map((b) => (
          <Box key={b.id} role="listitem">
            <Box
              component="button"
              type="button"
              aria-pressed={b.id === chosen}
              onClick={() => onChoose(b.id)}
              sx={{
                display: 'block',
                width: '100%',
                font: 'inherit',
                color: 'inherit',
                textAlign: 'left',
                p: 1.5,
                border: 0,
                borderBottom: '1px solid var(--ts-edge)',
                bgcolor: b.id === chosen ? 'var(--ts-work-soft)' : 'transparent',
                cursor: 'pointer',
              }}
            >
              <Box sx={{ display: 'flex', alignItems: 'center', gap: 1 }}>
                <Box component="span" className="ts-mono" sx={{ fontWeight: 600, fontSize: 17 }}>
                  {beltName(stock.get(b.id)!)}
                  {tag(b)}
                </Box>
                <Box sx={{ ml: 'auto' }}>
                  <VerdictWord verdict={b.verdict} />
                </Box>
              </Box>
              <Box sx={{ color: 'var(--ts-quiet)', fontSize: 14 }}>
                {show(b.outsideMm, 'length')} · {where(b)}
                {b.verdict === 'wrong-section' ? '' : ` · chance ${percent(b.chance)}`}
              </Box>
              <Box sx={{ fontSize: 14 }}>{whySentence(b, units)}</Box>
            </Box>
          </Box>
        ))}
      </Box>
    );
  }
  const head = {
    width: '1%',
    textAlign: 'left' as const,
    fontWeight: 600,
    fontSize: 13,
    color: 'var(--ts-quiet)',
    p: '6px 8px',
    borderBottom: '1px solid var(--ts-ink)',
    whiteSpace: 'nowrap' as const,
  };
  const right = { ...head, textAlign: 'right' as const };
  return (
    <Box
      component="table"
      sx={{
        width: '100%',
        borderCollapse: 'collapse',
        fontSize: 14,
        '& td': { p: '5px 8px', borderBottom: '1px solid var(--ts-edge)', verticalAlign: 'baseline' },
      }}
    >
      <thead>
        <tr>
          <Box component="th" scope="col" sx={head}>
            Belt, bin · to hand
          </Box>
          <Box component="th" scope="col" sx={head}>
            Outside
          </Box>
          <Box component="th" scope="col" sx={{ ...head, width: 'auto' }}>
            Verdict, and why
          </Box>
          <Box component="th" scope="col" sx={right}>
            Engaged
          </Box>
          <Box component="th" scope="col" sx={right}>
            Slack
          </Box>
          <Box component="th" scope="col" sx={right}>
            Chance
          </Box>
        </tr>
      </thead>
      <tbody>
        {rows.map((b) => {
          const seats = b.verdict !== 'wrong-section';
          return (
            <Box
              component="tr"
              key={b.id}
              onClick={() => onChoose(b.id)}
              sx={{
                cursor: 'pointer',
                bgcolor: b.id === chosen ? 'var(--ts-work-soft)' : 'transparent',
                '&:hover': { bgcolor: b.id === chosen ? 'var(--ts-work-soft)' : 'var(--ts-sand)' },
              }}
            >
              <td>
                <Box
                  component="button"
                  type="button"
                  aria-pressed={b.id === chosen}
                  className="ts-mono"
                  sx={{
                    font: 'inherit',
                    fontFamily: 'Spline Sans Mono',
                    fontWeight: 600,
                    background: 'none',
                    border: 0,
                    p: 0,
                    minHeight: 24,
                    color: 'inherit',
                    cursor: 'pointer',
                    whiteSpace: 'nowrap',
                  }}
                >
                  {beltName(stock.get(b.id)!)}
                  {tag(b)}
                </Box>
                <Box sx={{ color: 'var(--ts-quiet)', fontSize: 13.5, lineHeight: 1.35 }}>{where(b)}</Box>
              </td>
              <Box component="td" className="ts-mono" sx={{ whiteSpace: 'nowrap' }}>
                {show(b.outsideMm, 'length')}
              </Box>
              <td>
                <VerdictWord verdict={b.verdict} />
                <Box sx={{ color: 'var(--ts-quiet)', fontSize: 13.5, lineHeight: 1.35 }}>{whySentence(b, units)}</Box>
              </td>
              <Box component="td" className="ts-mono" sx={{ textAlign: 'right', whiteSpace: 'nowrap' }}>
                {seats ? show(b.engaged.tension, 'force') : ''}
              </Box>
              <Box component="td" className="ts-mono" sx={{ textAlign: 'right', whiteSpace: 'nowrap' }}>
                {seats ? released(b) : ''}
              </Box>
              <Box component="td" className="ts-mono" sx={{ textAlign: 'right', whiteSpace: 'nowrap' }}>
                {seats ? percent(b.chance) : ''}
              </Box>
            </Box>
          );
        })}
      </tbody>
    </Box>
  );
}

/** Speed, tightest bend and flexes, and whether the section takes them. */
function Duty({ duty, drive }: { duty: BeltDuty; drive: Drive }) {
  const { show } = useUnits();
  const { metresPerSecond: v, speedLimit, tightestDiameterMm: bend, minDiameterMm, flexesPerHour } = duty;
  const pulley = drive.pulleys.find((p) => p.id === duty.tightestPulley);
  const tooFast = v !== null && v > speedLimit;
  const tooTight = bend < minDiameterMm;
  return (
    <Typography component="p" sx={{ mt: 1.5, fontSize: 14, color: 'var(--ts-quiet)' }}>
      {v === null ? (
        'Belt speed not known. '
      ) : (
        <>
          Belt speed {show(v, 'speed')}
          {tooFast ? <strong> over the section’s {show(speedLimit, 'speed')}</strong> : ` of ${show(speedLimit, 'speed')}`}.{' '}
        </>
      )}
      Tightest bend {show(bend, 'length')} on {pulley?.label ?? duty.tightestPulley},{' '}
      {tooTight ? (
        <strong>under the section’s least of {show(minDiameterMm, 'length')}: shorter belt life</strong>
      ) : (
        `least for the section ${show(minDiameterMm, 'length')}`
      )}
      .{flexesPerHour === null ? '' : ` ${Math.round(flexesPerHour / 1000).toLocaleString('en-GB')} thousand flexes an hour.`}
    </Typography>
  );
}

/** What an adjuster would change, and what is not to hand and would run. */
function Beyond({ match, drive, shelf }: { match: MatchAnswer; drive: Drive; shelf: readonly ShelfBelt[] }) {
  const { show } = useUnits();
  const toHand = new Set(shelf.filter((b) => b.quantity > 0).map((b) => b.designation));
  const missing = match.standard.filter((s) => !toHand.has(s.designation));
  const range = (w: MatchAnswer['window']) =>
    w.shortestMm === null || w.longestMm === null
      ? 'no length does both'
      : Number.isFinite(w.shortestMm)
        ? `${show(w.shortestMm, 'length')} to ${show(w.longestMm, 'length')}`
        : `up to ${show(w.longestMm, 'length')}`;
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', md: '1fr 1fr' }, gap: 2, mt: 2 }}>
      <Box>
        <Typography variant="h3">Not on the shelf, and would run</Typography>
        <Typography sx={{ fontSize: 14 }}>
          {missing.length === 0
            ? match.standard.length === 0
              ? 'No standard size of this section falls in the window.'
              : 'Every standard size in the window is to hand.'
            : missing
                .slice(0, 8)
                .map((s) => `${s.designation} (${show(s.outsideMm, 'length')})`)
                .join(', ')}
        </Typography>
      </Box>
      {match.adjusters.length > 0 && (
        <Box>
          <Typography variant="h3">What an adjuster would change</Typography>
          {match.adjusters.map((a) => {
            const adjuster = drive.adjusters.find((one) => one.id === a.id)!;
            return (
              <Box key={a.id} sx={{ fontSize: 14 }}>
                {adjuster.label ?? a.id}, now at {show(adjuster.position, 'length')}:
                <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
                  {a.windows.map((w) => (
                    <li key={w.position}>
                      at {show(w.position, 'length')}: {range(w.window)}
                    </li>
                  ))}
                </Box>
              </Box>
            );
          })}
        </Box>
      )}
    </Box>
  );
}

const DRAWS = 2000;

/** Length, spring rates and diameters all uncertain at once: two thousand drawn drives, with progress, and it can be stopped. */
function Variations({
  drive,
  beltId,
  name,
  outsideMm,
  toleranceMm,
  uncertainty,
}: {
  drive: Drive;
  beltId: string;
  name: string;
  outsideMm: number;
  toleranceMm: number;
  uncertainty: Uncertainty | null;
}) {
  const { show } = useUnits();
  const [tally, setTally] = useState<{ done: number; works: number } | null>(null);
  const [running, setRunning] = useState(false);
  const going = useRef(false);
  useEffect(() => () => void (going.current = false), []);
  const start = async () => {
    going.current = true;
    setRunning(true);
    const last = await runVariations(
      drive,
      beltId,
      outsideMm,
      uncertainty
        ? { springRateShare: 0, diameterMm: 0, lengthMm: toleranceMm, measured: uncertainty }
        : { springRateShare: 0.1, diameterMm: 0.5, lengthMm: toleranceMm },
      DRAWS,
      (done, works) => {
        setTally({ done, works });
        return going.current;
      },
    );
    setTally(last);
    setRunning(false);
  };
  return (
    <Box className="ts-screen-only" sx={{ mt: 2, display: 'flex', alignItems: 'center', gap: 2, flexWrap: 'wrap' }}>
      <Button variant="outlined" onClick={() => (running ? (going.current = false) : void start())}>
        {running ? 'Stop' : 'Try with everything a little off'}
      </Button>
      <Box role="status" sx={{ fontSize: 14, flex: 1, minWidth: 220 }}>
        {tally === null
          ? `${uncertainty ? 'Everything as closely as it was measured' : `Springs ±10 %, pulleys ±${show(0.5, 'length', 1)}`}, belt ±${show(toleranceMm, 'length')}: ${DRAWS} made-up drives.`
          : `${name} works on ${Math.round((100 * tally.works) / Math.max(1, tally.done))} % of ${tally.done} drives drawn with springs, pulleys and belt a little off.`}
        {running && (
          <LinearProgress variant="determinate" value={((tally?.done ?? 0) / DRAWS) * 100} aria-label="Drives tried" sx={{ mt: 0.5 }} />
        )}
      </Box>
    </Box>
  );
}
