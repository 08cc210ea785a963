export { forecastUse, onDate } from './forecast';
export type { Forecast, Use } from './forecast';
export { followUpRules, readRules, USUAL_RULES } from './rules';
export type { FollowUpRules, IntervalRule, SeasonRule } from './rules';
export { FOLLOW_UP_ANSWERS, FOLLOW_UP_KINDS, openFollowUps, plannedDue } from './derive';
export type { Answered, FollowUpAnswer, FollowUpKind, MachineRecord, OpenFollowUp } from './derive';
