import type { Migration } from '../migration';

/** The state of a stage follows from the lines of its ticket from here on. Those of open jobs are stored again after this step. */
export const stagesByLines: Migration = {
  name: '0012-stages-by-lines',
  up: (run) => run(`COMMENT ON TABLE job_stages IS 'How far each stage is, by the lines of its ticket: stored for lists of jobs.'`),
};
