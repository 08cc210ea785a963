export { pitchLengthOf, shiftOf, variableOf } from './shift';
export type { Shift, ShiftResult, TopLimit, VariableDrive, VariablePulley, VariableResult } from './shift';
export { drawnShifted, shimmed, standAt } from './stand';
export type { ShiftStand } from './stand';
