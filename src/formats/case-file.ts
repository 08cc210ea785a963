import { validateCase, vocabulary, type CaseResult } from '../core/fault';
import { readJson } from './json';

export type CaseFileResult = CaseResult | { readonly ok: false; readonly problem: { readonly path: string; readonly message: string } };

/** Reads the text of a fault case against the shipped base. Text that is not JSON is one problem, with its line. */
export function readCaseFile(text: string): CaseFileResult {
  const read = readJson(text, 'a fault case');
  return read.ok ? validateCase(read.document, vocabulary()) : { ok: false, problem: read.problems[0]! };
}
