import { checkOf } from '@/core/fault';
import type { Work } from '@/core/job';
import { line, strong, strongValue, type LineText } from './pieces';

const WORK_WORDS: Readonly<Record<Work, string>> = { freed: 'Freed', cleaned: 'Cleaned', repaired: 'Repaired', replaced: 'Replaced' };

export const changedText: LineText<'changed'> = (body, { units }) => {
  if (body.change === 'clamped') return line`Clamps and bolts tightened.`;
  if (body.change === 'adjusted') {
    const position = strongValue(units.adjusterPosition(body.to, body.placeIn));
    return line`${body.adjuster.label} moved to ${position}${body.turned === '' ? '' : ` (${body.turned})`}.`;
  }
  const about = body.found ? [body.found.part?.label, checkOf(body.found.check).label].filter(Boolean).join(': ') : (body.on ?? '');
  return line`${strong(`${WORK_WORDS[body.change]}:`)} ${about}.`;
};

export const skippedText: LineText<'skipped'> = ({ words, why }) => line`${strong('Skipped:')} ${words} (${why})`;
