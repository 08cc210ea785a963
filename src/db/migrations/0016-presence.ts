import type { Migration } from '../migration';

/** Open tabs and the record that each shows. A tab is present until it closes, or is silent for a minute. */
export const presence: Migration = {
  name: '0016-presence',
  up: (run) =>
    run(`CREATE TABLE presence (
        tab uuid PRIMARY KEY,
        shop_id integer NOT NULL REFERENCES shops (id) ON DELETE CASCADE,
        person_id integer NOT NULL REFERENCES people (id) ON DELETE CASCADE,
        place text NOT NULL,
        seen_at timestamptz NOT NULL DEFAULT clock_timestamp());
      CREATE INDEX presence_place ON presence (shop_id, place)`),
};
