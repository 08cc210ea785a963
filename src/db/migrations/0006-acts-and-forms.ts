import type { Migration } from '../migration';

/**
 * Commands are applied once each (`acts`). Documents store the version of their form. Belt uses store the drive version
 * (`drive_versions`). Times are in the zone of the shop. From here on only the core defines stages and kinds of
 * entries.
 */
export const actsAndForms: Migration = {
  name: '0006-acts-and-forms',
  up: (run) =>
    run(`
    CREATE TABLE acts (
      id uuid PRIMARY KEY,
      shop_id integer NOT NULL REFERENCES shops ON DELETE CASCADE,
      person_id integer NOT NULL REFERENCES people ON DELETE CASCADE,
      kind text NOT NULL,
      input_digest text NOT NULL,
      done_at timestamptz NOT NULL,
      applied_at timestamptz NOT NULL,
      answer jsonb
    );
    CREATE INDEX acts_applied ON acts (applied_at);
    CREATE TABLE drive_versions (
      shop_id integer NOT NULL REFERENCES shops ON DELETE CASCADE,
      drive_id integer NOT NULL,
      version integer NOT NULL,
      document jsonb NOT NULL,
      PRIMARY KEY (shop_id, drive_id, version)
    );
    ALTER TABLE shops ADD COLUMN time_zone text NOT NULL DEFAULT 'UTC';
    ALTER TABLE shops ALTER COLUMN time_zone DROP DEFAULT;
    ALTER TABLE ticket_entries ADD COLUMN body_version integer NOT NULL DEFAULT 1;
    ALTER TABLE ticket_entries DROP CONSTRAINT ticket_entries_type_check, DROP CONSTRAINT ticket_entries_stage_check;
    ALTER TABLE job_stages DROP CONSTRAINT job_stages_stage_check, DROP CONSTRAINT job_stages_state_check;
    ALTER TABLE shelf_imports DROP COLUMN answer;
    UPDATE ticket_entries SET type = 'reopening', body = '{}' WHERE type = 'closing' AND body ->> 'reopened' = 'true';
  `),
};
