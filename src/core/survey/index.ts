export { validateSurvey } from './schema';
export type { Measure, Side, Survey, SurveyResult } from './schema';
export { solveSurvey } from './solve';
export type { NextMeasure, SurveyAnswer, SurveyedMeasure, SurveyedPulley } from './solve';
