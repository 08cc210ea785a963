import { NO_FOLLOW_UP, type BeltBooked, type EntryBody, type Finding, type Proved } from '.';

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

/** Sign-off of an unconfirmed test by an owner. */
export const UNPROVED: EntryBody<'closing'> = {
  text: 'New belt.',
  ending: 'unfit',
  why: 'Fetched before it could be run.',
  look: NO_FOLLOW_UP,
  next: '',
};

export const CONFIRMED = { id: 'lead-off', words: 'Plug lead off.', at: '2026-11-26T09:00:00Z' };

export const FINDING: Finding = {
  ref: '0f3b2f6e-5d3c-4f57-9d0a-6a1f0d1f7c11',
  check: 'idler-tip',
  part: { id: 'idler', label: 'Idler' },
  result: 'bad',
  value: null,
  limit: null,
  note: '',
  act: 'Replace the idler',
  priceCents: 2400,
  answer: 'not-asked',
};

export const PROVED: Proved = {
  belt: 'stays',
  complaint: 'not-said',
  brake: 'lands',
  slack: 'not-felt',
  cycles: 5,
  watched: true,
  machine: 'sound',
};
