import type { Drive } from '../drive';
import type { DriveKind, DrivePart } from '../fault';
import type { FactId } from './facts';
import { factNow, type Facts, type Known } from './known';

/** Facts that the drive's own file answers: what it draws need not be asked. */
export function factsOfDrive(drive: Drive): Facts {
  const read = (value: string): Known => ({ value, by: '', at: '' });
  const found: Partial<Record<FactId, Known>> = {};
  if (drive.brakes.length > 0) found.brake = read('on-arm');
  const free = drive.tensioners.filter((t) => !t.locked && t.carries.length > 0);
  if (free.length > 0 && drive.springs.length > 0)
    found['take-up'] = read(free.some((t) => t.kind === 'pivot') ? 'sprung-arm' : 'sprung-slide');
  else if (drive.adjusters.some((a) => a.screw)) found['take-up'] = read('twin-rods');
  if (drive.springs.some((s) => s.from.leverTravel ?? s.to.leverTravel)) found.engage = read('lever-cable');
  else if (drive.kind === 'cvt') found.engage = read('centrifugal');
  else if (drive.kind === 'accessory') found.engage = read('always-on');
  return found;
}

/**
 * Parts that this drive lacks, so that no check concerns them. Only answers of people exclude a cable, a rod or a
 * brake: a drawing without one may be incomplete. A drawn lever does exclude an electric clutch.
 * @param answers answers by fact
 */
export function absentParts(drive: Drive | null, answers: Facts): DrivePart[] {
  const engage = answers.engage?.value;
  const drawn = drive ? factsOfDrive(drive).engage?.value : undefined;
  const absent: DrivePart[] = [];
  if (engage !== undefined && engage !== 'lever-cable') absent.push('cable');
  if (engage !== undefined && engage !== 'lever-rod') absent.push('rod');
  if ((engage ?? drawn) !== undefined && (engage ?? drawn) !== 'electric-clutch') absent.push('electric-clutch');
  if (answers.brake?.value === 'none') absent.push('brake');
  if (answers.secondary?.value === 'cam') absent.push('drum');
  return absent;
}

const SPRUNG_ARMS: readonly unknown[] = ['sprung-arm', 'sprung-slide', 'floating-carriage'];

/** The kind of drive that trouble is sought in, by what is drawn and known of it. */
export function driveKindOf(drive: Pick<Drive, 'kind' | 'belts'>, facts: Facts): DriveKind {
  const takeUp = factNow(facts, 'take-up');
  switch (drive.kind) {
    case 'cvt':
      return 'cvt';
    case 'snow-thrower':
      return 'snow-thrower';
    case 'pto':
      return 'pto';
    case 'mower-deck':
      if (takeUp === 'sprung-deck') return 'sliding-deck';
      if (takeUp === 'clamp-idler') return 'reel';
      return factNow(facts, 'engage') === 'electric-clutch' ? 'deck-clutch' : 'deck-lever';
    case 'accessory':
      return 'accessory';
    case 'ground-drive':
    case 'other':
      if (drive.belts.some((b) => (b.count ?? 1) > 1) || takeUp === 'eccentric' || takeUp === 'twin-rods' || takeUp === 'preload-marks')
        return 'banded';
      if (takeUp === 'clamp-idler') return 'reel';
      return SPRUNG_ARMS.includes(takeUp) ? 'deck-lever' : 'accessory';
  }
}
