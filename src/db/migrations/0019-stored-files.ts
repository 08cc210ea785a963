import type { Migration } from '../migration';

/** Files can be in an object store instead of the row. Each has exactly one place. */
export const storedFiles: Migration = {
  name: '0019-stored-files',
  up: (run) =>
    run(
      ['documents', 'photos']
        .map(
          (table) => `ALTER TABLE ${table} ADD COLUMN object_key text UNIQUE, ALTER COLUMN bytes DROP NOT NULL;
      ALTER TABLE ${table} ADD CONSTRAINT ${table}_one_place CHECK ((bytes IS NULL) <> (object_key IS NULL))`,
        )
        .join(';\n'),
    ),
};
