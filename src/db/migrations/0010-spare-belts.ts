import type { Migration } from '../migration';

/** A part may be the spare belt of a variable drive, and takes some days to come. */
export const spareBelts: Migration = {
  name: '0010-spare-belts',
  up: (run) =>
    run(`
    ALTER TABLE parts
      ADD COLUMN fits_drive_id integer REFERENCES drives (id) ON DELETE SET NULL,
      ADD COLUMN supply_days integer CHECK (supply_days > 0);
    CREATE INDEX parts_fits ON parts (fits_drive_id) WHERE fits_drive_id IS NOT NULL;
    `),
};
