export { MODELS, modelOf } from './machines';
export type { Model, ModelLetters } from './machines';
export { anySeed, codeText, readCode } from './code';
export type { Code } from './code';
export { moveWords, nextByTracing, outcomeOf, reviewOf, workedByTracing } from './review';
export type { Beside, Choice, Review, ReviewedStep, SessionOutcome } from './review';
export { drawFor, drawMachine, moveProblem, newPracticeSession, playOn, replayed, resultOf } from './practice-session';
export type { Move, Played, PracticeMachine, PracticeSession, SessionStep } from './practice-session';
export { moveShape, practiceSessionShape } from './shape';
