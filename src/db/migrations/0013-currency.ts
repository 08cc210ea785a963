import type { Migration } from '../migration';

/** Currency of a shop, ISO 4217. Prices had no currency before: the owner chooses another one in the settings. */
export const currency: Migration = {
  name: '0013-currency',
  up: (run) => run(`ALTER TABLE shops ADD COLUMN currency text NOT NULL DEFAULT 'EUR' CHECK (currency ~ '^[A-Z]{3}$')`),
};
