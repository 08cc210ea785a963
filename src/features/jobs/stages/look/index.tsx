'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Skeleton from '@mui/material/Skeleton';
import Typography from '@mui/material/Typography';
import { useMemo, useState } from 'react';
import { checkOf, mainOf, type CheckId, type DriveKind } from '@/core/fault';
import { intakeOf, findingsOf, setupsUp, checkGroups, type OrderedCheck } from '@/core/job';
import type { Light } from '@/ui/plate/lights';
import { Fold } from '@/ui/fold';
import { Plate } from '@/ui/plate/plate';
import { usePose } from '@/client/solver';
import type { TraceAnswer } from '@/services/trace';
import { FactField } from '../../../machines/fact-field';
import { lineNow } from '../../now/line-now';
import { instrumentOf } from '../../now/line-tool';
import { useOpenedLine } from '../../now/run-context';
import { StageView } from '../../now/stage-view';
import { nextCheck } from '../../../trace/next-check';
import type { JobContext } from '../../use-job-context';
import { StageFrame } from '../frame';
import type { StageModule, StageProps } from '../module';
import { useSimulated } from '../simulated';
import { CheckNotes } from './check-notes';
import { TraceProvider, useTraced } from '../trace-request';
import { TraceOfJob } from '../trace-of-job';
import { CheckCard } from './check-card';
import { Group } from './group';
import { lightsOf } from './lights';
import { BeltWidth } from '../instruments';

/** All useful checks, grouped by removed parts, next to the drawing. */
function Panel(props: StageProps) {
  return (
    <TraceProvider {...props}>
      <Stage {...props} />
    </TraceProvider>
  );
}

function Stage(props: StageProps) {
  const { job, writable } = props;
  const { jobContext } = props;
  const found = useMemo(() => findingsOf(job.entries), [job.entries]);
  const up = useMemo(() => setupsUp(job.entries), [job.entries]);
  const complaints = intakeOf(job.entries)?.complaints;
  const kind = jobContext.kind ?? 'deck-lever';
  const simulated = useSimulated() !== null;
  const { latest, settled, current } = useTraced();
  // Set once at the start, so that nothing moves under a finger.
  const [order, setOrder] = useState<ReadonlyMap<string, number> | null>(null);
  if (settled && order === null) setOrder(orderOf(latest.answer));
  const groups = useMemo(
    () => checkGroups(kind, complaints ?? [], jobContext.drive, order ?? new Map(), jobContext.absent),
    [kind, complaints, jobContext.drive, order, jobContext.absent],
  );
  const [open, setOpen] = useState<string | null>(null);
  const [sought, setSought] = useState(0);
  const apart = open === null || groups.some((g) => g.checks.some((c) => c.check.id === open)) ? null : checkApart(open as CheckId);
  const [only, setOnly] = useState<string | null>(null);
  const lit = useMemo(() => lightsOf(found), [found]);
  const part = jobContext.drive?.pulleys.find((p) => p.id === only);
  const shown = part
    ? groups
        .map((g) => ({ ...g, checks: g.checks.filter((c) => c.parts.some((p) => p?.id === part.id)) }))
        .filter((g) => g.checks.length > 0)
    : groups;
  const list = useMemo(
    () => jobContext.runList?.(nextCheck(latest.answer, job.entries, 'made')) ?? null,
    [jobContext, latest.answer, job.entries],
  );
  const { opened } = useOpenedLine();
  const line = list && (list.lines.find((l) => l.id === opened) ?? lineNow(list, 'look'));
  const widthIsNow = instrumentOf(line) === 'width';
  const trace = (
    <TraceOfJob
      {...props}
      onCheck={(wanted) => {
        const check = mainOf(wanted) ?? wanted;
        setOnly(null);
        setOpen(check);
        setSought((n) => n + 1);
        requestAnimationFrame(() => document.getElementById(`check-${check}`)?.scrollIntoView({ block: 'center' }));
      }}
    />
  );
  const drawn = jobContext.drive && <Drawn jobContext={jobContext} lit={lit} selected={only} onSelect={setOnly} />;
  const checks = settled ? (
    <>
      {part && (
        <Box sx={{ display: 'flex', alignItems: 'center', gap: 1, mb: 1 }}>
          <Box sx={{ fontWeight: 650 }}>Checks of {part.label ?? part.id}</Box>
          <Button onClick={() => setOnly(null)}>Show all checks</Button>
        </Box>
      )}
      {apart && <CheckApart {...props} {...{ jobContext, item: apart, kind, found }} />}
      {shown.map((group) => (
        <Group
          key={group.setups.map((s) => s.id).join('+')}
          {...props}
          {...{ jobContext, group, found, up, open, kind }}
          onOpen={(id) => setOpen(id === open ? null : id)}
        />
      ))}
    </>
  ) : (
    <WalkToCome />
  );
  if (simulated)
    return (
      <StageFrame {...props}>
        {drawn}
        {trace}
        {checks}
      </StageFrame>
    );
  return (
    <StageView {...props} list={list} current={current}>
      {kind === 'cvt' && writable && !jobContext.facts.secondary && (
        <Box component="section" aria-label="Facts of this machine" sx={{ my: 2, maxWidth: 720 }}>
          <FactField id="secondary" facts={job.facts.drive} subjects={{ machineId: job.machineId, driveId: job.driveId }} writable big />
        </Box>
      )}
      <Fold title="Likely causes">{trace}</Fold>
      {jobContext.drive?.kind === 'cvt' && !widthIsNow && (
        <Fold title="Belt width">
          <BeltWidth {...props} drive={jobContext.drive} />
        </Fold>
      )}
      <Fold key={sought} title="Every check" says={`${found.size} recorded`} open={sought > 0}>
        {drawn}
        {checks}
      </Fold>
    </StageView>
  );
}

/** The place of each check by what it saves. */
const orderOf = (answer: TraceAnswer | null): ReadonlyMap<string, number> =>
  new Map(answer?.trace.status === 'ok' ? answer.trace.next.map(({ check }, place) => [check, place]) : []);

/** The shape of the walk until its order is known. */
function WalkToCome() {
  return (
    <Box role="status" aria-busy aria-label="Sorting the checks" sx={{ display: 'grid', gap: 1, mt: 2 }}>
      <Skeleton width={180} height={32} />
      {[0, 1, 2, 3, 4, 5].map((i) => (
        <Skeleton key={i} variant="rectangular" height={56} />
      ))}
    </Box>
  );
}

/** A check outside the list, since it is a question or needs a running machine. Tracing may still need it. */
const checkApart = (id: CheckId): OrderedCheck => ({ check: checkOf(id) as OrderedCheck['check'], parts: [null] });

function CheckApart({
  job,
  at,
  commands,
  writable,
  jobContext,
  item,
  kind,
  found,
}: StageProps & { item: OrderedCheck; kind: DriveKind; found: ReturnType<typeof findingsOf> }) {
  const { check } = item;
  const simulated = useSimulated() !== null;
  return (
    <Box
      id={`check-${check.id}`}
      sx={{ border: '1px solid var(--ts-edge)', borderRadius: '4px', bgcolor: 'var(--ts-card)', p: 1.5, mb: 2 }}
    >
      <Typography variant="h3" sx={{ mb: 0.5 }}>
        {check.label}
      </Typography>
      {!simulated && <CheckNotes {...{ at, commands, jobContext, check, kind }} />}
      <CheckCard {...{ job, at, commands, jobContext, item, kind, found, writable }} />
    </Box>
  );
}

function Drawn({
  jobContext,
  lit,
  selected,
  onSelect,
}: {
  jobContext: JobContext;
  lit: ReadonlyMap<string, Light>;
  selected: string | null;
  onSelect: (id: string | null) => void;
}) {
  const [lever, setLever] = useState(0);
  const drive = jobContext.drive!;
  const { answer } = usePose(useMemo(() => ({ drive, lever }), [drive, lever]));
  return (
    <Box sx={{ height: { xs: 236, md: 300 }, mb: 2 }}>
      <Plate
        drive={drive}
        answer={answer?.ok ? answer.answer : null}
        lever={lever}
        onLever={setLever}
        selected={selected}
        onTap={onSelect}
        lit={lit}
        height={150}
      />
    </Box>
  );
}

export const lookStage: StageModule = { Panel };
