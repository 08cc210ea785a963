export { pitchLengthOf, shiftOf, variableOf } from './shift';
export type { Shift, ShiftResult, TopLimit, VariableDrive, VariablePulley, VariableResult } from './shift';
export { assessVariable } from './fits';
export type { VariableCandidate, VariableFit, VariableReason } from './fits';
export { assessMeasures, MEASURED_PARTS } from './inspection';
export type { MeasuredPart, PartAssessed, PartMeasures } from './inspection';
export { drawnShifted, shimmed, shiftStateAt } from './shift-state';
export type { ShiftState } from './shift-state';
