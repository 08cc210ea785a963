import type { BeltBooked } from '.';

/** A belt of the shelf as a ticket keeps it: 2 pieces that fit and do what the drive needs. */
export const BOOKED_BELT: BeltBooked = {
  shelfBeltId: 7,
  place: null,
  belt: '4L480',
  bin: 'B2',
  section: '4L',
  outsideMm: 1219.2,
  verdict: 'fits',
  chance: 1,
  engagedN: 152,
  runningN: 133,
  floorN: 71,
  ceilingN: 400,
  slackMm: 11,
  window: { shortestMm: 1212, longestMm: 1226 },
  letsGo: true,
  pieces: 2,
  substitute: false,
  insteadOf: null,
  reason: '',
  priceCents: 1480,
  drive: null,
};
