import type { Drive } from '@/core/drive';
import type { ModelLetters } from '@/core/practice';
import greenReel from '../../../demo/drives/green-reel.drive.json';
import harbourThrower from '../../../demo/drives/harbour-snow-thrower.drive.json';
import hillTrack from '../../../demo/drives/hill-track-utility.drive.json';
import kelpLane from '../../../demo/drives/kelp-lane-mower.drive.json';
import lighthouse from '../../../demo/drives/lighthouse-generator.drive.json';
import orchardRider from '../../../demo/drives/orchard-rider.drive.json';
import peatRoad from '../../../demo/drives/peat-road-tractor.drive.json';
import slipwayChipper from '../../../demo/drives/slipway-chipper.drive.json';
import towerGreen from '../../../demo/drives/tower-green-mower.drive.json';
import { validateDrive } from '@/core/drive';

const DOCUMENTS: Readonly<Record<ModelLetters, unknown>> = {
  OR: orchardRider,
  TG: towerGreen,
  KM: kelpLane,
  PT: peatRoad,
  HS: harbourThrower,
  LG: lighthouse,
  GR: greenReel,
  SC: slipwayChipper,
  HT: hillTrack,
};

const read = new Map<ModelLetters, Drive>();

/** The drive of a practice machine, as the island has it. Read once. @throws Error where its file is none: a fault of the program */
export function practiceDrive(letters: ModelLetters): Drive {
  const there = read.get(letters);
  if (there) return there;
  const made = validateDrive(DOCUMENTS[letters]);
  if (!made.ok) throw new Error(`${letters}: ${made.problems.map((p) => `${p.path} ${p.message}`).join('; ')}`);
  read.set(letters, made.drive);
  return made.drive;
}
