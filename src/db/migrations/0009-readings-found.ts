import type { Migration } from '../migration';

/** Widths and tensions are searched across all tickets: a few kinds of entry among many. */
export const readingsFound: Migration = {
  name: '0009-readings-found',
  up: (run) =>
    run(`
    CREATE INDEX ticket_entries_readings ON ticket_entries (type, job_id) WHERE type IN ('width', 'reading', 'tension-decided', 'belt-booked');
    `),
};
