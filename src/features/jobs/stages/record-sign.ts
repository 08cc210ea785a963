import { checksOfParts, complaintOf, type Complaint } from '@/core/fault';
import { findingsOf, intakeOf, isOfKind, NOTHING_ASKED, type Timed } from '@/core/job';
import type { RecordSign } from '../../times/sign-row';
import { findingWords } from '../job-messages';
import type { JobContext } from '../use-job-context';
import { findingStart } from './look/finding-start';
import type { StageProps } from './module';

/** Records signs of a cycle as findings and complaints of a job. A complaint belongs to the machine as found. */
export function signRecorder({
  job,
  at,
  commands,
  jobContext: { kind, absent },
  when,
}: Pick<StageProps, 'job' | 'at' | 'commands'> & { jobContext: JobContext; when: Timed['when'] }): RecordSign {
  const found = findingsOf(job.entries);
  const asked = intakeOf(job.entries) ?? { ...NOTHING_ASKED, words: job.complaint };
  const lacking = new Set<string>(checksOfParts(absent));
  return {
    state: (record) => {
      if (kind === null) return null;
      if ('check' in record) {
        if (!isOfKind(record.check, kind) || lacking.has(record.check)) return null;
        return found.get(`${record.check}/`)?.result === 'bad' ? 'recorded' : 'open';
      }
      if (asked.complaints.includes(record.complaint)) return 'recorded';
      return when === 'found' && (complaintOf(record.complaint) as Complaint).kinds.includes(kind) ? 'open' : null;
    },
    write: (record) => {
      if ('complaint' in record) {
        const complaints = [...asked.complaints, record.complaint];
        return commands.write(at, 'asked', { ...asked, complaints }, `Job ${job.number}: complaint`, 'The complaint is on the ticket.');
      }
      const body = {
        ...findingStart(found.get(`${record.check}/`), record.check),
        part: null,
        value: null,
        limit: null,
        result: 'bad' as const,
      };
      return commands.write(at, 'finding', body, `Job ${job.number}: ${findingWords(body)}`);
    },
  };
}
