import { isWithin, type EntryBody } from '@/core/job';
import { useUnits } from '@/ui/units';
import { CUT_WORDS, alignmentSentence, TRACK_WORDS, WHEN_WORDS } from '../../alignment/messages';
import { clearanceName } from '../../tension/clearances';
import { DECISION_WORDS } from '../../tension/messages';
import { manualTarget } from '../job-messages';

export function AlignmentLine({ body }: { body: EntryBody<'alignment'> }) {
  const { caliper } = useUnits();
  const over = body.worstDeg > body.limitDeg;
  return (
    <>
      {body.pulley.label} to {body.reference.label}: <strong>{alignmentSentence(body, caliper)}</strong>; a span enters at up to{' '}
      <span className="ts-mono">{body.worstDeg.toFixed(2)}°</span>, {over ? 'over' : 'within'} {body.limitDeg}°. {WHEN_WORDS[body.when]}
      {body.cut === 'any' ? '' : `, ${CUT_WORDS[body.cut].toLowerCase()}`}.
      {body.track ? ` One belt alone: ${TRACK_WORDS[body.track].toLowerCase()}.` : ''}
    </>
  );
}

export function TensionBasisLine({ body }: { body: EntryBody<'tension-basis'> }) {
  const { show } = useUnits();
  const said = [
    ...body.loads.map((l) => `${l.label} takes ${show(l.kw, 'power')}${l.guess ? ' (estimated)' : ''}`),
    ...(body.ownTargetN === null ? [] : [manualTarget(show(body.ownTargetN, 'force'))]),
    ...(body.newBelt ? ['the belt is new'] : []),
  ];
  return <>Calculated from {said.length === 0 ? 'the drive as drawn' : said.join('; ')}.</>;
}

export function ClearanceLine({ body }: { body: EntryBody<'clearance'> }) {
  const { show } = useUnits();
  return (
    <>
      {clearanceName(body)}: <strong className="ts-mono">{show(body.mm, 'length')}</strong>,{' '}
      {isWithin(body) ? 'within its limits' : 'out of its limits'}
    </>
  );
}

export function TensionDecidedLine({ body }: { body: EntryBody<'tension-decided'> }) {
  const { adjusterPosition } = useUnits();
  return (
    <>
      <strong>
        {DECISION_WORDS[body.act]}
        {body.to ? `, ${body.to.label} to ${adjusterPosition(body.to.position, body.to.placeIn)}` : ''}.
      </strong>{' '}
      {body.act === body.advised
        ? `Because ${body.because}.`
        : `Recommended: ${DECISION_WORDS[body.advised].toLowerCase()}. ${body.reason}`}
      {body.hoursGained === null ? '' : ` Enough for about ${Math.round(body.hoursGained)} h.`}
    </>
  );
}
