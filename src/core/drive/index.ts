export { DRIVE_KINDS, pathText, statesOf, driveShape } from './schema';
export { validateDrive } from './validate';
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
export { twoStates } from './two-states';
export { carriedTo } from './kinematics';
export { compileDrive } from './compile';
export { placeDimension } from './setting';
export type { Setting } from './setting';
export type { CompiledDrive, CompileResult, Warning } from './compile';
export { beltDuty, FLEET_LIMIT } from './duty';
export type { BeltDuty } from './duty';
export { solveEquilibrium } from './equilibrium';
export { strandTension } from './belt-term';
export { springReadings } from './spring-term';
export { tensionBySpring } from './spring-place';
export { brakedRelease } from './release';
export type { BrakedRelease } from './release';
export { runLoaded } from './running';
export { loadsOf } from './load';
export { brakesOn, collisionIn } from './solve';
export type { Equilibrium } from './equilibrium';
export { newSolver } from './solver';
export type { Ending, Solver } from './solver';
export { gripBand } from './grip';
export type { GripBand } from './grip';
export { DEFAULT_GRIP, DEFAULT_MATCH } from './settings';
export type { GripSettings, MatchSettings } from './settings';
export { readCandidate } from './candidate';
export type { Candidate, CandidateResult } from './candidate';
export { newMatcher } from './matcher';
export { installationSlack } from './mounting';
export { sliderInput } from './slider-input';
export type { MovedBy } from './slider-input';
export type { Mountable, Mounting } from './mounting';
export type { Matcher } from './matcher';
export { evaluateLength, tryPitchLength } from './trial';
export { overlapOf, spansOf } from './spans';
export { beltGroup } from './belt-group';
export type { ReasonCode, Trial } from './trial';
export { newBeltMatching } from './match-belts';
export type { BeltMatch, MatchQuestion } from './match-belts';
export { lengthWindow, windowByAdjuster } from './window';
export type { LengthWindow } from './window';
export { fitProbability } from './fit-probability';
export type { WindowEnds } from './fit-probability';
export { assessBelt, assessSeating, hasLengthWindow, rankBelts, VERDICTS } from './verdict';
export type { MatchedBelt, Verdict } from './verdict';
export { beltCautions } from './belt-cautions';
export type { BeltCaution, CautionLimits } from './belt-cautions';
export { pitchRadius, sectionOf, statedPitchLength, stiffnessOf } from './pitch';
export { answerState, endingProblem, isOverCentre, solveDrive, stopsOf } from './solve';
export type { DriveAnswer, Pose, PoseStop, SolvedBelt, SolvedState, SolveResult, StateAnswer } from './solve';
export { routeDoubts } from './route-check';
export type { RouteDoubt } from './route-check';
export { speedsOf } from './speeds';
export type { BeltMotion, PulleySpeed, Speeds } from './speeds';
export { seededRandom, variationsThatWork } from './variation';
export type { Spread } from './variation';
export { driveWith, numbersOf, stillUncertain, windowSpread } from './uncertainty';
export type { Uncertainty, WindowSpread } from './uncertainty';
export { withBeltSeatOffset } from './belt-seat-offset';
export { settingsThatRun } from './settings-that-run';
export { compareDrive, MOST_RIM_MPS, MOST_TIP_MPS, variantOf } from './compare';
export type { Compared, CompareResult, Variant } from './compare';
export type { RunningSettings } from './settings-that-run';
