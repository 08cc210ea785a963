import { METHOD_WORDS, readWords } from '../../tension/messages';
import { line, strongValue, type LineText } from './pieces';

export const readingText: LineText<'reading'> = (body, { units }) => {
  const { method, where, value, deflectionMm, clamped, without, placeIn, tensionN, sdN } = body;
  const { show } = units;
  const tension = strongValue(show(tensionN, 'force'));
  const tight = clamped ? ', with everything tight' : '';
  const off = without.length === 0 ? '' : `. Not a setting: ${without.map((b) => b.label).join(', ')} off`;
  return line`${METHOD_WORDS[method]}, ${where}: ${readWords(method, value, deflectionMm, placeIn, units)}; tension ${tension} ± ${show(sdN, 'force')}${tight}${off}`;
};
