import type { EntryBody } from '@/core/job';
import { useUnits } from '@/ui/units';
import { WIDTH_METHOD_WORDS } from '../../wear/words';

export function WidthLine({ body }: { body: EntryBody<'width'> }) {
  const { fine } = useUnits();
  return (
    <>
      {body.belt.label}, {WIDTH_METHOD_WORDS[body.method].toLowerCase()} at {body.meter} {body.unit}:{' '}
      <strong className="ts-mono">{body.widths.map((w) => fine(w)).join(', ')}</strong>
      {body.meter === body.fittedAt ? '; new, it has not run' : ''}. Least width {fine(body.minimumMm)}.
    </>
  );
}
