'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import Skeleton from '@mui/material/Skeleton';
import Typography from '@mui/material/Typography';
import useMediaQuery from '@mui/material/useMediaQuery';
import { useState, type ReactNode } from 'react';
import { sectionOf, type Drive } from '@/core/drive';
import type { ShopLimits } from '@/core/machine';
import { Fold, Folds } from '@/ui/fold';
import { Plate } from '@/ui/plate/plate';
import { useUnits } from '@/ui/units';
import { VariableMatch } from '../cvt/variable-match';
import { BeltOnPlate } from './belt-on-plate';
import { BeltsInStock, OtherBelts, type TableOf } from './belts-in-stock';
import { Duty } from './duty';
import { OutOfStock } from './out-of-stock';
import { askedFor } from '@/services/candidates';
import { SeatOffsetSlider } from './seat-offset-slider';
import { useMatchView, type MatchSubject, type MatchView } from './use-match-view';
import { Variations } from './variations';
import { WindowRuler } from './window-ruler';
import { WindowSentence } from './window-sentence';
import { calculationStopped, outsideLengthsNote } from './messages';
import type { Trial } from '@/contract/records';

/** Only for screen readers, since the table header has the same text. */
const HIDDEN = { position: 'absolute', clipPath: 'inset(50%)' } as const;

/** Match: the length window, every belt in stock, the drive with the chosen one, and the reasons. */
export function MatchPanel({
  limits,
  trials,
  action,
  loading = false,
  ...subject
}: Omit<MatchSubject, 'loading'> & {
  readonly loading?: boolean;
  /** Warnings of the shop next to a verdict. */
  readonly limits: ShopLimits['belt'];
  /** Substitutes tried on this drive before. */
  readonly trials: readonly Trial[];
  /** Button for the chosen belt, near the question. */
  readonly action?: ReactNode;
}) {
  const narrow = useMediaQuery('(max-width:899px)');
  const view = useMatchView({ ...subject, loading });
  const [all, setAll] = useState(false);
  if (view.problems)
    return (
      <Alert severity="warning" variant="outlined">
        This drive cannot be solved as drawn. Correct it in the editor.
        <ul>
          {view.problems.map((p) => (
            <li key={p.path + p.message}>{p.message}</li>
          ))}
        </ul>
      </Alert>
    );
  const table: TableOf = { view, trials, narrow };
  return (
    <Box>
      <Head view={view} action={action} />
      <Ruler view={view} />
      <OnPlate view={view} limits={limits} trials={trials} narrow={narrow} />
      <Typography variant="h2" sx={{ mt: 2, mb: 0.5, ...(view.judged && !narrow ? HIDDEN : {}) }}>
        In stock
      </Typography>
      <BeltsInStock table={table} all={all} onAll={() => setAll(true)} />
      <Folds>
        <OtherBelts table={table} all={all} />
        {view.match?.hasLengthWindow === false && (
          <Fold title="Try a belt" says="ratios and idle slack">
            <VariableMatch drive={view.drive} />
          </Fold>
        )}
        <Fold title="Other sizes, wear and tolerances">
          <OtherSizes view={view} />
        </Fold>
      </Folds>
    </Box>
  );
}

/** The question with its answer in one sentence, and the state of the calculation. */
function Head({ view: { match, failed, again, pending }, action }: { readonly view: MatchView; readonly action: ReactNode }) {
  return (
    <>
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
    </>
  );
}

function Ruler({ view: { match, chosen, setPicked, ordered, nameOf } }: { readonly view: MatchView }) {
  if (!match) return <Skeleton variant="rectangular" height={98} />;
  if (!match.hasLengthWindow) return null;
  return (
    <WindowRuler
      window={match.window}
      spread={match.spread}
      chosen={chosen?.id ?? null}
      onChoose={setPicked}
      letsGo={match.asksForRelease}
      marks={ordered.map((b) => ({ id: b.id, name: nameOf(b), belt: b }))}
    />
  );
}

/** The drive with the chosen belt, and the facts of this belt next to it. */
function OnPlate({
  view,
  limits,
  trials,
  narrow,
}: {
  readonly view: MatchView;
  readonly limits: ShopLimits['belt'];
  readonly trials: readonly Trial[];
  readonly narrow: boolean;
}) {
  const units = useUnits();
  const { drive, beltId, beltIndex, match, chosen, pose, lever, setLever } = view;
  return (
    <>
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', md: 'minmax(0, 1fr) 270px' }, gap: 2, my: 1 }}>
        <Plate drive={drive} answer={pose} lever={lever} onLever={setLever} focusBelt={beltIndex} height={narrow ? 250 : 276} />
        <BeltOnPlate
          drive={drive}
          beltIndex={beltIndex}
          match={view.awaited ? null : match}
          chosen={chosen}
          name={chosen ? view.nameOf(chosen) : null}
          position={pose?.solved.tensioners}
          own={askedFor(drive, beltId, units)}
          limits={limits}
          trials={trials}
          exact={view.exact}
        />
      </Box>
      {pose?.problem && (
        <Alert severity="warning" variant="outlined" sx={{ mt: 1 }}>
          {pose.problem}
        </Alert>
      )}
    </>
  );
}

/** Load of the belt, sizes that are not in stock, wear in the grooves, and tolerances of the drive. */
function OtherSizes({ view }: { readonly view: MatchView }) {
  const { show } = useUnits();
  const { drive, beltId, beltIndex, match, chosen, context, pose } = view;
  const duty = pose?.duties[beltIndex];
  return (
    <>
      {duty && <Duty duty={duty} drive={drive} />}
      {match?.hasLengthWindow && (
        <>
          {context && !view.awaited && <OutOfStock match={match} drive={drive} shelf={view.shelf} context={context} />}
          <Box sx={{ mt: 2 }}>
            <SeatOffsetSlider
              drive={drive}
              beltId={beltId}
              sunk={view.sunk}
              onSunk={view.setSunk}
              window={match.window}
              unworn={match.unworn}
            />
          </Box>
        </>
      )}
      {match?.hasLengthWindow && chosen && chosen.verdict !== 'wrong-section' && (
        <Variations
          key={chosen.id}
          drive={drive}
          beltId={beltId}
          name={view.nameOf(chosen)}
          outsideMm={chosen.outsideMm}
          toleranceMm={chosen.toleranceMm}
          uncertainty={view.uncertainty}
        />
      )}
      <SectionNote belt={drive.belts[beltIndex]!} error={show(3, 'length')} />
    </>
  );
}

const SectionNote = ({ belt, error }: { readonly belt: Drive['belts'][number]; readonly error: string }) => (
  <Box className="ts-screen-only" sx={{ mt: 1, color: 'var(--ts-quiet)', fontSize: 13 }}>
    {outsideLengthsNote(sectionOf(belt).name, belt.count, error)}
  </Box>
);
