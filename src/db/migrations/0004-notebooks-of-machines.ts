import type { Migration } from '../migration';

export const notebooksOfMachines: Migration = {
  name: '0004-notebooks-of-machines',
  up: (run) =>
    run(`
    ALTER TABLE notebooks ADD COLUMN machine_id integer REFERENCES machines ON DELETE SET NULL;
  `),
};
