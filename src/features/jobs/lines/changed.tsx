import type { EntryBody, Work } from '@/core/job';
import { checkOf } from '@/core/fault';
import { useUnits } from '@/ui/units';

const WORK_WORDS: Readonly<Record<Work, string>> = { freed: 'Freed', cleaned: 'Cleaned', repaired: 'Repaired', replaced: 'Replaced' };

export function ChangedLine({ body }: { body: EntryBody<'changed'> }) {
  const { adjusterPosition } = useUnits();
  if (body.change === 'clamped') return <>Clamps and bolts tightened.</>;
  if (body.change === 'adjusted')
    return (
      <>
        {body.adjuster.label} moved to <strong className="ts-mono">{adjusterPosition(body.to, body.placeIn)}</strong>
        {body.turned === '' ? '' : ` (${body.turned})`}.
      </>
    );
  const about = body.found ? [body.found.part?.label, checkOf(body.found.check).label].filter(Boolean).join(': ') : (body.on ?? '');
  return (
    <>
      <strong>{WORK_WORDS[body.change]}:</strong> {about}.
    </>
  );
}

export function SkippedLine({ body }: { body: EntryBody<'skipped'> }) {
  return (
    <>
      <strong>Skipped:</strong> {body.words} ({body.why})
    </>
  );
}
