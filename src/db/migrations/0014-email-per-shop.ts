import type { Migration } from '../migration';

/** Several shops share a database: one person can have an account in each, with the same address. */
export const emailPerShop: Migration = {
  name: '0014-email-per-shop',
  up: (run) =>
    run(`ALTER TABLE people DROP CONSTRAINT people_email_unique, ADD CONSTRAINT people_email_of_shop_unique UNIQUE (shop_id, email);
      CREATE INDEX people_email ON people (email)`),
};
