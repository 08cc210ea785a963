import { statedPitchLength, type Drive } from '../../drive';
import type { ReplayedJob } from './replay';

/** The drive as it is now: adjusters where the job set them, and the belts that the job fitted. */
export function driveNow(drive: Drive, { adjusters, belts }: Pick<ReplayedJob, 'adjusters' | 'belts'>): Drive {
  if (Object.keys(adjusters).length === 0 && Object.keys(belts).length === 0) return drive;
  return {
    ...drive,
    adjusters: drive.adjusters.map((a) => (adjusters[a.id] === undefined ? a : { ...a, position: adjusters[a.id]! })),
    belts: drive.belts.map((b) => {
      const fitted = belts[b.id];
      if (!fitted) return b;
      const { designation: _replaced, ...belt } = b;
      return { ...belt, length: { value: fitted.length, reference: fitted.reference } };
    }),
  };
}

/** Position of each adjuster, and pitch length in mm of each belt; null for a belt without a length. */
export const driveNumbers = (drive: Drive) => ({
  adjusters: Object.fromEntries(drive.adjusters.map((a) => [a.id, a.position])),
  belts: Object.fromEntries(drive.belts.map((b) => [b.id, statedPitchLength(b)])),
});
