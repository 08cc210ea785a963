import type { Migration } from '../migration';

/** Start and browser of a session, so that an owner can recognise it. The log of commands is listed by shop and time. */
export const access: Migration = {
  name: '0020-access',
  up: (run) =>
    run(`ALTER TABLE sessions ADD COLUMN started_at timestamptz NOT NULL DEFAULT now(), ADD COLUMN browser text NOT NULL DEFAULT '';
      CREATE INDEX acts_shop ON acts (shop_id, applied_at DESC, id)`),
};
