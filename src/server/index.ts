export { action, perform, question, SIGNED_OUT } from './action';
export type { Act, ActContext, ActKinds, ActionContext, ActionResult } from './action';
export { hashPassword, passwordMatches, SHORTEST_PASSWORD } from './password';
export { beginSession, clientAddress, currentPerson, currentShop, endSession, hasRole, requirePerson } from './session';
export { listInput, rowsOf } from './listing';
export { findInvalidText } from './invalid-text';
