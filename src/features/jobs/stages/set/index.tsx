'use client';

import Alert from '@mui/material/Alert';
import type { Drive } from '@/core/drive';
import { isWithin, linesOf } from '@/core/job';
import { slackByDesign } from '@/core/tension';
import { Fold } from '@/ui/fold';
import { beltStopsOf, clearanceName, clearancesOf } from '../../../tension/clearance-limits';
import { Clearances } from '../../../tension/clearances';
import { SLACK_WORDS } from '../../../tension/messages';
import { StackedNote } from '../../../stacks/stacked-note';
import { lineNow } from '../../now/line-now';
import { instrumentOf } from '../../now/line-tool';
import { StageView } from '../../now/stage-view';
import { useOpenedLine } from '../../now/run-context';
import type { StageModule, StageProps } from '../module';
import { BeltAlignment, Tension } from '../instruments';

/** Adjust: alignment, then tension with its release side, then keepers and latch. */
function Panel(props: StageProps) {
  const { job, jobContext } = props;
  const { drive } = jobContext;
  const beltId = (drive?.belts.find((b) => b.id === job.beltId) ?? drive?.belts[0])?.id;
  return (
    <StageView {...props}>
      {drive && <StackedNote drive={drive} stacks={job.stacks} />}
      {drive && beltId !== undefined && <OfBelt {...props} drive={drive} beltId={beltId} />}
    </StageView>
  );
}

/** Settings of one belt. */
function OfBelt(props: StageProps & { drive: Drive; beltId: string }) {
  const { job, at, commands, jobContext, drive, beltId, writable } = props;
  const { opened } = useOpenedLine();
  const line = jobContext.list && (jobContext.list.lines.find((l) => l.id === opened) ?? lineNow(jobContext.list, at));
  const shown = instrumentOf(line);
  const { alignment } = jobContext.replayed.replayed;
  const gaps = linesOf(job.entries, 'clearance').map((l) => l.body);
  const measured = clearancesOf(drive, beltId, beltStopsOf(drive, gaps));
  const out = gaps.filter((g) => !isWithin(g));
  const slack = slackByDesign(drive, {
    attachmentLoadsTension: jobContext.facts['attachment-loads']?.value === 'yes',
    slidingDeck: jobContext.facts['take-up']?.value === 'sprung-deck',
  });
  return (
    <>
      {slack.map((s) => (
        <Alert key={s} severity="info" variant="outlined" sx={{ mb: 1 }}>
          {SLACK_WORDS[s]}
        </Alert>
      ))}
      {drive.kind !== 'cvt' && shown !== 'tension' && shown !== 'setting' && (
        <Fold title="Tension and settings">
          <Tension {...props} />
        </Fold>
      )}
      {drive.kind !== 'cvt' && shown !== 'alignment' && (
        <Fold
          title="Alignment"
          says={
            alignment
              ? `${alignment.degrees.toFixed(2)}° of ${alignment.limit}°${alignment.degrees > alignment.limit ? ', over its limit' : ''}`
              : 'not measured in this condition'
          }
        >
          <BeltAlignment {...props} />
        </Fold>
      )}
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
              writable
                ? (g) => commands.write(at, 'clearance', g, `Job ${job.number}: ${clearanceName(g)}`, 'The gap is on the ticket.')
                : null
            }
          />
        </Fold>
      )}
    </>
  );
}

export const setStage: StageModule = { Panel };
