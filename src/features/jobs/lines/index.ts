import type { EntryType } from '@/core/job';
import type { TicketEntry } from '@/contract/records';
import { isSound } from '../picture-subject';
import { beltUsedText } from './belt-used';
import { changedText, skippedText } from './changed';
import { closingText, reopeningText } from './closing';
import {
  askedText,
  decisionText,
  findingText,
  partsCountText,
  procedureText,
  provedText,
  repairText,
  runningText,
  securedText,
  setupText,
  stepText,
  timedText,
} from './inspection';
import { noteText } from './note';
import { partFittedText } from './part-fitted';
import { line, type LineFormats, type LineText, type Piece } from './pieces';
import { readingText } from './reading';
import { stageText } from './stage';
import { alignmentText, clearanceText, tensionBasisText, tensionDecidedText } from './tension';
import { cvtPartText, ridingText, warrantyText, widthText } from './width';

export { plainText, type LineFormats, type Piece } from './pieces';

/** Text of each kind of ticket entry. */
const LINES: { readonly [T in EntryType]: LineText<T> } = {
  note: noteText,
  stage: stageText,
  skipped: skippedText,
  changed: changedText,
  asked: askedText,
  timed: timedText,
  secured: securedText,
  running: runningText,
  finding: findingText,
  decision: decisionText,
  mended: repairText,
  setup: setupText,
  procedure: procedureText,
  step: stepText,
  tally: partsCountText,
  proved: provedText,
  alignment: alignmentText,
  'tension-basis': tensionBasisText,
  reading: readingText,
  clearance: clearanceText,
  'tension-decided': tensionDecidedText,
  width: widthText,
  riding: ridingText,
  warranty: warrantyText,
  'cvt-part': cvtPartText,
  picture: ({ shows }) => line`${shows}`,
  'part-fitted': partFittedText,
  'belt-booked': beltUsedText,
  closing: closingText,
  reopening: reopeningText,
};

/** Content of a ticket line, for screen, paper and PDF. */
export interface LineContent {
  readonly pieces: readonly Piece[];
  /** Stored picture or sound recording of the line. */
  readonly media: { readonly documentId: number; readonly shows: string; readonly isSound: boolean } | null;
  /** Stored text of an unreadable line. */
  readonly asStored: string | null;
}

export function contentOf(entry: TicketEntry, formats: LineFormats): LineContent {
  if (entry.type === 'unreadable') return { pieces: [entry.problem], media: null, asStored: entry.text };
  // The type and the body of an entry belong together, which a lookup by type loses.
  const { type, body } = entry;
  const textOf = LINES[type] as (written: typeof body, formats: LineFormats) => readonly Piece[];
  const media =
    entry.type === 'picture' ? { documentId: entry.body.documentId, shows: entry.body.shows, isSound: isSound(entry.body) } : null;
  return { pieces: textOf(body, formats), media, asStored: null };
}
