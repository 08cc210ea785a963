import type { Migration } from '../migration';

/**
 * Record of a machine besides its jobs: meter readings (the first is the value on the machine), documents and pictures.
 * Also stacks of its drives, results of substitutes, parts in stock other than belts, and the limits of the shop.
 */
export const theRecord: Migration = {
  name: '0008-the-record',
  up: (run) =>
    run(`
    CREATE TABLE meter_readings (
      id serial PRIMARY KEY,
      machine_id integer NOT NULL REFERENCES machines ON DELETE CASCADE,
      value double precision NOT NULL CHECK (value >= 0),
      unit text NOT NULL CHECK (unit IN ('h', 'mi', 'km')),
      person_id integer REFERENCES people ON DELETE SET NULL,
      at timestamptz NOT NULL
    );
    CREATE INDEX meter_readings_machine ON meter_readings (machine_id, at);
    INSERT INTO meter_readings (machine_id, value, unit, at) SELECT id, meter, meter_unit, now() FROM machines WHERE meter IS NOT NULL;
    CREATE TABLE documents (
      id serial PRIMARY KEY,
      shop_id integer NOT NULL REFERENCES shops ON DELETE CASCADE,
      machine_id integer REFERENCES machines ON DELETE CASCADE,
      drive_id integer REFERENCES drives ON DELETE CASCADE,
      job_id integer REFERENCES jobs ON DELETE CASCADE,
      station text NOT NULL DEFAULT '',
      name text NOT NULL,
      media_type text NOT NULL,
      bytes bytea NOT NULL,
      person_id integer REFERENCES people ON DELETE SET NULL,
      at timestamptz NOT NULL,
      CHECK (num_nonnulls(machine_id, drive_id, job_id) = 1)
    );
    CREATE INDEX documents_machine ON documents (machine_id) WHERE machine_id IS NOT NULL;
    CREATE INDEX documents_drive ON documents (drive_id) WHERE drive_id IS NOT NULL;
    CREATE INDEX documents_job ON documents (job_id) WHERE job_id IS NOT NULL;
    CREATE TABLE stacks (
      id serial PRIMARY KEY,
      shop_id integer NOT NULL REFERENCES shops ON DELETE CASCADE,
      drive_id integer NOT NULL REFERENCES drives ON DELETE CASCADE,
      pulley text NOT NULL,
      document jsonb NOT NULL,
      person_id integer REFERENCES people ON DELETE SET NULL,
      at timestamptz NOT NULL,
      version integer NOT NULL DEFAULT 1,
      UNIQUE (drive_id, pulley)
    );
    CREATE TABLE trials (
      id serial PRIMARY KEY,
      shop_id integer NOT NULL REFERENCES shops ON DELETE CASCADE,
      entry_id integer NOT NULL UNIQUE REFERENCES ticket_entries ON DELETE CASCADE,
      worked boolean NOT NULL,
      note text NOT NULL DEFAULT '',
      person_id integer REFERENCES people ON DELETE SET NULL,
      at timestamptz NOT NULL
    );
    CREATE INDEX ticket_entries_substitutes ON ticket_entries ((body -> 'drive' ->> 'id'))
      WHERE type = 'belt-booked' AND body ->> 'substitute' = 'true' AND withdrawn_at IS NULL;
    CREATE TABLE parts (
      id serial PRIMARY KEY,
      shop_id integer NOT NULL REFERENCES shops ON DELETE CASCADE,
      name text NOT NULL,
      number text NOT NULL DEFAULT '',
      quantity integer NOT NULL CHECK (quantity >= 0),
      bin text NOT NULL DEFAULT '',
      price_cents integer CHECK (price_cents >= 0),
      version integer NOT NULL DEFAULT 1
    );
    CREATE INDEX parts_shop ON parts (shop_id, name);
    ALTER TABLE shops ADD COLUMN limits jsonb NOT NULL DEFAULT '{}';
  `),
};
