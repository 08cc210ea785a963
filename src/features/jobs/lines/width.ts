import { assessMeasures } from '@/core/cvt';
import { assessedWords, PART_WORDS } from '../../cvt/messages';
import { COVERS_WORDS, ridingWords, WIDTH_METHOD_WORDS } from '../../wear/messages';
import { riddenFrom, warrantyText as warrantyWords } from '../job-messages';
import { line, strongValue, type LineText } from './pieces';

export const widthText: LineText<'width'> = (body, { units: { fine } }) => {
  const how = `${WIDTH_METHOD_WORDS[body.method].toLowerCase()} at ${body.meter} ${body.unit}${body.on === null ? '' : `, ${body.on}`}`;
  const isNew = body.meter === body.fittedAt ? '; new, it has not run' : '';
  return line`${body.belt.label}, ${how}: ${strongValue(body.widths.map((w) => fine(w)).join(', '))}${isNew}. Minimum width ${fine(body.minimumMm)}.`;
};

export const ridingText: LineText<'riding'> = (body) => line`${riddenFrom(body.from, body.to, body.unit, ridingWords(body))}`;

export const warrantyText: LineText<'warranty'> = ({ belt, covers, until, atMost, unit, words, wetInside }) => {
  const ends = [until === null ? '' : `until ${until}`, atMost === null ? '' : `to ${atMost} ${unit}`].filter((w) => w !== '');
  return line`${warrantyWords({ belt: belt.label, covers: COVERS_WORDS[covers].toLowerCase(), ends, words, wetInside })}`;
};

export const cvtPartText: LineText<'cvt-part'> = (body, { units: { fine } }) => {
  const limit = body.limitMm === null ? '' : `; limit ${fine(body.limitMm)}${body.page === '' ? '' : ` (manual, ${body.page})`}`;
  return line`${PART_WORDS[body.part].many}: ${strongValue(body.values.map((v) => fine(v)).join(', '))}${limit}. ${assessedWords(assessMeasures(body))}`;
};
