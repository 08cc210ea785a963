'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useEffect, useRef, type ReactNode } from 'react';
import type { RunLine, RunList, Stage } from '@/core/job';
import { Fold } from '@/ui/fold';
import { STAGE_WORDS, stageName } from '../stage-words';
import { StageFrame } from '../stages/frame';
import type { StageProps } from '../stages/module';
import { NoteField } from '../stages/note-field';
import { StageMoves } from '../stages/stage-moves';
import { AllSteps, counted } from './all-steps';
import { isWaiting, lineNow } from './line-now';
import { LineWork } from './line-work';
import { NowCard } from './now-card';
import { useOpenedLine } from './run-context';

/** A stage as it opens: the one act that comes now, what comes next, and the rest folded. */
export function StageView({
  list = null,
  wide = false,
  beside = false,
  children,
  ...props
}: StageProps & {
  /** The run list with what only this stage knows; the job's own if omitted. */
  list?: RunList | null;
  wide?: boolean;
  /** The stage's own work is open below, so that Now holds no controls. */
  beside?: boolean;
  /** What else belongs to the stage, each part folded. */
  children?: ReactNode;
}) {
  const { at, acts, bay, writable } = props;
  const { opened, open } = useOpenedLine();
  const run = list ?? bay.list;
  const turn = run && lineNow(run, at);
  const own = run?.lines.find((l) => l.id === opened && (l.stage === at || l.id === turn?.id)) ?? null;
  const line = own ?? turn;
  useLeaveWhenDone(own, open);
  const { before } = useOpenedLine();
  useMoveOn(run, turn, at, acts.go);
  if (!run) return null;
  const all = counted(run.lines);
  const waiting = run.lines.filter(isWaiting);
  const next =
    waiting.find((l) => l.id !== line?.id && (!line || run.lines.indexOf(l) > run.lines.indexOf(line))) ??
    waiting.find((l) => l.id !== line?.id);
  const show = (to: RunLine) => {
    open(to.id);
    if (to.stage !== at) acts.go(to.stage);
    else window.scrollTo({ top: 0 });
  };
  const last = before && run.lines.find((l) => l.id === before.id);
  const back = own ? () => open(null) : last ? () => show(last) : null;
  return (
    <StageFrame {...props} wide={wide} asks="">
      {line ? (
        <NowCard key={line.id} {...props} line={line} turn={line === turn} place={all.indexOf(line) + 1} of={all.length} onBack={back}>
          {!beside && <LineWork {...props} line={line} onOver={() => open(null)} />}
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
      {beside && children}
      <AllSteps list={run} onOpen={show} />
      {!beside && children}
      {writable && (
        <Fold title="Note, skip or hold">
          <NoteField {...props} placeholder={STAGE_WORDS[at].notePlaceholder} />
          <StageMoves {...props} />
        </Fold>
      )}
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

/** Work of which more can follow: another check, another reading, another belt to compare. Its stage is left by hand. */
const STAYS: ReadonlySet<RunLine['work']['kind']> = new Set(['belt', 'inspect', 'check', 'width', 'tension', 'alignment']);

/** Once the line whose turn it was is done, remember it, and go on to the next stage where this one has nothing left. */
function useMoveOn(run: RunList | null, turn: RunLine | null, at: Stage, go: (stage: Stage) => void): void {
  const { setBefore, opened } = useOpenedLine();
  const was = useRef(turn);
  useEffect(() => {
    const last = was.current;
    was.current = turn;
    if (!run || !last || last.id === turn?.id) return;
    const now = run.lines.find((l) => l.id === last.id);
    // Struck out, or asked for no more: nothing was done here.
    if (!now || (now.state !== 'done' && now.state !== 'skipped')) return;
    setBefore({ id: last.id, stage: last.stage });
    // Onwards only.
    const next = run.lines.slice(run.lines.indexOf(now)).find(isWaiting);
    if (turn === null && opened === null && next && next.stage !== at && !STAYS.has(last.work.kind)) go(next.stage);
  }, [run, turn, at, go, opened, setBefore]);
}

/** A stage with nothing left to do, and where the job goes on. */
function StageOver({ at, next, onGo }: { at: Stage; next: RunLine | null; onGo: (line: RunLine) => void }) {
  return (
    <Box
      component="section"
      aria-label="Now"
      sx={{ border: '1px solid var(--ts-edge)', borderRadius: '6px', bgcolor: 'var(--ts-card)', p: 2, mb: 1.5 }}
    >
      <Box sx={{ fontSize: 18, fontWeight: 650 }}>Nothing is open in {stageName(at)}.</Box>
      {next ? (
        <>
          <Box sx={{ color: 'var(--ts-quiet)', my: 0.5 }}>Next: {next.title}</Box>
          <Button variant="contained" onClick={() => onGo(next)} sx={{ minHeight: 56 }}>
            Continue with {stageName(next.stage)}
          </Button>
        </>
      ) : (
        <Box sx={{ color: 'var(--ts-quiet)' }}>Every step of this job is done or skipped.</Box>
      )}
    </Box>
  );
}
