import type { EntryBody } from '@/core/job';
import { useUnits } from '@/ui/units';
import { PART_WORDS, assessedWords } from '../../cvt/messages';
import { COVERS_WORDS, ridingWords, WIDTH_METHOD_WORDS } from '../../wear/messages';
import { assessMeasures } from '@/core/cvt';
import { riddenFrom, warrantyText } from '../job-messages';

export function WidthLine({ body }: { body: EntryBody<'width'> }) {
  const { fine } = useUnits();
  return (
    <>
      {body.belt.label}, {WIDTH_METHOD_WORDS[body.method].toLowerCase()} at {body.meter} {body.unit}
      {body.on === null ? '' : `, ${body.on}`}: <strong className="ts-mono">{body.widths.map((w) => fine(w)).join(', ')}</strong>
      {body.meter === body.fittedAt ? '; new, it has not run' : ''}. Minimum width {fine(body.minimumMm)}.
    </>
  );
}

export function RidingLine({ body }: { body: EntryBody<'riding'> }) {
  return <>{riddenFrom(body.from, body.to, body.unit, ridingWords(body))}</>;
}

export function WarrantyLine({ body }: { body: EntryBody<'warranty'> }) {
  const { covers, until, atMost, unit, words, wetInside } = body;
  const ends = [until === null ? '' : `until ${until}`, atMost === null ? '' : `to ${atMost} ${unit}`].filter((w) => w !== '');
  return <>{warrantyText({ belt: body.belt.label, covers: COVERS_WORDS[covers].toLowerCase(), ends, words, wetInside })}</>;
}

export function CvtPartLine({ body }: { body: EntryBody<'cvt-part'> }) {
  const { fine } = useUnits();
  return (
    <>
      {PART_WORDS[body.part].many}: <strong className="ts-mono">{body.values.map((v) => fine(v)).join(', ')}</strong>
      {body.limitMm === null ? '' : `; limit ${fine(body.limitMm)}${body.page === '' ? '' : ` (manual, ${body.page})`}`}.{' '}
      {assessedWords(assessMeasures(body))}
    </>
  );
}
