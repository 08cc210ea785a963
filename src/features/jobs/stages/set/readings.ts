import { takenReading, type ReplayedTicket, type TensionRead } from '@/core/job';
import type { StoredReading, ReadReading } from '../../../tension/stored-reading';
import { placeOf, valueOf } from '../../../tension/messages';
import type { Job } from '@/contract/records';

/** A tension reading on a ticket, with the condition that it belongs to. */
export interface PlacedReading extends StoredReading {
  readonly tensionN: number;
  readonly condition: number;
  readonly current: boolean;
}

/** Readings of one belt on a job's ticket. Those from before a change are not current, and are never combined with the others. */
export const placedReadings = (
  entries: Job['entries'],
  { placeOf }: Pick<ReplayedTicket, 'placeOf'>,
  belt: string | undefined,
): PlacedReading[] =>
  entries.flatMap((line, i) => {
    const place = placeOf(i);
    if (line.type !== 'reading' || line.withdrawn || line.body.belt !== belt || !place) return [];
    const { where, clamped, without, tensionN } = line.body;
    return [{ reading: takenReading(line.body), where, clamped, without, tensionN, condition: place.condition, current: place.current }];
  });

/** Ticket entry of a reading. */
export const entryOf = (belt: string, { reading, where, clamped, placeIn, without, state, tensionN, sdN }: ReadReading): TensionRead => ({
  belt,
  state,
  method: reading.method,
  at: placeOf(reading),
  where,
  value: valueOf(reading),
  deflectionMm: reading.method === 'deflection' ? reading.deflectionMm : null,
  belts: reading.method === 'deflection' ? (reading.belts ?? null) : null,
  placeIn: placeIn ?? null,
  without: [...without],
  tensionN,
  sdN,
  clamped,
});
