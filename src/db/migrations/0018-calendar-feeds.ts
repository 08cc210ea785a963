import type { Migration } from '../migration';

/** Addresses of the calendar of follow-ups. Only a digest of each token is stored, so a copy of the table opens nothing. */
export const calendarFeeds: Migration = {
  name: '0018-calendar-feeds',
  up: (run) =>
    run(`CREATE TABLE calendar_feeds (
        id serial PRIMARY KEY,
        shop_id integer NOT NULL REFERENCES shops (id) ON DELETE CASCADE,
        person_id integer NOT NULL REFERENCES people (id) ON DELETE CASCADE,
        name text NOT NULL,
        digest text NOT NULL UNIQUE,
        created_at timestamptz NOT NULL,
        read_at timestamptz)`),
};
