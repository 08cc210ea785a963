import { linesOf, type TensionRead } from '@/core/job';
import type { TakenReading } from '@/core/tension';
import type { Job } from '@/db';
import type { KeptReading, ReadReading } from '../../../tension/kept-reading';
import { placeOf, valueOf } from '../../../tension/words';

/** A reading of the ticket as it was taken. */
function takenOf({ method, at, value, deflectionMm, belts }: TensionRead): TakenReading {
  const [from = '', to = ''] = at.split('>');
  switch (method) {
    case 'spring-length':
      return { method, at, lengthMm: value };
    case 'marks':
      return { method, at, position: value };
    case 'tap':
      return { method, at: [from, to], hz: value };
    case 'deflection':
      return { method, at: [from, to], forceN: value, deflectionMm: deflectionMm ?? 0, belts: belts ?? undefined };
    default:
      return { method, at: [from, to], value };
  }
}

/** Readings of one belt that stand on a job's ticket. */
export const readingsOn = (entries: Job['entries'], belt: string | undefined): KeptReading[] =>
  linesOf(entries, 'reading')
    .map((l) => l.body)
    .filter((r) => r.belt === belt)
    .map((r) => ({ reading: takenOf(r), where: r.where, clamped: r.clamped, without: r.without }));

/** What a ticket keeps of a reading. */
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
