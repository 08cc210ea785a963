import { findSection } from '../belt';
import type { MatchedBelt } from './verdict';
import { stiffnessOf } from './pitch';
import type { Drive } from './schema';

/** Warnings next to a verdict. They do not change the verdict. */
export interface CautionLimits {
  /** Most slack of a released belt, mm. A belt that hangs further can come off. */
  readonly releasedSlackMm: number;
  /** Stretch at which a section carries its usual highest tension, as a share. */
  readonly usualStretchShare: number;
}

export type BeltCaution =
  /** The belt slips each time the drive engages. `rawEdge` where its edges are known to be uncovered. */
  | { readonly code: 'belt-is-clutch'; readonly rawEdge: boolean }
  /** Neither bearings nor a rating limit the tension, and it is above what the section usually carries, N. */
  | { readonly code: 'tension-above-usual'; readonly usualN: number }
  | { readonly code: 'much-slack'; readonly mostMm: number };

/**
 * Warnings about a belt that works on a drive, most dangerous first.
 * @param clutches the belt goes slack when released: it is the drive's clutch
 */
export function beltCautions(drive: Drive, beltId: string, belt: MatchedBelt, clutches: boolean, limits: CautionLimits): BeltCaution[] {
  const own = drive.belts.find((b) => b.id === beltId);
  if (!own || belt.verdict === 'wrong-section') return [];
  const { tension, ceilingN } = belt.engaged;
  const usualN = limits.usualStretchShare * stiffnessOf(own);
  const cautions: BeltCaution[] = [];
  if (clutches && belt.disengaged.slack > limits.releasedSlackMm) cautions.push({ code: 'much-slack', mostMm: limits.releasedSlackMm });
  if (ceilingN === null && tension > usualN) cautions.push({ code: 'tension-above-usual', usualN });
  if (clutches) cautions.push({ code: 'belt-is-clutch', rawEdge: findSection(belt.section)?.notched ?? false });
  return cautions;
}
