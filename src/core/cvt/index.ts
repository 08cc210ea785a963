export { pitchLengthOf, shiftOf, variableOf } from './shift';
export type { Shift, ShiftResult, TopLimit, VariableDrive, VariablePulley, VariableResult } from './shift';
export { judgeVariable } from './fits';
export type { VariableCandidate, VariableFit, VariableReason } from './fits';
export { judgeMeasures, MEASURED_PARTS } from './inspection';
export type { MeasuredPart, PartJudged, PartMeasures } from './inspection';
export { drawnShifted, shimmed, standAt } from './stand';
export type { ShiftStand } from './stand';
