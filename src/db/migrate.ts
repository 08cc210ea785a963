import { QueryTypes, type Sequelize, type Transaction } from 'sequelize';
import { Umzug } from 'umzug';
import type { Migration } from './migration';
import { firstTables } from './migrations/0001-first-tables';
import { notebooksAndPhotos } from './migrations/0002-notebooks-and-photos';
import { metersOrdersImports } from './migrations/0003-meters-orders-imports';
import { notebooksOfMachines } from './migrations/0004-notebooks-of-machines';
import { listsAsPages } from './migrations/0005-lists-as-pages';
import { actsAndForms } from './migrations/0006-acts-and-forms';
import { theBay } from './migrations/0007-the-bay';
import { theRecord } from './migrations/0008-the-record';
import { readingsFound } from './migrations/0009-readings-found';
import { spareBelts } from './migrations/0010-spare-belts';
import { practiceAndBase } from './migrations/0011-practice-and-base';
import { stagesByLines } from './migrations/0012-stages-by-lines';
import { currency } from './migrations/0013-currency';
import { emailPerShop } from './migrations/0014-email-per-shop';
import { confirmedCauses } from './migrations/0015-confirmed-causes';
import { presence } from './migrations/0016-presence';
import { followUpTables } from './migrations/0017-follow-ups';
import { calendarFeeds } from './migrations/0018-calendar-feeds';
import { storedFiles } from './migrations/0019-stored-files';
import { access } from './migrations/0020-access';

export const MIGRATIONS: readonly Migration[] = [
  firstTables,
  notebooksAndPhotos,
  metersOrdersImports,
  notebooksOfMachines,
  listsAsPages,
  actsAndForms,
  theBay,
  theRecord,
  readingsFound,
  spareBelts,
  practiceAndBase,
  stagesByLines,
  currency,
  emailPerShop,
  confirmedCauses,
  presence,
  followUpTables,
  calendarFeeds,
  storedFiles,
  access,
];

/** Name of the latest migration: the version of the tables. */
export const latestMigration = (): string => MIGRATIONS.at(-1)!.name;

/** Runs one migration in the current transaction, on the tables of its search path, without a note. */
export const runMigration = (sequelize: Sequelize, { up }: Migration, transaction?: Transaction): Promise<unknown> =>
  up((sql) => sequelize.query(sql, transaction ? { transaction } : {}));

/** Any number that nothing else locks by. */
const LOCK = 20260501;

/**
 * Updates the tables. Each step is one transaction with its note, so that it runs exactly once, even after an
 * interruption. Simultaneous runs wait for each other. Returns the names of the steps that ran.
 */
export async function migrate(sequelize: Sequelize, migrations: readonly Migration[] = MIGRATIONS): Promise<string[]> {
  const lock = (transaction: Transaction) => sequelize.query(`SELECT pg_advisory_xact_lock(${LOCK})`, { transaction });
  await sequelize.transaction(async (transaction) => {
    await lock(transaction);
    await sequelize.query('CREATE TABLE IF NOT EXISTS sequelize_meta (name varchar(255) PRIMARY KEY)', { transaction });
  });
  const executed = async () =>
    (await sequelize.query<{ name: string }>('SELECT name FROM sequelize_meta ORDER BY name', { type: QueryTypes.SELECT })).map(
      (r) => r.name,
    );
  const ran: string[] = [];
  const umzug = new Umzug({
    migrations: migrations.map(({ name, up }) => ({
      name,
      up: () =>
        sequelize.transaction(async (transaction) => {
          await lock(transaction);
          const taken = await sequelize.query('SELECT 1 FROM sequelize_meta WHERE name = $1', {
            bind: [name],
            transaction,
            type: QueryTypes.SELECT,
          });
          if (taken.length > 0) return;
          await runMigration(sequelize, { name, up }, transaction);
          await sequelize.query('INSERT INTO sequelize_meta (name) VALUES ($1)', { bind: [name], transaction });
          ran.push(name);
        }),
    })),
    // The note is made with the step itself.
    storage: { executed, logMigration: async () => undefined, unlogMigration: async () => undefined },
    logger: undefined,
  });
  await umzug.up();
  return ran;
}
