import type { Migration } from '../migration';

/**
 * Lists come a page at a time and are searched by the server: indexes for their order, and what is searched as a column of its own. Trigrams make
 * the search quick where PostgreSQL brings them; where it does not, or may not, it is slower and finds the same.
 */
export const listsAsPages: Migration = {
  name: '0005-lists-as-pages',
  up: (run) =>
    run(`
    ALTER TABLE jobs ADD COLUMN find_text text GENERATED ALWAYS AS (lower(number::text || ' ' || title)) STORED;
    ALTER TABLE machines ADD COLUMN find_text text GENERATED ALWAYS AS (lower(name || ' ' || maker || ' ' || model || ' ' || serial)) STORED;
    ALTER TABLE customers ADD COLUMN find_text text GENERATED ALWAYS AS (lower(name)) STORED;
    ALTER TABLE drives ADD COLUMN find_text text GENERATED ALWAYS AS (
      lower(name || ' ' || replace(kind, '-', ' ') || ' ' || (jsonb_path_query_array(document, '$.belts[*].designation'))::text)
    ) STORED;
    CREATE INDEX jobs_open ON jobs (shop_id, status DESC, number DESC);
    CREATE INDEX jobs_machine ON jobs (machine_id, number DESC);
    CREATE INDEX jobs_drive ON jobs (drive_id);
    CREATE INDEX machines_name ON machines (shop_id, name, id);
    CREATE INDEX machines_customer ON machines (customer_id);
    CREATE INDEX machine_drives_drive ON machine_drives (drive_id);
    CREATE INDEX drives_name ON drives (shop_id, name, id);
    CREATE INDEX notebooks_machine ON notebooks (machine_id);
    CREATE INDEX notebooks_drive ON notebooks (drive_id);
    CREATE INDEX shelf_belts_order ON shelf_belts (shop_id, section, designation, id);
    DROP INDEX ticket_entries_job;
    CREATE INDEX ticket_entries_job ON ticket_entries (job_id, id);
    DO $$ BEGIN
      CREATE EXTENSION IF NOT EXISTS pg_trgm;
      CREATE INDEX jobs_find ON jobs USING gin (find_text gin_trgm_ops);
      CREATE INDEX machines_find ON machines USING gin (find_text gin_trgm_ops);
      CREATE INDEX customers_find ON customers USING gin (find_text gin_trgm_ops);
    EXCEPTION WHEN OTHERS THEN
      RAISE NOTICE 'without trigrams: %', SQLERRM;
    END $$;
  `),
};
