'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useMemo } from 'react';
import { checkOf, setupsFor, type CheckId } from '@/core/fault';
import { intakeOf, findingsOf, isAboutStart, pulleysOf, setupsUp, checkGroups, type OrderedCheck } from '@/core/job';
import { DriveSketch } from '@/ui/plate/sketch';
import { StartedQuestion } from '../stages/instruments';
import { CheckCard } from '../stages/look/check-card';
import { CheckNotes } from '../stages/look/check-notes';
import type { StageProps } from '../stages/module';

/** One check: what comes off for it, where it is on the drive, how it is made, and its results. */
export function CheckWork({
  check: id,
  part,
  inProcedure = false,
  ...props
}: StageProps & {
  check: CheckId;
  part: string | null;
  /** The steps of the procedure state what comes off. */
  inProcedure?: boolean;
}) {
  const { job, at, commands, jobContext, writable } = props;
  const kind = jobContext.kind ?? 'deck-lever';
  const found = useMemo(() => findingsOf(job.entries), [job.entries]);
  const item = useMemo((): OrderedCheck => {
    const walked = checkGroups(kind, intakeOf(job.entries)?.complaints ?? [], jobContext.drive, new Map(), jobContext.absent)
      .flatMap((g) => g.checks)
      .find((c) => c.check.id === id);
    const all = walked ?? { check: checkOf(id) as OrderedCheck['check'], parts: [null] };
    return part === null ? all : { ...all, parts: all.parts.filter((p) => p?.id === part) };
  }, [kind, job.entries, jobContext.drive, jobContext.absent, id, part]);
  if (isAboutStart(id)) return <StartedQuestion {...{ job, at, commands, writable }} />;
  const up = setupsUp(job.entries);
  const off = inProcedure ? [] : setupsFor(item.check.setups).filter((s) => !up.has(s.id as never));
  const places = jobContext.drive ? pulleysOf(item.check, jobContext.drive) : [];
  const remove = async () => {
    for (const s of off) await commands.write(at, 'setup', { setup: s.id as never, up: true }, `Job ${job.number}: ${s.label}`);
  };
  return (
    <>
      <CheckNotes {...{ at, commands, jobContext, kind }} check={item.check} />
      {off.length > 0 ? (
        <Box sx={{ mb: 1 }}>
          <Box sx={{ mb: 1 }}>
            {item.check.how} First: {off.map((s) => s.label.toLowerCase()).join(', ')}, {off.reduce((sum, s) => sum + s.minutes, 0)} min.
          </Box>
          {writable && (
            <Button variant="contained" onClick={() => void remove()} sx={{ minHeight: 56 }}>
              {off.length === 1 ? 'It is off' : 'They are off'}
            </Button>
          )}
        </Box>
      ) : (
        <>
          {jobContext.drive && places.length > 0 && (
            <Box sx={{ float: 'right', width: { xs: 110, sm: 170 }, ml: 1.5 }}>
              <DriveSketch drive={jobContext.drive} height={92} marked={places} />
            </Box>
          )}
          <CheckCard {...{ job, at, commands, jobContext, item, kind, found, writable }} />
        </>
      )}
    </>
  );
}
