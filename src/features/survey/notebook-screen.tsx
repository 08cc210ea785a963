'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import useMediaQuery from '@mui/material/useMediaQuery';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useMemo, useRef, useState } from 'react';
import { ConfirmDialog } from '@/ui/confirm-dialog';
import { useNotice } from '@/ui/notice';
import { drawnPose } from '@/ui/plate/drawn-pose';
import { Plate } from '@/ui/plate/plate';
import { useNotebookSolution, usePose } from '@/client/solver';
import { UndoButtons } from '@/ui/undo-buttons';
import { useMayChange } from '../shell/shell-context';
import { useCommand } from '../commands/use-command';
import { ArmsStep } from './arms-step';
import { BeltStep } from './belt-step';
import { FinishStep } from './finish-step';
import { DraftScope } from './saved-field';
import { NotebookClash } from './notebook-clash';
import { NextPanel } from './next-panel';
import { PhotoStep } from './photo-step';
import { previewOf } from './preview';
import type { Step } from './progress';
import { PulleysStep } from './pulleys-step';
import { RouteStep } from './route-step';
import { SpringsStep } from './springs-step';
import { StepsStrip } from './steps-strip';
import { TapeStep } from './tape-step';
import { withStopTapped } from './route-by-tapping';
import { useNotebook, type SaveState } from './use-notebook';
import { useStep } from './use-step';
import { driveIsMade, makingDrive, notebookPutBack, notebookRemoved, othersEntries, removesNotebook } from './messages';
import { answered } from '../queries/answered';
import type { StoredNotebook } from '@/contract/records';

const KEEPING_WORDS: Readonly<Record<SaveState, string>> = {
  kept: 'all entries saved',
  keeping: 'saving…',
  waiting: 'saved on this device, not sent',
};

/** A drive being measured: the steps of the walk, the drawing as it comes out, and the one thing to do next. */
export function NotebookScreen({ stored }: { stored: StoredNotebook }) {
  const router = useRouter();
  const tell = useNotice();
  const runCommand = useCommand();
  const mayChange = useMayChange();
  const narrow = useMediaQuery('(max-width:899px)');
  const { notebook, write, history, keeping, problem, clash, settle, version } = useNotebook(stored, mayChange, (by) =>
    tell({ text: othersEntries(by), tone: 'done' }),
  );
  const [step, goToStep] = useStep(notebook.measures.some((m) => m.value !== null) ? 'tape' : 'pulleys');
  const [active, setActive] = useState<string | null>(null);
  const [belt, setBelt] = useState<string | null>(null);
  const [selected, setSelected] = useState<string | null>(null);
  const [lever, setLever] = useState(1);
  const [making, setMaking] = useState(false);
  const [removing, setRemoving] = useState(false);
  const [replacing, setReplacing] = useState(false);
  const body = useRef<HTMLDivElement>(null);

  const { answer, pending } = useNotebookSolution(notebook);
  const look = answer?.ok ? answer.look : null;
  const problems = answer && !answer.ok ? answer.problems : (look?.built.problems ?? []);
  const sketched = step === 'pulleys';
  // While the drawing itself is worked on it comes first; else what to do next does.
  const sketching = sketched || step === 'route';
  const preview = useMemo(() => previewOf(notebook, look, sketched), [notebook, look, sketched]);
  const request = useMemo(() => (preview.drive.pulleys.length >= 2 ? { drive: preview.drive, lever } : null), [preview, lever]);
  const { answer: posed } = usePose(request);
  const pose = posed?.ok && request ? posed.answer : null;
  const fits =
    pose !== null &&
    pose.pose.pulleys.length === preview.drive.pulleys.length &&
    pose.pose.belts.length === preview.drive.belts.length &&
    pose.pose.springs.length === preview.drive.springs.length;

  const go = (to: Step, part?: string) => {
    goToStep(to);
    if (part?.startsWith('measure:')) setActive(part.slice('measure:'.length));
    if (part !== undefined) {
      // The step is drawn first; then the field that is asked for, or the first empty one of its part, takes the keyboard.
      setTimeout(() => {
        const fields = [
          ...(body.current?.querySelectorAll<HTMLInputElement>(`[data-at="${CSS.escape(part)}"] input[data-dimension]`) ?? []),
        ];
        (part.startsWith('measure:') ? fields[0] : (fields.find((f) => f.value === '') ?? fields[0]))?.focus();
      }, 60);
    }
    if (narrow) body.current?.scrollIntoView({ block: 'start' });
  };
  const make = async () => {
    setReplacing(false);
    setMaking(true);
    const answer = await runCommand(
      'notebook.make-drive',
      { id: stored.id, version },
      { words: makingDrive(notebook.name), done: driveIsMade(notebook.name) },
    );
    setMaking(false);
    if (answer.ok) router.push(`/drives/${answer.value.driveId}`);
  };
  const askToMake = () => (stored.driveId === null ? void make() : setReplacing(true));
  const remove = async () => {
    setRemoving(false);
    const putBack = async () => {
      const back = await runCommand(
        'notebook.add',
        { document: notebook, machineId: stored.machine?.id ?? null },
        { words: notebookPutBack(notebook.name) },
      );
      if (back.ok) router.push(`/drives/measure/${back.value.id}`);
    };
    const text = notebookRemoved(notebook.name);
    const answer = await runCommand(
      'notebook.remove',
      { id: stored.id },
      { words: text, done: { text, ...(notebook.photos.length === 0 ? { undo: () => void putBack() } : {}) } },
    );
    if (answer.ok) router.push('/drives/measure');
  };
  const waiting = keeping !== 'kept' ? 'Saving the last entry…' : pending ? 'Calculating…' : null;
  const shared = { notebook, look, write, mayChange };
  const plate = (
    <Plate
      drive={preview.drive}
      answer={fits ? pose : drawnPose(preview.drive)}
      lever={lever}
      onLever={setLever}
      sketch
      selected={selected}
      onSelect={setSelected}
      marks={preview.marks}
      loose={preview.loose}
      {...(mayChange && sketched
        ? {
            onMovePulley: (id: string, x: number, y: number) =>
              write(
                (now) => ({
                  ...now,
                  pulleys: now.pulleys.map((p) => (p.id === id ? { ...p, sketch: { x, y } } : p)),
                  points: now.points.map((p) => (p.id === id ? { ...p, sketch: { x, y } } : p)),
                }),
                `sketch-${id}`,
              ),
          }
        : {})}
      {...(mayChange && step === 'route'
        ? {
            onTap: (id: string) => {
              const on = belt ?? notebook.belts[0]?.id;
              if (on) write((now) => withStopTapped(now, on, id));
            },
          }
        : {})}
      height={250}
    />
  );
  const panel = (
    <NextPanel
      notebook={notebook}
      look={look}
      mayChange={mayChange}
      write={write}
      onGo={go}
      onMake={askToMake}
      waiting={waiting}
      making={making}
      made={stored.driveId !== null}
    />
  );
  return (
    <Box sx={{ p: { xs: 1.5, sm: 2.5 } }}>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 0.5, mb: 1 }}>
        <Box sx={{ mr: 'auto', minWidth: 0 }}>
          <Typography variant="h1">{notebook.name || 'Unnamed drive'}</Typography>
          <Typography role="status" sx={{ color: keeping === 'waiting' ? 'var(--ts-copper)' : 'var(--ts-quiet)', fontSize: 14 }}>
            <Link href="/drives/measure" style={{ color: 'inherit' }}>
              Being measured
            </Link>{' '}
            {stored.machine && (
              <>
                for{' '}
                <Link href={`/machines/${stored.machine.id}`} style={{ color: 'inherit' }}>
                  {stored.machine.name}
                </Link>{' '}
              </>
            )}
            · {KEEPING_WORDS[keeping]}
            {stored.driveId !== null && (
              <>
                {' '}
                ·{' '}
                <Link href={`/drives/${stored.driveId}`} style={{ color: 'inherit' }}>
                  the drive made from it
                </Link>
              </>
            )}
          </Typography>
        </Box>
        {mayChange && <UndoButtons of={history} />}
      </Box>
      {problem && (
        <Alert severity="warning" variant="outlined" sx={{ mb: 1 }}>
          {problem}
        </Alert>
      )}
      {answer && !answer.ok && (
        <Alert severity="warning" variant="outlined" sx={{ mb: 1 }}>
          {answer.problems.slice(0, 4).map((p) => (
            <div key={p.path + p.message}>{p.message}</div>
          ))}
        </Alert>
      )}
      <StepsStrip notebook={notebook} step={step} onStep={(to) => go(to)} routeDoubted={posed !== null && !posed.ok} />
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
            {step === 'pulleys' && <PulleysStep {...shared} />}
            {step === 'route' && (
              <RouteStep
                {...shared}
                belt={belt}
                onBelt={setBelt}
                pose={fits ? pose : null}
                problems={posed && !posed.ok ? posed.problems : []}
              />
            )}
            {step === 'tape' && <TapeStep {...shared} active={active} onActive={setActive} />}
            {step === 'photo' && <PhotoStep {...shared} notebookId={stored.id} />}
            {step === 'arms' && <ArmsStep {...shared} />}
            {step === 'springs' && <SpringsStep {...shared} />}
            {step === 'belt' && <BeltStep {...shared} />}
            {step === 'finish' && (
              <FinishStep
                {...shared}
                problems={problems}
                onMake={look?.built.drive && waiting === null && !making ? askToMake : null}
                onRemove={() => setRemoving(true)}
              />
            )}
          </DraftScope>
        </Box>
        <Box
          sx={{
            display: 'contents',
            '@media (min-width:900px)': { display: 'flex', flexDirection: 'column', gap: 1.5, position: 'sticky', top: 12 },
          }}
        >
          <Box sx={{ order: sketching ? 0 : 3 }}>{plate}</Box>
          <Box sx={{ order: 1 }}>{panel}</Box>
        </Box>
      </Box>
      {clash && <NotebookClash notebook={notebook} clash={clash} onSettle={settle} />}
      <ConfirmDialog
        open={replacing}
        title="Replace the drive?"
        action="Replace drive"
        leave="Cancel"
        onConfirm={() => void make()}
        onClose={() => setReplacing(false)}
      >
        This replaces the drive made from this notebook, including later changes by hand. Machines and jobs then use the new drive.
      </ConfirmDialog>
      <ConfirmDialog
        open={removing}
        title={`Remove the notebook of ${notebook.name}?`}
        action="Remove this notebook"
        leave="Cancel"
        removes
        onConfirm={() => void remove()}
        onClose={() => setRemoving(false)}
      >
        {removesNotebook(counted(notebook), notebook.photos.length > 0)}
      </ConfirmDialog>
    </Box>
  );
}

const counted = (notebook: StoredNotebook['document']) =>
  `${notebook.pulleys.length} pulleys, ${notebook.measures.filter((m) => m.value !== null).length} distances`;

/** Page of a drive that is being measured. */
export const NotebookPage = answered('notebook.read', 'This notebook', NotebookScreen, ({ stored }) => stored.id);
