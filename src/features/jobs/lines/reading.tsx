import type { EntryBody } from '@/core/job';
import { useUnits } from '@/ui/units';
import { METHOD_WORDS } from '../../tension/words';

export function ReadingLine({ body }: { body: EntryBody<'reading'> }) {
  const { show } = useUnits();
  const { method, where, value, deflectionMm, clamped, tensionN, sdN } = body;
  const read =
    method === 'tap'
      ? `${value} Hz`
      : method === 'deflection'
        ? `${show(value, 'force')} for ${show(deflectionMm ?? 0, 'length')}`
        : show(value, 'length');
  return (
    <>
      {METHOD_WORDS[method]}, {where}: {read}; tension <strong className="ts-mono">{show(tensionN, 'force')}</strong> ± {show(sdN, 'force')}
      {clamped ? ', with everything tight' : ''}
    </>
  );
}
