'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useEffect, useMemo, useRef, type ReactNode, type RefObject } from 'react';
import { STAGES, type RunLine, type RunList, type Stage } from '@/core/job';
import { Fold, Folds } from '@/ui/fold';
import { STAGE_WORDS, stageName, nothingOpenIn } from '../stage-messages';
import { StageFrame } from '../stages/frame';
import type { JobCommands } from '../job-commands';
import type { StageProps } from '../stages/module';
import { NoteField } from '../stages/note-field';
import { StageMoves } from '../stages/stage-moves';
import { AllSteps, counted } from './all-steps';
import { isWaiting, lineNow } from './line-now';
import { instrumentOf } from './line-tool';
import { LineWork } from './line-work';
import { NowCard } from './now-card';
import { useOpenedLine } from './run-context';

/** A stage: the current line, the next lines, and the folded rest. */
export function StageView({
  list = null,
  current = true,
  beside = false,
  children,
  ...props
}: StageProps & {
  /** The run list with what only this stage knows; the job's own if omitted. */
  list?: RunList | null;
  /** True if that list belongs to the present ticket. While tracing computes, another check may follow. */
  current?: boolean;
  /** The stage's own work is open below, so that Now holds no controls. */
  beside?: boolean;
  /** Other parts of the stage, each folded. */
  children?: ReactNode;
}) {
  const { at, commands, jobContext, writable } = props;
  const { opened, open } = useOpenedLine();
  const run = list ?? jobContext.list;
  const turn = run && lineNow(run, at);
  const own = run?.lines.find((l) => l.id === opened && (l.stage === at || l.id === turn?.id)) ?? null;
  const line = own ?? turn;
  useLeaveWhenDone(own, open);
  const { before } = useOpenedLine();
  // A list of parts goes on after its first line.
  const holds = (done: RunLine) => done.work.kind === 'arrived' || HOLDS.has(instrumentOf(done) ?? '');
  const { inNowRef, commandsInNow } = useCommandsInNow(commands);
  useMoveOn({ run, turn, at, current, go: commands.openStage, holds, inNowRef });
  if (!run) return null;
  const all = counted(run.lines);
  const waiting = run.lines.filter(isWaiting);
  const next =
    waiting.find((l) => l.id !== line?.id && (!line || run.lines.indexOf(l) > run.lines.indexOf(line))) ??
    waiting.find((l) => l.id !== line?.id);
  const show = (to: RunLine) => {
    open(to.id);
    if (to.stage !== at) commands.openStage(to.stage);
    else window.scrollTo({ top: 0 });
  };
  const last = before && run.lines.find((l) => l.id === before.id);
  const isOver = own !== null && !isWaiting(own);
  const back = own && !isOver ? () => open(null) : last && last.id !== line?.id ? () => show(last) : null;
  // A line that was not opened has nothing to close. Its verdict may open before its command is sent.
  const close = () => {
    if (own) open(null);
  };
  const required = line?.required === false && isWaiting(line) ? waiting.find((l) => l.required) : undefined;
  const goOn = () => {
    open(null);
    if (!turn && next && next.stage !== at) commands.openStage(next.stage);
    else window.scrollTo({ top: 0 });
  };
  return (
    <StageFrame {...props} asks="">
      {line ? (
        <NowCard
          key={line.id}
          {...props}
          commands={commandsInNow}
          line={line}
          turn={line === turn}
          place={all.indexOf(line) + 1}
          of={all.length}
          onBack={back}
          onWithout={required ? () => show(required) : null}
          brief={beside}
        >
          {!beside && <LineWork {...props} commands={commandsInNow} line={line} onOver={close} />}
          {isOver && (
            <Button variant="contained" onClick={goOn} sx={{ minHeight: 56, mt: 1 }}>
              {!turn && next && next.stage !== at ? `Continue with ${stageName(next.stage)}` : 'Continue'}
            </Button>
          )}
        </NowCard>
      ) : (
        <StageOver at={at} next={next ?? null} onGo={show} />
      )}
      {line && next && (
        <Box sx={{ px: 0.5, mb: 1, fontSize: 15, color: 'var(--ts-quiet)' }}>
          Next: <strong>{next.title.length > 90 ? `${next.title.slice(0, 90)}…` : next.title}</strong>
          {next.stage === at ? '' : `, under ${stageName(next.stage)}`}
        </Box>
      )}
      <Folds>
        {beside && children}
        <AllSteps list={run} onOpen={show} />
        {writable && (
          <Fold title="Note, skip or hold">
            <NoteField {...props} placeholder={STAGE_WORDS[at].notePlaceholder} />
            <StageMoves {...props} />
          </Fold>
        )}
        {!beside && children}
      </Folds>
    </StageFrame>
  );
}

/** A line that was opened to be done is left once it is; one that was opened when it was done already stays. */
function useLeaveWhenDone(own: RunLine | null, open: (line: string | null) => void): void {
  const waited = useRef<string | null>(null);
  const id = own?.id ?? null;
  const waits = own !== null && isWaiting(own);
  useEffect(() => {
    if (waits) waited.current = id;
    else if (id !== null && waited.current === id) {
      waited.current = null;
      open(null);
    }
  }, [id, waits, open]);
}

/** Commands of the Now card, with a note of their origin. Changes elsewhere on the page do not move to another line. */
function useCommandsInNow(commands: JobCommands): { readonly inNowRef: RefObject<boolean>; readonly commandsInNow: JobCommands } {
  const inNowRef = useRef(false);
  const commandsInNow = useMemo(
    (): JobCommands => ({
      ...commands,
      write: (...line) => {
        inNowRef.current = true;
        return commands.write(...line);
      },
    }),
    [commands],
  );
  return { inNowRef, commandsInNow };
}

/** True if a line is a check of tracing. */
const isTraced = ({ work, required }: RunLine): boolean => work.kind === 'check' && !required;

/** Kinds of work that more of the same can follow, such as another check by hand. The person leaves their stage. */
const STAYS: ReadonlySet<RunLine['work']['kind']> = new Set(['belt', 'inspect']);
/** Instruments with a verdict next to the reading, which stays visible until Next is pressed. */
const HOLDS: ReadonlySet<string> = new Set(['tension', 'alignment', 'width']);

/**
 * Moves on after the current line is done. A line with a verdict stays open. Otherwise the next line of the list opens
 * as soon as the list is current. After a check of tracing, the next check of tracing opens. Only changes in the Now
 * card move on.
 */
function useMoveOn({
  run,
  turn,
  at,
  current,
  go,
  holds,
  inNowRef,
}: {
  run: RunList | null;
  turn: RunLine | null;
  at: Stage;
  current: boolean;
  go: (stage: Stage) => void;
  holds: (line: RunLine) => boolean;
  /** True if the last change was made in the Now card. */
  inNowRef: RefObject<boolean>;
}): void {
  const { setBefore, opened, open } = useOpenedLine();
  const was = useRef(turn);
  const leaving = useRef<RunLine | null>(null);
  useEffect(() => {
    const last = was.current;
    was.current = turn;
    if (!run) return;
    if (last && last.id !== turn?.id) {
      const now = run.lines.find((l) => l.id === last.id);
      const isDone = now?.state === 'done' || now?.state === 'skipped';
      if (isDone) setBefore({ id: last.id, stage: last.stage });
      const here = inNowRef.current;
      inNowRef.current = false;
      if (here && isDone && opened === null && now.state === 'done' && holds(now)) return open(now.id);
      // Tracing removes an answered check from the list. Any other missing line was struck out.
      leaving.current = here && (isDone || (!now && last.work.kind === 'check')) && !STAYS.has(last.work.kind) ? last : null;
    }
    const from = leaving.current;
    if (from === null || opened !== null) return;
    const place = run.lines.findIndex((l) => l.id === from.id);
    // After a traced check: the first waiting line of this or a later stage. A procedure comes before the next check.
    const isFromHereOn = (l: RunLine) => isWaiting(l) && STAGES.indexOf(l.stage) >= STAGES.indexOf(at);
    const next = place < 0 ? (run.lines.find(isFromHereOn) ?? turn ?? run.now) : run.lines.slice(place).find(isWaiting);
    // A line before the traced check does not depend on the answer of tracing.
    const isBeforeTracing = next && run.lines.slice(run.lines.indexOf(next) + 1).some((l) => isWaiting(l) && isTraced(l));
    if (!current && !isBeforeTracing) return;
    leaving.current = null;
    if (next && next.stage !== at) go(next.stage);
  }, [run, turn, at, current, go, opened, open, setBefore, holds, inNowRef]);
}

/** A stage with nothing left to do, and where the job goes on. */
function StageOver({ at, next, onGo }: { at: Stage; next: RunLine | null; onGo: (line: RunLine) => void }) {
  return (
    <Box
      component="section"
      aria-label="Now"
      sx={{
        ...{ border: '1px solid var(--ts-edge)', borderRadius: '6px', bgcolor: 'var(--ts-card)', px: 2, py: 1, mb: 1.5 },
        ...{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', columnGap: 2, rowGap: 0.5 },
      }}
    >
      <Box sx={{ mr: 'auto' }}>
        <Box sx={{ fontSize: 17, fontWeight: 650 }}>{nothingOpenIn(stageName(at))}</Box>
        <Box sx={{ color: 'var(--ts-quiet)' }}>{next ? `Next: ${next.title}` : 'Every step of this job is done or skipped.'}</Box>
      </Box>
      {next && (
        <Button variant="contained" onClick={() => onGo(next)} sx={{ minHeight: 56 }}>
          Continue with {stageName(next.stage)}
        </Button>
      )}
    </Box>
  );
}
