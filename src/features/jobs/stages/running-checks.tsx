'use client';

import { CHECKS, checksOfParts, mainOf, type Check, type CheckId } from '@/core/fault';
import { findingsOf, isOfKind } from '@/core/job';
import { Fold } from '@/ui/fold';
import { RESULT_WORDS } from '../job-messages';
import { CheckWork } from '../now/check-work';
import type { StageProps } from './module';

/** Times have their own instrument. */
const TIMED: ReadonlySet<string> = new Set(['engagement-time', 'stop-time']);

/** Checks on the running machine, also without a request by tracing. */
export function RunningChecks(props: StageProps) {
  const { job, jobContext } = props;
  const { kind, absent } = jobContext;
  if (kind === null || !props.writable) return null;
  const lacking = new Set<string>(checksOfParts(absent));
  const found = findingsOf(job.entries);
  const checks = (CHECKS as readonly Check[]).filter(
    (c) => c.state === 'running' && !TIMED.has(c.id) && isOfKind(c.id, kind) && !lacking.has(c.id) && mainOf(c.id as CheckId) === undefined,
  );
  if (checks.length === 0) return null;
  const recorded = checks.filter((c) => found.has(`${c.id}/`)).length;
  return (
    <Fold title="Running checks" says={recorded === 0 ? 'on the running machine' : `${recorded} recorded`}>
      {checks.map((c) => {
        const result = found.get(`${c.id}/`)?.result;
        return (
          <Fold key={c.id} title={c.label} says={result ? RESULT_WORDS[result] : ''}>
            <CheckWork {...props} check={c.id as CheckId} part={null} />
          </Fold>
        );
      })}
    </Fold>
  );
}
