import { checkOf } from '@/core/fault';
import { WORK_WORDS, WORKED_PART_WORDS } from '../job-messages';
import { line, strong, strongValue, type LineText } from './pieces';

export const changedText: LineText<'changed'> = (body, { units }) => {
  if (body.change === 'clamped') return line`Clamps and bolts tightened.`;
  if (body.change === 'adjusted') {
    const position = strongValue(units.adjusterPosition(body.to, body.placeIn));
    return line`${body.adjuster.label} moved to ${position}${body.turned === '' ? '' : ` (${body.turned})`}.`;
  }
  const about = body.found
    ? [body.found.part?.label, checkOf(body.found.check).label].filter(Boolean).join(': ')
    : body.on
      ? WORKED_PART_WORDS[body.on].toLowerCase()
      : '';
  return line`${strong(`${WORK_WORDS[body.change]}:`)} ${about}.${body.note ? ` ${body.note.replace(/\.$/, '')}.` : ''}`;
};

export const skippedText: LineText<'skipped'> = ({ words, why }) => line`${strong('Skipped:')} ${words} (${why})`;
