'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useMemo } from 'react';
import { checkOf, setupsFor, type CheckId } from '@/core/fault';
import { askedOf, findingsOf, isAboutBeginning, pulleysOf, setupsUp, walkOf, type WalkCheck } from '@/core/job';
import { DriveSketch } from '@/ui/plate/sketch';
import { BeganQuestion } from '../stages/ask/ask-form';
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
  const { job, at, acts, bay, writable } = props;
  const kind = bay.kind ?? 'deck-lever';
  const found = useMemo(() => findingsOf(job.entries), [job.entries]);
  const item = useMemo((): WalkCheck => {
    const walked = walkOf(kind, askedOf(job.entries)?.complaints ?? [], bay.drive, new Map(), bay.absent)
      .flatMap((g) => g.checks)
      .find((c) => c.check.id === id);
    const all = walked ?? { check: checkOf(id) as WalkCheck['check'], parts: [null] };
    return part === null ? all : { ...all, parts: all.parts.filter((p) => p?.id === part) };
  }, [kind, job.entries, bay.drive, bay.absent, id, part]);
  if (isAboutBeginning(id)) return <BeganQuestion {...{ job, at, acts, writable }} />;
  const up = setupsUp(job.entries);
  const off = inProcedure ? [] : setupsFor(item.check.setups).filter((s) => !up.has(s.id as never));
  const places = bay.drive ? pulleysOf(item.check, bay.drive) : [];
  const remove = async () => {
    for (const s of off) await acts.write(at, 'setup', { setup: s.id as never, up: true }, `Job ${job.number}: ${s.label}`);
  };
  return (
    <>
      <CheckNotes {...{ acts, bay, kind }} check={item.check} />
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
          {bay.drive && places.length > 0 && (
            <Box sx={{ float: 'right', width: { xs: 110, sm: 170 }, ml: 1.5 }}>
              <DriveSketch drive={bay.drive} height={92} marked={places} />
            </Box>
          )}
          <CheckCard {...{ job, at, acts, bay, item, kind, found, writable }} />
        </>
      )}
    </>
  );
}
