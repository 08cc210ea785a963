import type { BeltBooked } from '../core/job';
import type { Assessed } from './assess-belt';
import { askedOf, beltName, isExact, piecesOf } from './candidates';
import type { ShelfBelt, StoredDrive } from '../contract/records';

/** A place on the shelf without how many it holds. */
const placeOn = ({ designation, section, lengthMm, lengthReference, lengthTyped, bin, priceCents, supplierNote }: ShelfBelt) => ({
  designation,
  section,
  lengthMm,
  lengthReference,
  lengthTyped,
  bin,
  priceCents,
  supplierNote,
});

const finite = (mm: number | null) => (mm !== null && Number.isFinite(mm) ? mm : null);

/** Ticket entry of a used belt: its stock row, the drive of the assessment, and the numbers. */
export function bookingOf({
  drive: stored,
  beltId,
  belt,
  judged: { belt: judged, letsGo, window },
  reason,
}: {
  readonly drive: StoredDrive;
  readonly beltId: string;
  readonly belt: ShelfBelt;
  readonly judged: Assessed;
  readonly reason: string;
}): BeltBooked {
  const exact = isExact(stored.document, beltId, judged, belt.quantity);
  return {
    shelfBeltId: belt.id,
    place: placeOn(belt),
    belt: beltName(belt),
    bin: belt.bin,
    section: judged.section,
    outsideMm: judged.outsideMm,
    verdict: judged.verdict,
    chance: judged.chance,
    engagedN: judged.engaged.tension,
    runningN: judged.engaged.loadKnown ? judged.engaged.running : null,
    letsGo,
    pieces: piecesOf(stored.document, beltId, judged),
    floorN: judged.engaged.floorN,
    ceilingN: finite(judged.engaged.ceilingN),
    slackMm: judged.disengaged.slack,
    window: { shortestMm: finite(window?.shortestMm ?? null), longestMm: finite(window?.longestMm ?? null) },
    substitute: !exact,
    insteadOf: exact ? null : askedOf(stored.document, beltId),
    reason,
    priceCents: belt.priceCents,
    drive: { id: stored.id, version: stored.version, beltId },
  };
}
