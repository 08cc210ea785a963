export { defineCommand, defineQuery, executeCommand, executeQuery, missing, SIGNED_OUT } from './command';
export type { AnyCommand, AnyQuery, Command, CommandContext, CommandRegistry, ActionContext, Query } from './command';
export { firstAnswer } from './first-answer';
export { hashPassword, passwordMatches, SHORTEST_PASSWORD } from './password';
export { startSession, clientAddress, currentPerson, endSession, hasRole, requirePerson } from './session';
export { rowsOf } from './listing';
export { findInvalidText } from './invalid-text';
