import type { EntryBody } from '@/core/job';
import { useUnits } from '@/ui/units';
import { METHOD_WORDS, readWords } from '../../tension/messages';

export function ReadingLine({ body }: { body: EntryBody<'reading'> }) {
  const units = useUnits();
  const { show } = units;
  const { method, where, value, deflectionMm, clamped, without, placeIn, tensionN, sdN } = body;
  return (
    <>
      {METHOD_WORDS[method]}, {where}: {readWords(method, value, deflectionMm, placeIn, units)}; tension{' '}
      <strong className="ts-mono">{show(tensionN, 'force')}</strong> ± {show(sdN, 'force')}
      {clamped ? ', with everything tight' : ''}
      {without.length === 0 ? '' : `. Not a setting: ${without.map((b) => b.label).join(', ')} off`}
    </>
  );
}
