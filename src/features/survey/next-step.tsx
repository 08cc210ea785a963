'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import type { ReactNode } from 'react';
import type { NotebookSolution, Missing, Notebook } from '@/core/survey';
import { useUnits } from '@/ui/units';
import { freshId, withSides } from './changes';
import { LayoutChoice } from './layout-choice';
import { nextActionOf, type NextAction } from './next';
import type { Step } from './progress';
import { placeOfReading, readingDimension, readingId, readingTitle, withReadingSkipped } from './readings';
import { SideDrawing } from './side-drawing';
import { ReadingDrawing, TapeDrawing } from './tape-drawing';
import {
  measureTitle,
  missingSentence,
  placeName,
  within,
  doubtsLeft,
  furtherMeasurement,
  mirrorImage,
  whichLayout,
  mostLikelyWrong,
  photoSuspect,
} from './messages';

export interface NextPanelProps {
  readonly notebook: Notebook;
  readonly look: NotebookSolution | null;
  readonly mayChange: boolean;
  readonly write: (change: (now: Notebook) => Notebook) => void;
  /** Opens a step and a part in it: `measure:…`, `pulley:…` or `part:…`. */
  readonly onGo: (step: Step, part?: string) => void;
  readonly onMake: () => void;
  /** Why the drive cannot be made this moment, although it could be. */
  readonly waiting: string | null;
  readonly making: boolean;
  /** The drive was made from this notebook before. */
  readonly made: boolean;
}

const STEP_OF: Readonly<Record<Missing['what'], Step>> = {
  name: 'finish',
  pulley: 'tape',
  place: 'tape',
  diameter: 'pulleys',
  variable: 'pulleys',
  'arm-pivot': 'tape',
  'arm-end': 'arms',
  spring: 'springs',
  'spring-length': 'springs',
  lever: 'springs',
  route: 'route',
};

type ViewProps<K extends NextAction['kind']> = NextPanelProps & { readonly next: Extract<NextAction, { kind: K }> };
type Views = { readonly [K in NextAction['kind']]: (props: ViewProps<K>) => ReactNode };

/** The next thing to do for a notebook, with its button. */
export function NextStep(props: NextPanelProps) {
  const next = nextActionOf(props.notebook, props.look);
  // The kind and its view belong together, which a lookup by kind loses.
  const View = VIEWS[next.kind] as (props: NextPanelProps & { readonly next: NextAction }) => ReactNode;
  return <View {...props} next={next} />;
}

const nameIn =
  ({ notebook }: Pick<NextPanelProps, 'notebook'>) =>
  (id: string): string =>
    `the ${within(placeName(notebook, id))}`;

const VIEWS: Views = {
  pulleys: ({ onGo }) => (
    <Says
      title="Enter the pulleys"
      action={
        <Button variant="contained" onClick={() => onGo('pulleys')}>
          Open pulleys
        </Button>
      }
    >
      Every pulley that a belt touches, with its diameter.
    </Says>
  ),
  diameter: ({ next, onGo, notebook }) => (
    <Says
      title={`Measure across ${nameIn({ notebook })(next.pulley)}`}
      action={
        <Button variant="contained" onClick={() => onGo('pulleys', `pulley:${next.pulley}`)}>
          Enter its diameter
        </Button>
      }
    >
      Its outside diameter is not entered yet.
    </Says>
  ),
  route: ({ onGo }) => (
    <Says
      title="Enter the belt route"
      action={
        <Button variant="contained" onClick={() => onGo('route')}>
          Open route
        </Button>
      }
    >
      Tap the pulleys in the order in which the belt passes them.
    </Says>
  ),
  measure: ({ next, notebook, look, onGo }) => (
    <Says
      title={measureTitle(notebook, next.measure)}
      drawing={<TapeDrawing notebook={notebook} look={look} measure={next.measure} height={104} />}
      action={
        <Button variant="contained" onClick={() => onGo('tape', `measure:${next.measure.id}`)}>
          Enter this distance
        </Button>
      }
    >
      Next measurement.
    </Says>
  ),
  suspect: SuspectView,
  side: SideView,
  images: ({ next, notebook, mayChange, write }) => (
    <Says
      title={whichLayout(next.images.length)}
      always={
        <LayoutChoice
          notebook={notebook}
          images={next.images}
          mayChange={mayChange}
          onChoose={({ sides }) => write((now) => withSides(now, sides))}
        />
      }
      action={null}
    >
      The distances fit each layout. The drawings are to scale. Choose the one that matches the machine.
    </Says>
  ),
  advice: AdviceView,
  missing: ({ next: { missing }, notebook, onGo }) => (
    <Says
      title={missingSentence(notebook, missing)}
      action={
        <Button
          variant="contained"
          onClick={() => onGo(STEP_OF[missing.what], missing.what === 'diameter' ? `pulley:${missing.of}` : `part:${missing.of}`)}
        >
          Open it
        </Button>
      }
    >
      Then you can make the drive.
    </Says>
  ),
  make: MakeView,
};

/** Contradicting measurements: the most likely wrong one, or a general check. */
function SuspectView({ next: { reading, second }, notebook, look, mayChange, write, onGo }: ViewProps<'suspect'>) {
  const { show } = useUnits();
  const photo = notebook.photos.findIndex((p) => look?.answer.photos.find((one) => one.id === p.id)?.bent === true);
  if (!reading)
    return (
      <Says
        title="The measurements contradict each other"
        action={
          <>
            {photo >= 0 && (
              <Button variant="contained" onClick={() => onGo('photo')}>
                Open photos
              </Button>
            )}
            <Button variant={photo >= 0 ? 'outlined' : 'contained'} onClick={() => onGo('tape')}>
              Open distances
            </Button>
          </>
        }
      >
        No single measurement explains it. {photo >= 0 ? photoSuspect(photo + 1) : 'Check for a wrong unit or swapped ends.'}
      </Says>
    );
  const against = look?.answer.measures.find((m) => m.id === readingId(reading))?.againstRest ?? null;
  return (
    <Says
      title={`Measure again: ${within(readingTitle(notebook, reading))}`}
      drawing={<ReadingDrawing notebook={notebook} look={look} reading={reading} height={104} />}
      action={
        <>
          <Button variant="contained" onClick={() => onGo(...placeOfReading(reading))}>
            Enter it again
          </Button>
          {mayChange && <Button onClick={() => write((now) => withReadingSkipped(now, reading, true))}>Exclude</Button>}
        </>
      }
    >
      {mostLikelyWrong(
        against && { by: show(Math.abs(against.by), readingDimension(reading)), more: against.by > 0 },
        second ? within(readingTitle(notebook, second)) : null,
      )}
    </Says>
  );
}

/** A place that may be on either side of a line. */
function SideView({ next, notebook, mayChange, write }: ViewProps<'side'>) {
  const name = nameIn({ notebook });
  const [a, b] = next.between;
  const answer = (right: boolean) =>
    write((now) => withSides(now, [{ pulley: next.of, leftOf: [a, b], ...(right ? { right: true } : {}) }]));
  return (
    <Says
      title={`Seen from above, is ${name(next.of)} left or right of the line from ${name(a)} to ${name(b)}?`}
      always={<SideDrawing notebook={notebook} of={next.of} from={a} to={b} />}
      action={
        mayChange && (
          <>
            <Button variant="contained" onClick={() => answer(false)}>
              Left
            </Button>
            <Button variant="contained" onClick={() => answer(true)}>
              Right
            </Button>
          </>
        )
      }
    >
      {mirrorImage(name(b), name(a))}
    </Says>
  );
}

/** The distance that settles most. */
function AdviceView({ next: { advice }, notebook, look, mayChange, write, onGo }: ViewProps<'advice'>) {
  const name = nameIn({ notebook });
  const [a, b] = advice.between;
  return (
    <Says
      title={`Measure ${name(a)} to ${name(b)}`}
      drawing={<TapeDrawing notebook={notebook} look={look} measure={{ kind: 'centres', between: [a, b] }} height={104} />}
      action={
        mayChange && (
          <Button variant="contained" onClick={() => addMeasure(notebook, write, onGo, a, b)}>
            Enter this distance
          </Button>
        )
      }
    >
      It {advice.why}.
    </Says>
  );
}

/** The drive can be made. A further measurement may improve it. */
function MakeView({ next: { better }, notebook, look, mayChange, write, onGo, onMake, waiting, making, made }: ViewProps<'make'>) {
  const name = nameIn({ notebook });
  const further = better ? furtherMeasurement(name(better.between[0]), name(better.between[1])) : 'Further measurements would add little.';
  return (
    <Says
      title={made ? 'Make the drive again' : 'Make the drive'}
      action={
        mayChange && (
          <>
            <Button variant="contained" disabled={waiting !== null || making} onClick={onMake}>
              {making ? 'Making drive…' : made ? 'Make drive again' : 'Make this drive'}
            </Button>
            <Button onClick={() => onGo('finish')}>Check result</Button>
            {better && <Button onClick={() => addMeasure(notebook, write, onGo, ...better.between)}>Enter it</Button>}
          </>
        )
      }
    >
      {waiting ?? further}
      {look && look.built.findings.length > 0 && (
        <Alert severity="warning" variant="outlined" sx={{ mt: 1, py: 0 }}>
          {doubtsLeft(look.built.findings.length)}
        </Alert>
      )}
    </Says>
  );
}

function addMeasure(notebook: Notebook, write: NextPanelProps['write'], onGo: NextPanelProps['onGo'], a: string, b: string) {
  const id = freshId(
    notebook.measures.map((m) => m.id),
    'more',
  );
  write((now) => ({ ...now, measures: [...now.measures, { id, kind: 'centres', between: [a, b], value: null }] }));
  onGo('tape', `measure:${id}`);
}

/** On a phone `drawing` is omitted, since the list has its own. `always` is not. */
function Says({
  title,
  children,
  action,
  drawing,
  always,
}: {
  title: string;
  children: ReactNode;
  action: ReactNode;
  drawing?: ReactNode;
  always?: ReactNode;
}) {
  return (
    <>
      <Typography variant="h2" component="p" sx={{ my: 0.25 }}>
        {title}
      </Typography>
      <Box sx={{ color: 'var(--ts-quiet)', fontSize: 14 }}>{children}</Box>
      {drawing && <Box sx={{ mt: 1, display: { xs: 'none', md: 'block' } }}>{drawing}</Box>}
      {always && <Box sx={{ mt: 1 }}>{always}</Box>}
      {action && <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', mt: 1 }}>{action}</Box>}
    </>
  );
}
