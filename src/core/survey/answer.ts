import type { Problem } from '../drive';
import type { NextMeasure } from './advice';
import type { CandidateLayout } from './candidate-layouts';
import type { ArmPlace } from './schema';

export interface SurveyedPlace {
  readonly id: string;
  /** Null where it is not fixed by the measures. */
  readonly x: number | null;
  readonly y: number | null;
  /** Root mean square distance from the true place, mm. */
  readonly sd: number | null;
}

export interface SurveyedMeasure {
  readonly id: string;
  readonly fitted: number | null;
  /** Measured less fitted. */
  readonly residual: number | null;
  /** How far it reads from what all the others by themselves say, and how closely the two can be compared; null where they say no sign of it. */
  readonly againstRest: { readonly by: number; readonly sd: number } | null;
  readonly suspect: boolean;
}

/** Agreement of a photo with the other measurements. */
export interface SurveyedPhoto {
  readonly id: string;
  /** Distance of each mark from its fitted position, mm. */
  readonly marks: readonly { readonly of: string; readonly offMm: number }[];
  /** Correction of its scale: 1.02 means 2% too small. */
  readonly scale: number;
  /** Tilt of the camera by tape and marks, degrees, approximate. 0 with a rectangle as scale, which corrects the tilt. */
  readonly slantDegrees: number;
  /** True if its marks differ by more than their sd explains: a tilt or a lens that the scale cannot correct. */
  readonly bent: boolean;
  /** True if it disagrees with the other measurements and takes no part in the answer. */
  readonly excluded: boolean;
  /** Place of its only mark that disagrees and takes no part in the answer. Null if all marks take part. */
  readonly excludedMark: string | null;
}

/** Diameter of an unmeasured rim, as photos determine it. */
export interface SurveyedDiameter {
  readonly pulley: string;
  /** mm. Null where nothing sets the scale of its photo. */
  readonly mm: number | null;
  /** Standard deviation, mm. */
  readonly sd: number | null;
}

/** Where an arm stood when it was held: degrees about its pivot or mm along its line from where everything else was measured. */
export interface SurveyedArm {
  readonly id: string;
  /** Degrees of a slide's line; 0 for an arm about a pivot. */
  readonly line: number;
  /** Null where nothing was read, or what was read does not fix it. */
  readonly held: Readonly<Record<ArmPlace, number | null>>;
  /** Places of it for which another position fits as well. */
  readonly seconds: readonly ArmPlace[];
}

/** One source of error, at one standard deviation: how it shifts every place and which diameters, mm. */
export interface ErrorSource {
  /** x and y of every pulley and then every point. */
  readonly shift: Float64Array;
  /** Line and each place held, of every arm. */
  readonly arms: readonly { readonly line: number; readonly held: Readonly<Record<ArmPlace, number>> }[];
  readonly diameters: readonly { readonly pulley: number; readonly mm: number }[];
}

export interface SurveyAnswer {
  readonly status: 'determined' | 'undetermined' | 'conflict';
  readonly pulleys: readonly SurveyedPlace[];
  readonly points: readonly SurveyedPlace[];
  readonly arms: readonly SurveyedArm[];
  /** Measurements of the sheet, followed by readings with held arms. */
  readonly measures: readonly SurveyedMeasure[];
  readonly photos: readonly SurveyedPhoto[];
  readonly diameters: readonly SurveyedDiameter[];
  /** Most suspicious first. */
  readonly suspects: readonly string[];
  readonly belts: readonly { readonly id: string; readonly pitchLength: number | null; readonly sd: number | null }[];
  /** Pulleys and points that can still move or mirror. */
  readonly undetermined: readonly string[];
  readonly next: readonly NextMeasure[];
  /** Every layout that fits, the best first, where they are two to four: one of them is it. Else empty. */
  readonly images: readonly CandidateLayout[];
  /** Why a belt cannot be laid round the pulleys where they were found. */
  readonly problems: readonly Problem[];
  /** Per belt, how much its drawn path grows per mm that each length measured reads more. */
  readonly lengthSlopes: readonly { readonly belt: string; readonly slopes: readonly { readonly id: string; readonly perMm: number }[] }[];
  /** Independent errors that make up the spread of everything. */
  readonly errors: readonly ErrorSource[];
  /** Best position of every place, determined or not: x and y of every pulley, then of every point. For drawing. */
  readonly drawn: Float64Array;
}
