export { entryAngles } from './entry-angle';
export type { EntryAngle } from './entry-angle';
export { clampLength, HEIGHT_TOLERANCE_MM, STACK_FAULTS, stackFaults } from './faults';
export type { StackFault, StackFaultCode } from './faults';
export { facesOf, grooveHeight, lengthOf, offHeight, stackShape, withMoved } from './stack';
export type { Layer, LayerKind, Stack } from './stack';
export { STACK_TEMPLATES } from './templates';
export type { StackTemplate } from './templates';
