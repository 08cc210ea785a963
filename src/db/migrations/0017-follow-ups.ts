import type { Migration } from '../migration';

/**
 * Open follow-ups of each machine, derived from its jobs, meter and drives, and the answers to them. A shop has its own
 * rules; without them the usual ones are used. `follow_ups_stale` marks a shop with rows that are not derived yet.
 */
export const followUpTables: Migration = {
  name: '0017-follow-ups',
  up: (run) =>
    run(`ALTER TABLE shops ADD COLUMN follow_up_rules jsonb, ADD COLUMN follow_ups_stale boolean NOT NULL DEFAULT true;
      CREATE TABLE follow_ups (
        machine_id integer NOT NULL REFERENCES machines (id) ON DELETE CASCADE,
        source text NOT NULL,
        shop_id integer NOT NULL REFERENCES shops (id) ON DELETE CASCADE,
        kind text NOT NULL,
        due_at timestamptz NOT NULL,
        document jsonb NOT NULL,
        PRIMARY KEY (machine_id, source));
      CREATE INDEX follow_ups_due ON follow_ups (shop_id, due_at);
      CREATE TABLE follow_up_answers (
        id serial PRIMARY KEY,
        shop_id integer NOT NULL REFERENCES shops (id) ON DELETE CASCADE,
        machine_id integer NOT NULL REFERENCES machines (id) ON DELETE CASCADE,
        source text NOT NULL,
        subject text NOT NULL,
        answer text NOT NULL,
        reason text NOT NULL,
        until date,
        person_id integer REFERENCES people (id) ON DELETE SET NULL,
        at timestamptz NOT NULL);
      CREATE INDEX follow_up_answers_of ON follow_up_answers (machine_id, source, id);
      CREATE INDEX follow_up_answers_shop ON follow_up_answers (shop_id, id)`),
};
