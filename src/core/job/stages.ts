/** The stages of a job, in the order of the work. */
export const STAGES = ['ask', 'secure', 'look', 'match', 'fit', 'set', 'prove', 'book'] as const;
export type Stage = (typeof STAGES)[number];

export const STAGE_STATES = ['waiting', 'under-way', 'done', 'skipped', 'held'] as const;
export type StageState = (typeof STAGE_STATES)[number];
export type Stages = Readonly<Record<Stage, StageState>>;

/** States of a new job: its first stage is under way. */
export const NEW_STAGES: Stages = {
  ask: 'under-way',
  secure: 'waiting',
  look: 'waiting',
  match: 'waiting',
  fit: 'waiting',
  set: 'waiting',
  prove: 'waiting',
  book: 'waiting',
};

export const isOver = (state: StageState): boolean => state === 'done' || state === 'skipped';

/** Moves that stop the work need a reason, which shows on the ticket. */
export const needsReason = (state: StageState): boolean => state === 'skipped' || state === 'held';

/** Current stage of a job: its first stage that is neither done nor skipped, including held ones. Null at the end. */
export const currentStage = (stages: Stages): Stage | null => STAGES.find((stage) => !isOver(stages[stage])) ?? null;

/** Where the work goes on from a stage: the first after it that is not over, then the first before it; what is held only when nothing else is left. */
export function stageAfter(stages: Stages, at: Stage): Stage | null {
  const from = STAGES.indexOf(at) + 1;
  const inTurn = [...STAGES.slice(from), ...STAGES.slice(0, from)].filter((stage) => stage !== at && !isOver(stages[stage]));
  return inTurn.find((stage) => stages[stage] !== 'held') ?? inTurn[0] ?? null;
}

/** Stages that are neither done nor skipped when the machine is handed back. Closing is free; they show on the ticket. */
export const openAtHandBack = (stages: Stages): Stage[] => STAGES.filter((stage) => stage !== 'book' && !isOver(stages[stage]));
