import type { Migration } from '../migration';

/**
 * Practice sessions on simulated machines, in their own table, which no list of jobs reads. Corrections of the fault
 * base by a shop.
 */
export const practiceAndBase: Migration = {
  name: '0011-practice-and-base',
  up: (run) =>
    run(`
    CREATE TABLE practice_rounds (
      id serial PRIMARY KEY,
      shop_id integer NOT NULL REFERENCES shops (id) ON DELETE CASCADE,
      person_id integer NOT NULL REFERENCES people (id) ON DELETE CASCADE,
      code text NOT NULL,
      document jsonb NOT NULL,
      helped boolean NOT NULL DEFAULT false,
      started_at timestamptz NOT NULL,
      finished_at timestamptz,
      minutes double precision,
      own_minutes double precision,
      found integer,
      needless integer,
      left_in integer
    );
    CREATE INDEX practice_rounds_person ON practice_rounds (shop_id, person_id, started_at DESC);
    CREATE TABLE base_corrections (
      id serial PRIMARY KEY,
      shop_id integer NOT NULL REFERENCES shops (id) ON DELETE CASCADE,
      cause text NOT NULL,
      subject text NOT NULL,
      value text NOT NULL,
      because text NOT NULL,
      person_id integer REFERENCES people (id) ON DELETE SET NULL,
      at timestamptz NOT NULL,
      UNIQUE (shop_id, cause, subject)
    );
    `),
};
