import { validateSurvey, type SurveyResult } from '../core/survey';
import { readJson } from './json';

/** Reads the text of a survey sheet. Text that is not JSON is one problem, with its line. */
export function readSurveyFile(text: string): SurveyResult {
  const read = readJson(text, 'a survey sheet');
  return read.ok ? validateSurvey(read.document) : read;
}
