import type { Migration } from '../migration';

export const metersOrdersImports: Migration = {
  name: '0003-meters-orders-imports',
  up: (run) =>
    run(`
    ALTER TABLE machines RENAME COLUMN meter_hours TO meter;
    ALTER TABLE machines ADD COLUMN meter_unit text NOT NULL DEFAULT 'h' CHECK (meter_unit IN ('h', 'mi', 'km'));
    ALTER TABLE shelf_belts ADD COLUMN wanted integer NOT NULL DEFAULT 0 CHECK (wanted BETWEEN 0 AND 100000);
    CREATE TABLE shelf_imports (
      id uuid PRIMARY KEY,
      shop_id integer NOT NULL REFERENCES shops ON DELETE CASCADE,
      changes jsonb NOT NULL,
      answer jsonb NOT NULL,
      taken_back boolean NOT NULL DEFAULT false
    );
    CREATE INDEX shelf_imports_shop ON shelf_imports (shop_id);
  `),
};
