'use client';

import Box from '@mui/material/Box';
import type { DriveKind } from '@/core/fault';
import { foundAt, type CheckPart, type Finding, type Found, type OrderedCheck } from '@/core/job';
import { TermText } from '../../../glossary/term-text';
import { WhatIf } from '../../../trace/what-if';
import type { JobContext } from '../../use-job-context';
import type { StageProps } from '../module';
import { useSimulated } from '../simulated';
import { useTraced } from '../trace-request';
import { PartRow } from './part-row';
import { SimulatedCheck } from './simulated-check';

const SEVERITY: Readonly<Record<Finding['result'], number>> = { bad: 3, watch: 2, 'not-reached': 1, good: 0 };

/** One check on each part it is made on: how it is tried, big results, its number, and what follows from a bad one. */
export function CheckCard({
  job,
  at,
  commands,
  jobContext,
  item,
  kind,
  found,
  writable,
}: Pick<StageProps, 'job' | 'at' | 'commands' | 'writable'> & {
  jobContext: JobContext;
  item: OrderedCheck;
  kind: DriveKind;
  found: ReadonlyMap<string, Found>;
}) {
  const { check, parts } = item;
  const simulated = useSimulated();
  const { request } = useTraced();
  if (simulated) return <SimulatedCheck {...{ item, kind, found, simulated, writable }} onRepair={() => commands.openStage('fit')} />;
  const of = (part: CheckPart | null) => foundAt(found, check.id, part);
  const worst = parts
    .flatMap((part) => of(part) ?? [])
    .filter((f) => f.part !== null)
    .sort((a, b) => SEVERITY[b.result] - SEVERITY[a.result]);
  return (
    <Box>
      <Box sx={{ mb: 1 }}>
        <TermText>{check.how}</TermText>
      </Box>
      {check.tools.length > 0 && <Box sx={{ fontSize: 14, color: 'var(--ts-quiet)', mb: 1 }}>With: {check.tools.join(', ')}.</Box>}
      {parts.map((part) => (
        <PartRow key={part?.id ?? ''} {...{ job, at, commands, jobContext, item, kind, part, writable }} finding={of(part)} />
      ))}
      {request && <WhatIf request={request} check={check.id} />}
      {worst.length > 1 && <Box sx={{ fontSize: 14, mt: 0.5 }}>Worst first: {worst.map((f) => f.part?.label).join(', ')}.</Box>}
    </Box>
  );
}
