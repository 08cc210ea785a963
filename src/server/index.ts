export { defineCommand, defineQuery, executeCommand, executeQuery, SIGNED_OUT } from './command';
export type { AnyQuery, Command, CommandContext, CommandRegistry, ActionContext, ActionResult, Query } from './command';
export { hashPassword, passwordMatches, SHORTEST_PASSWORD } from './password';
export { startSession, clientAddress, currentPerson, currentShop, endSession, hasRole, requirePerson } from './session';
export { listInput, rowsOf } from './listing';
export { findInvalidText } from './invalid-text';
