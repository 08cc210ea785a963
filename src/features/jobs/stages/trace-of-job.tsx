'use client';

import { v4 as newId } from 'uuid';
import { checkOf, type CheckId, type Result } from '@/core/fault';
import { BARE_FINDING, consentFor, leftIn, type Finding } from '@/core/job';
import type { StageProps } from './module';
import { useSimulated } from './simulated';
import { useTraced } from './trace-request';
import { DoneBefore } from '../../trace/done-before';
import type { OnRepair } from '../../trace/repair-now';
import { TracePanel } from '../../trace/trace-panel';

/** Answer of a customer, as a finding of the whole machine. */
const answered = (check: CheckId, result: Result): Finding => ({
  ...BARE_FINDING,
  ref: newId(),
  check,
  part: null,
  result,
});

/** Why this job’s machine does what is complained of: from what is on its ticket. Nothing until a complaint is named. */
export function TraceOfJob({ job, at, commands, jobContext, writable, onCheck }: StageProps & { onCheck: (check: CheckId) => void }) {
  const simulated = useSimulated();
  const { request, latest } = useTraced();
  const { kind } = jobContext;
  if (!request || kind === null) return null;
  const onRepair: OnRepair | null = writable
    ? (cause, when, agreed = false) =>
        commands.write(
          at,
          'mended',
          { cause, when, agreed, kind },
          `Job ${job.number}: ${when === 'left' ? 'not repaired' : 'repaired'}`,
          {
            left: 'Saved on the ticket as not repaired.',
            before: 'Saved on the ticket. It is no longer considered.',
            here: 'Saved on the ticket. Test it next.',
          }[when],
        )
    : null;
  return (
    <>
      {onRepair && !simulated && (
        <DoneBefore lines={job.entries} kind={kind} onRepairedBefore={(cause) => void onRepair(cause, 'before')} />
      )}
      <TracePanel
        request={request}
        latest={latest}
        onCheck={onCheck}
        before={simulated === null}
        drive={jobContext.drive}
        onAnswer={
          writable && simulated === null
            ? (check, result) => commands.write(at, 'finding', answered(check, result), `Job ${job.number}: ${checkOf(check).label}`)
            : null
        }
        consentFor={(cause) =>
          simulated ? { needed: false, said: 'not-asked' } : consentFor(job.entries, cause, Math.round(100 * job.limits.askFrom))
        }
        left={leftIn(job.entries)}
        onRepair={onRepair}
      />
    </>
  );
}
