import type { Migration } from '../migration';

/**
 * Facts of machines and drives, with author and date. Jobs start with Intake. For open jobs, the complaint was recorded
 * when they were opened.
 */
export const theBay: Migration = {
  name: '0007-the-bay',
  up: (run) =>
    run(`
    CREATE TABLE facts (
      id serial PRIMARY KEY,
      shop_id integer NOT NULL REFERENCES shops ON DELETE CASCADE,
      machine_id integer REFERENCES machines ON DELETE CASCADE,
      drive_id integer REFERENCES drives ON DELETE CASCADE,
      fact text NOT NULL,
      value jsonb NOT NULL,
      person_id integer NOT NULL REFERENCES people ON DELETE CASCADE,
      at timestamptz NOT NULL,
      CHECK ((machine_id IS NULL) <> (drive_id IS NULL))
    );
    CREATE UNIQUE INDEX facts_of_machine ON facts (machine_id, fact) WHERE machine_id IS NOT NULL;
    CREATE UNIQUE INDEX facts_of_drive ON facts (drive_id, fact) WHERE drive_id IS NOT NULL;
    INSERT INTO job_stages (job_id, stage, state) SELECT id, 'ask', 'done' FROM jobs ON CONFLICT DO NOTHING;
  `),
};
