'use client';

import { v4 as newId } from 'uuid';
import { checkOf, type CheckId, type Result } from '@/core/fault';
import { BARE_FINDING, consentFor, leftIn, type Finding } from '@/core/job';
import type { StageProps } from '../jobs/stages/module';
import { useSimulated } from '../jobs/stages/simulated';
import { useTraced } from './request';
import { DoneBefore } from './done-before';
import type { OnMend } from './mend-now';
import { TracePanel } from './trace-panel';

/** What a customer answered, as a finding of the machine as a whole. */
const answered = (check: CheckId, result: Result): Finding => ({
  ...BARE_FINDING,
  ref: newId(),
  check,
  part: null,
  result,
});

/** Why this job’s machine does what is complained of: from what is on its ticket. Nothing until a complaint is named. */
export function TraceOfJob({ job, at, acts, bay, writable, onCheck }: StageProps & { onCheck: (check: CheckId) => void }) {
  const simulated = useSimulated();
  const { request, latest } = useTraced();
  const { kind } = bay;
  if (!request || kind === null) return null;
  const onMend: OnMend | null = writable
    ? (cause, when, agreed = false) =>
        acts.write(
          at,
          'mended',
          { cause, when, agreed, kind },
          `Job ${job.number}: ${when === 'left' ? 'left in' : 'mended'}`,
          {
            left: 'Saved on the ticket as not repaired.',
            before: 'Saved on the ticket. It is no longer considered.',
            here: 'Saved on the ticket. Test it next.',
          }[when],
        )
    : null;
  return (
    <>
      {onMend && !simulated && <DoneBefore lines={job.entries} kind={kind} onMended={(cause) => void onMend(cause, 'before')} />}
      <TracePanel
        request={request}
        latest={latest}
        onCheck={onCheck}
        before={simulated === null}
        drive={bay.drive}
        onAnswer={
          writable && simulated === null
            ? (check, result) => acts.write(at, 'finding', answered(check, result), `Job ${job.number}: ${checkOf(check).label}`)
            : null
        }
        consentFor={(cause) =>
          simulated ? { needed: false, said: 'not-asked' } : consentFor(job.entries, cause, Math.round(100 * job.limits.askFrom))
        }
        left={leftIn(job.entries)}
        onMend={onMend}
      />
    </>
  );
}
