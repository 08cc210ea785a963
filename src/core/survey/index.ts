export { LONGEST_TAPE_MM, validateSurvey } from './schema';
export type { Measure, PhotoMarks, Point, Side, Survey, SurveyResult } from './schema';
export { solveSurvey } from './solve';
export type { ErrorSource, SurveyAnswer, SurveyedMeasure, SurveyedPhoto, SurveyedPlace } from './solve';
export type { NextMeasure } from './advice';
export { markedDiameter, toPlane } from './photo';
export { ARM_PLACES, bareDrive, diameterOf, scaleIsSet, surveyOf, UNKNOWN_DIAMETER_MM, validateNotebook } from './notebook';
export type {
  ArmPlace,
  Notebook,
  NotebookArm,
  NotebookBelt,
  NotebookMeasure,
  NotebookPhoto,
  NotebookPulley,
  NotebookSpring,
} from './notebook';
export { notebookFor, proposeEnds, proposeMeasures, UNKNOWN_NOW } from './walk';
export type { Built, Finding, Missing } from './build';
export { closingCheck } from './closing';
export type { ClosingCheck, ClosingVerdict } from './closing';
export { brokenTriangles } from './triangles';
export type { BrokenTriangle } from './triangles';
export { lookAt } from './look';
export type { Look, LookResult } from './look';
export { MATERIALS, springFromScale, springFromWire } from './springs';
export type { Material, SpringEstimate } from './springs';
