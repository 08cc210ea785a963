import type { EntryBody } from '@/core/job';
import { beltSize } from '@/services/candidates';
import type { Units } from '@/ui/units';
import { verdictWord } from '@/ui/verdict';
import { line, strongValue, type LineText } from './pieces';

type BeltUsed = EntryBody<'belt-booked'>;

/** Name of the belt that a substitute replaces, in the units of this person. '' if none is named. */
function replacedBelt({ insteadOf }: BeltUsed, units: Units): string {
  if (insteadOf === null) return '';
  return 'words' in insteadOf ? insteadOf.words : beltSize(insteadOf, units);
}

/** Verdict and calculated numbers of a belt that was used, as drawn: no one has measured them. */
function calculatedText(body: BeltUsed, units: Units): string {
  const { show } = units;
  const engaged = show(body.engagedN, 'force');
  const underLoad = body.runningN === null ? '' : body.runningN > 0 ? `, ${show(body.runningN, 'force')} under load` : ', slack under load';
  const slips = body.floorN > 0 ? `, slips below ${show(body.floorN, 'force')}` : '';
  const released = body.letsGo ? `, ${show(body.slackMm, 'length')} slack when released` : '';
  const other = replacedBelt(body, units);
  const substitute = body.substitute ? ` Substitute${other ? ` for ${other}` : ''}.` : '';
  return `${verdictWord(body.verdict, body.letsGo)}: ${show(body.outsideMm, 'length')} outside. As drawn: ${engaged} engaged at rest${underLoad}${slips}${released}.${substitute}${body.reason ? ` Reason: ${body.reason}` : ''}`;
}

export const beltUsedText: LineText<'belt-booked'> = (body, { units, money }) => {
  const belt = `${body.pieces > 1 ? `${body.pieces} × ` : ''}${body.belt}`;
  const price = body.priceCents === null ? '' : `, ${money.show(body.priceCents)}`;
  return line`${strongValue(belt)} used from ${body.bin || 'stock'}${price}. ${calculatedText(body, units)}`;
};
