export { DRIVE_KINDS, pathText, statesOf, validateDrive } from './schema';
export type {
  Adjuster,
  Belt,
  Brake,
  Drive,
  DriveResult,
  DriveState,
  Keeper,
  Problem,
  Pulley,
  Spring,
  SpringEnd,
  Tensioner,
} from './schema';
export { compileDrive, setAdjusters } from './compile';
export type { CompiledDrive, CompileResult, Warning } from './compile';
export { beltDuty } from './duty';
export type { BeltDuty } from './duty';
export { evaluateEnergy, newEnergyState } from './energy';
export { newSolver, solveEquilibrium } from './equilibrium';
export type { Ending, Equilibrium, Solver } from './equilibrium';
export { DEFAULT_GRIP, gripBand } from './grip';
export type { GripBand, GripSettings } from './grip';
export {
  chanceOf,
  DEFAULT_MATCH,
  judgeBelt,
  lengthWindow,
  newMatcher,
  rankBelts,
  readCandidate,
  tryLength,
  windowByAdjuster,
} from './match';
export type {
  Candidate,
  CandidateResult,
  LengthWindow,
  MatchedBelt,
  Matcher,
  MatchSettings,
  ReasonCode,
  Trial,
  Verdict,
  WindowEnds,
} from './match';
export { pitchRadius, sectionOf, statedPitchLength, stiffnessOf } from './pitch';
export { answerState, endingProblem, isOverCentre, solveDrive } from './solve';
export type { DriveAnswer, Pose, PoseStop, SolvedBelt, SolvedState, SolveResult, StateAnswer } from './solve';
export { routeDoubts } from './route-check';
export type { RouteDoubt } from './route-check';
export { speedsOf } from './speeds';
export type { BeltMotion, PulleySpeed, Speeds } from './speeds';
export { seededRandom, variationsThatWork } from './variation';
export type { Spread } from './variation';
export { driveWith, numbersOf, stillUncertain, windowSpread } from './uncertainty';
export type { Uncertainty, WindowSpread } from './uncertainty';
