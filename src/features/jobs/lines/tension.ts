import { isWithin } from '@/core/job';
import { alignmentSentence, CUT_WORDS, TRACK_WORDS, WHEN_WORDS } from '../../alignment/messages';
import { clearanceName } from '../../tension/clearance-limits';
import { targetWords } from '../../tension/manual-target-words';
import { DECISION_WORDS } from '../../tension/messages';
import { manualTarget } from '../job-messages';
import { line, strong, strongValue, value, type LineText } from './pieces';

export const alignmentText: LineText<'alignment'> = (body, { units }) => {
  const entry = value(`${body.worstDeg.toFixed(2)}°`);
  const limit = `${body.worstDeg > body.limitDeg ? 'over' : 'within'} ${body.limitDeg}°`;
  const cut = body.cut === 'any' ? '' : `, ${CUT_WORDS[body.cut].toLowerCase()}`;
  const track = body.track ? ` One belt alone: ${TRACK_WORDS[body.track].toLowerCase()}.` : '';
  return line`${body.pulley.label} to ${body.reference.label}: ${strong(alignmentSentence(body, units.caliper))}; a span enters at up to ${entry}, ${limit}. ${WHEN_WORDS[body.when]}${cut}.${track}`;
};

export const tensionBasisText: LineText<'tension-basis'> = (body, { units }) => {
  const { show } = units;
  const basis = [
    ...body.loads.map((l) => `${l.label} takes ${show(l.kw, 'power')}${l.guess ? ' (estimated)' : ''}`),
    ...(body.manual
      ? [manualTarget(targetWords(body.manual, units))]
      : body.ownTargetN === null
        ? []
        : [manualTarget(show(body.ownTargetN, 'force'))]),
    ...(body.newBelt ? ['the belt is new'] : []),
  ];
  return line`Calculated from ${basis.length === 0 ? 'the drive as drawn' : basis.join('; ')}.`;
};

export const clearanceText: LineText<'clearance'> = (body, { units }) =>
  line`${clearanceName(body)}: ${strongValue(units.show(body.mm, 'length'))}, ${isWithin(body) ? 'within its limits' : 'out of its limits'}`;

export const tensionDecidedText: LineText<'tension-decided'> = (body, { units }) => {
  const to = body.to ? `, ${body.to.label} to ${units.adjusterPosition(body.to.position, body.to.placeIn)}` : '';
  const reason =
    body.act === body.advised ? `Because ${body.because}.` : `Recommended: ${DECISION_WORDS[body.advised].toLowerCase()}. ${body.reason}`;
  const hours = body.hoursGained === null ? '' : ` Enough for about ${Math.round(body.hoursGained)} h.`;
  return line`${strong(`${DECISION_WORDS[body.act]}${to}.`)} ${reason}${hours}`;
};
