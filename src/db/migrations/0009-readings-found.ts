import type { Migration } from '../migration';

/** Widths and tensions are looked up across all tickets: of a few kinds of line among many. */
export const readingsFound: Migration = {
  name: '0009-readings-found',
  up: (run) =>
    run(`
    CREATE INDEX ticket_entries_readings ON ticket_entries (type, job_id) WHERE type IN ('width', 'reading', 'tension-decided', 'belt-booked');
    `),
};
