import { validateJob, type JobFileResult } from '../core/job';
import { readJson } from './json';

/** Reads the text of a job file. Text that is not JSON is one problem, with its line. */
export function readJobFile(text: string): JobFileResult {
  const read = readJson(text, 'a job');
  return read.ok ? validateJob(read.document) : { ok: false, problem: read.problems[0]! };
}
