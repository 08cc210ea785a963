'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import useMediaQuery from '@mui/material/useMediaQuery';
import { useRef, useState } from 'react';
import { useNotice } from '@/ui/notice';
import { UndoButtons } from '@/ui/undo-buttons';
import { useMayChange } from '../shell/shell-context';
import { ArmsStep } from './arms-step';
import { BeltStep } from './belt-step';
import { FinishStep } from './finish-step';
import { DraftScope } from './saved-field';
import { NotebookClash } from './notebook-clash';
import { NotebookHead } from './notebook-head';
import { NotebookPlate } from './notebook-plate';
import { NotebookQuestions } from './notebook-questions';
import { NextPanel } from './next-panel';
import { PhotoStep } from './photo-step';
import type { Step } from './progress';
import { PulleysStep } from './pulleys-step';
import { RouteStep } from './route-step';
import { SpringsStep } from './springs-step';
import { StepsStrip } from './steps-strip';
import { TapeStep } from './tape-step';
import { useNotebook } from './use-notebook';
import { useNotebookCommands, type NotebookCommands } from './use-notebook-commands';
import { useNotebookDrawing, type NotebookDrawing } from './use-notebook-drawing';
import { useStep } from './use-step';
import { othersEntries } from './messages';
import { answered } from '../queries/answered';
import type { StoredNotebook } from '@/contract/records';

/** A drive being measured: the steps of the walk, the drawing as it comes out, and the one thing to do next. */
export function NotebookScreen({ stored }: { stored: StoredNotebook }) {
  const tell = useNotice();
  const mayChange = useMayChange();
  const saved = useNotebook(stored, mayChange, (by) => tell({ text: othersEntries(by), tone: 'done' }));
  const { notebook, write, keeping } = saved;
  const { step, go, active, setActive, body } = useWalk(notebook.measures.some((m) => m.value !== null) ? 'tape' : 'pulleys');
  const drawing = useNotebookDrawing(notebook, step === 'pulleys');
  const commands = useNotebookCommands(stored, notebook, saved.version);
  const [belt, setBelt] = useState<string | null>(null);
  const waiting = keeping !== 'kept' ? 'Saving the last entry…' : drawing.pending ? 'Calculating…' : null;
  const shared = { notebook, look: drawing.look, write, mayChange };
  return (
    <Box sx={{ p: { xs: 1.5, sm: 2.5 } }}>
      <NotebookHead stored={stored} name={notebook.name} keeping={keeping}>
        {mayChange && <UndoButtons of={saved.history} />}
      </NotebookHead>
      <Problems sentences={[saved.problem ?? '', ...drawing.refused.slice(0, 4).map((p) => p.message)].filter(Boolean)} />
      <StepsStrip notebook={notebook} step={step} onStep={(to) => go(to)} routeDoubted={drawing.routeDoubted} />
      <Box
        ref={body}
        sx={{
          display: 'grid',
          gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(0, 1fr) minmax(380px, 460px)' },
          gap: 2,
          alignItems: 'start',
          mt: 1.5,
        }}
      >
        <Box sx={{ minWidth: 0, order: { xs: 2, md: 0 } }}>
          <DraftScope notebook={notebook} write={write}>
            <StepBody
              shared={shared}
              step={step}
              active={active}
              onActive={setActive}
              drawing={drawing}
              commands={commands}
              id={stored.id}
              ready={waiting === null}
              belt={belt}
              onBelt={setBelt}
            />
          </DraftScope>
        </Box>
        <Box
          sx={{
            display: 'contents',
            '@media (min-width:900px)': { display: 'flex', flexDirection: 'column', gap: 1.5, position: 'sticky', top: 12 },
          }}
        >
          {/* While the drawing itself is worked on it comes first; else what to do next does. */}
          <Box sx={{ order: step === 'pulleys' || step === 'route' ? 0 : 3 }}>
            <NotebookPlate drawing={drawing} notebook={notebook} write={write} step={step} mayChange={mayChange} belt={belt} />
          </Box>
          <Box sx={{ order: 1 }}>
            <NextPanel
              {...shared}
              onGo={go}
              onMake={commands.askToMake}
              waiting={waiting}
              making={commands.making}
              made={stored.driveId !== null}
            />
          </Box>
        </Box>
      </Box>
      {saved.clash && <NotebookClash notebook={notebook} clash={saved.clash} onSettle={saved.settle} />}
      <NotebookQuestions notebook={notebook} commands={commands} />
    </Box>
  );
}

/** Current step, the measurement that is due in it, and the way to a field of a step. */
function useWalk(start: Step) {
  const narrow = useMediaQuery('(max-width:899px)');
  const [step, goToStep] = useStep(start);
  const [active, setActive] = useState<string | null>(null);
  const body = useRef<HTMLDivElement>(null);
  const go = (to: Step, part?: string) => {
    goToStep(to);
    if (part?.startsWith('measure:')) setActive(part.slice('measure:'.length));
    if (part !== undefined) {
      // The step is drawn first; then the field that is due, or the first empty one of its part, takes the keyboard.
      setTimeout(() => {
        const fields = [
          ...(body.current?.querySelectorAll<HTMLInputElement>(`[data-at="${CSS.escape(part)}"] input[data-dimension]`) ?? []),
        ];
        (part.startsWith('measure:') ? fields[0] : (fields.find((f) => f.value === '') ?? fields[0]))?.focus();
      }, 60);
    }
    if (narrow) body.current?.scrollIntoView({ block: 'start' });
  };
  return { step, go, active, setActive, body };
}

const Problems = ({ sentences }: { readonly sentences: readonly string[] }) =>
  sentences.length === 0 ? null : (
    <Alert severity="warning" variant="outlined" sx={{ mb: 1 }}>
      {sentences.map((sentence, i) => (
        <div key={i}>{sentence}</div>
      ))}
    </Alert>
  );

type Shared = Parameters<typeof ArmsStep>[0];

/** Fields of one step. */
function StepBody({
  shared,
  step,
  active,
  onActive,
  drawing,
  commands,
  id,
  ready,
  belt,
  onBelt,
}: {
  readonly shared: Shared;
  readonly step: Step;
  /** Measurement that is due. */
  readonly active: string | null;
  readonly onActive: (id: string | null) => void;
  readonly drawing: NotebookDrawing;
  readonly commands: NotebookCommands;
  readonly id: number;
  /** Everything is saved and solved. */
  readonly ready: boolean;
  readonly belt: string | null;
  readonly onBelt: (id: string | null) => void;
}) {
  switch (step) {
    case 'pulleys':
      return <PulleysStep {...shared} />;
    case 'route':
      return <RouteStep {...shared} belt={belt} onBelt={onBelt} pose={drawing.pose} problems={drawing.poseProblems} />;
    case 'tape':
      return <TapeStep {...shared} active={active} onActive={onActive} />;
    case 'photo':
      return <PhotoStep {...shared} notebookId={id} />;
    case 'arms':
      return <ArmsStep {...shared} />;
    case 'springs':
      return <SpringsStep {...shared} />;
    case 'belt':
      return <BeltStep {...shared} />;
    case 'finish':
      return (
        <FinishStep
          {...shared}
          problems={drawing.problems}
          onMake={drawing.look?.built.drive && ready && !commands.making ? commands.askToMake : null}
          onRemove={commands.askToRemove}
        />
      );
  }
}

/** Page of a drive that is being measured. */
export const NotebookPage = answered('notebook.read', 'This notebook', NotebookScreen, ({ stored }) => stored.id);
