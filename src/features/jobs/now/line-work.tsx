'use client';

import Box from '@mui/material/Box';
import type { RunLine } from '@/core/job';
import { blank, lazyPart } from '@/ui/lazy';
import type { StageProps } from '../stages/module';
import { SafetyList } from '../stages/secure/safety-list';
import { ArrivedParts, PartsListCheck } from '../stages/instruments';
import { AskForm, BeltAlignment, BeltWidth, CloseForm, PoweredTest, Tension, TestForm } from '../stages/instruments';

/** Controls load when a line first needs them. */
const CheckWork = lazyPart(async () => (await import('./check-work')).CheckWork, blank(160));
const RepairWork = lazyPart(async () => (await import('./repair-work')).RepairWork, blank(160));
const StepWork = lazyPart(async () => (await import('./step-work')).StepWork, blank(160));
const ProcedureWork = lazyPart(async () => (await import('./step-work')).ProcedureWork, blank(240));
const PartsCountPanel = lazyPart(async () => (await import('../procedure/parts-count')).PartsCountPanel, blank(160));

/** The controls of one line of the run list. */
export function LineWork({ line, onOver, ...stage }: StageProps & { line: RunLine; onOver: () => void }) {
  const props = { ...stage, at: line.stage };
  const { jobContext, job, writable } = props;
  const { work } = line;
  const beltId = (jobContext.drive?.belts.find((b) => b.id === job.beltId) ?? jobContext.drive?.belts[0])?.id;
  switch (work.kind) {
    case 'complaint':
      return <AskForm {...props} />;
    case 'times-found':
    case 'times':
      return writable ? <PoweredTest {...props} when={work.kind === 'times' ? 'proved' : 'found'} /> : null;
    case 'arrived':
      return <ArrivedParts {...props} />;
    case 'parts-list':
      return writable ? <PartsListCheck {...props} onOver={onOver} /> : null;
    case 'safety':
      return <SafetyList {...props} />;
    case 'width':
      return jobContext.drive ? <BeltWidth {...props} drive={jobContext.drive} /> : null;
    case 'inspect':
      return <Box>Open “Every check” below and record what you find.</Box>;
    case 'belt':
      return <Box>Choose from the list below.</Box>;
    case 'procedure':
      return <ProcedureWork {...props} onOver={onOver} />;
    case 'step':
      return <StepWork {...props} procedure={work.procedure} step={work.step} answered={line.state === 'done'} onOver={onOver} />;
    case 'check':
      return <CheckWork key={line.id} {...props} check={work.check} part={work.part} />;
    case 'repair':
      return <RepairWork {...props} check={work.check} part={work.part} />;
    case 'tension':
      return jobContext.drive && beltId !== undefined ? <Tension {...props} drive={jobContext.drive} beltId={beltId} reads /> : null;
    case 'alignment':
      return jobContext.drive && beltId !== undefined ? <BeltAlignment {...props} drive={jobContext.drive} beltId={beltId} /> : null;
    case 'parts':
      return <PartsCountPanel {...props} />;
    case 'test':
      return <TestForm {...props} />;
    case 'close':
      return writable ? <CloseForm {...props} /> : null;
  }
}
