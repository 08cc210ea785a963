export { validateSurvey } from './schema';
export type { Measure, PhotoMarks, Point, Side, Survey, SurveyResult } from './schema';
export { solveSurvey } from './solve';
export type { ErrorSource, SurveyAnswer, SurveyedMeasure, SurveyedPhoto, SurveyedPlace } from './solve';
export type { NextMeasure } from './advice';
export { markedDiameter, toPlane } from './photo';
