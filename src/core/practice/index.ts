export { MODELS, modelOf } from './machines';
export type { Model, ModelLetters } from './machines';
export { anySeed, codeText, readCode } from './code';
export type { Code } from './code';
export { moveWords, nextByTracing, outcomeOf, reviewOf, workedByTracing } from './review';
export type { Beside, Choice, Review, ReviewedStep, RoundOutcome } from './review';
export { drawFor, drawMachine, moveProblem, newRound, playOn, replayed, resultOf } from './round';
export type { Move, Played, PracticeMachine, Round, RoundStep } from './round';
export { moveShape, roundShape } from './shape';
