'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import type { Drive } from '@/core/drive';
import { isWithin, linesOf } from '@/core/job';
import { slackByDesign } from '@/core/tension';
import { Fold } from '@/ui/fold';
import { AlignmentPanel } from '../../../alignment/alignment-panel';
import { beltStopsOf, Clearances, clearanceName, clearancesOf } from '../../../tension/clearances';
import { onlyFelt } from '../../../tension/readings-list';
import { SLACK_WORDS } from '../../../tension/words';
import { StackedNote } from '../../../stacks/stacked-note';
import { ProcedureSteps } from '../../procedure';
import { STAGE_WORDS } from '../../stage-words';
import { StageFrame } from '../frame';
import type { StageModule, StageProps } from '../module';
import { NoteField } from '../note-field';
import { StageMoves } from '../stage-moves';
import { readingsOn } from './readings';
import { Tension } from './tension';

/** Alignment first, then tension, latch and keepers, and what follows: every way of reading it, and all of it on the ticket. */
function Bench(props: StageProps) {
  const { job, bay, writable } = props;
  const { drive } = bay;
  const words = STAGE_WORDS.set;
  const beltId = (drive?.belts.find((b) => b.id === job.beltId) ?? drive?.belts[0])?.id;
  return (
    <StageFrame {...props}>
      <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0, mb: 2, borderTop: '1px solid var(--ts-edge)' }}>
        {words.points.map((p) => (
          <Box component="li" key={p} sx={{ borderBottom: '1px solid var(--ts-edge)', py: 1.1, fontSize: 16 }}>
            {p}
          </Box>
        ))}
      </Box>
      {drive && <StackedNote drive={drive} stacks={job.stacks} />}
      {drive && beltId !== undefined && <OfBelt {...props} drive={drive} beltId={beltId} />}
      <ProcedureSteps {...props} />
      {writable && (
        <>
          <NoteField {...props} placeholder={words.notePlaceholder} />
          {onlyFelt(readingsOn(job.entries, beltId)) && (
            <Alert severity="warning" variant="outlined" sx={{ mt: 2 }}>
              The tension was only felt. It can be called done, and stands so on the ticket; a tap or a push would tell.
            </Alert>
          )}
          <StageMoves {...props} />
        </>
      )}
    </StageFrame>
  );
}

/** What is set of one belt. */
function OfBelt(props: StageProps & { drive: Drive; beltId: string }) {
  const { job, at, acts, bay, drive, beltId, writable } = props;
  const aligned = linesOf(job.entries, 'alignment')
    .map((l) => l.body)
    .filter((a) => a.belt === beltId);
  const last = aligned.at(-1);
  const gaps = linesOf(job.entries, 'clearance').map((l) => l.body);
  const measured = clearancesOf(drive, beltId, beltStopsOf(drive, gaps));
  const out = gaps.filter((g) => !isWithin(g));
  const slack = slackByDesign(drive, {
    attachmentLoadsTension: bay.facts['attachment-loads']?.value === 'yes',
    slidingDeck: bay.facts['take-up']?.value === 'sprung-deck',
  });
  return (
    <>
      {slack.map((s) => (
        <Alert key={s} severity="info" variant="outlined" sx={{ mb: 1 }}>
          {SLACK_WORDS[s]}
        </Alert>
      ))}
      {drive.kind !== 'cvt' && (
        <Fold
          title="Alignment"
          says={
            last
              ? `${last.worstDeg.toFixed(2)}° of ${last.limitDeg}°${last.worstDeg > last.limitDeg ? ', over its limit' : ''}`
              : 'not read yet; it comes before tension'
          }
        >
          <AlignmentPanel
            drive={drive}
            beltId={beltId}
            onKeep={
              writable
                ? (a) =>
                    acts.write(at, 'alignment', a, `Job ${job.number}: alignment of ${a.pulley.label}`, 'The alignment is on the ticket.')
                : null
            }
          />
        </Fold>
      )}
      {drive.kind !== 'cvt' && <Tension {...props} />}
      {measured.length > 0 && (
        <Fold
          title="Keepers, belt stops and latch"
          says={
            gaps.length === 0
              ? 'not measured yet'
              : out.length > 0
                ? `${out.length} out of limits`
                : `${gaps.length} measured, within limits`
          }
        >
          <Clearances
            drive={drive}
            beltId={beltId}
            kept={gaps}
            onKeep={
              writable ? (g) => acts.write(at, 'clearance', g, `Job ${job.number}: ${clearanceName(g)}`, 'The gap is on the ticket.') : null
            }
          />
        </Fold>
      )}
    </>
  );
}

export const setStage: StageModule = { Bench };
