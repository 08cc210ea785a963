import type { Sequelize } from 'sequelize';
import { SequelizeStorage, Umzug } from 'umzug';
import type { Migration } from './migration';
import { firstTables } from './migrations/0001-first-tables';
import { notebooksAndPhotos } from './migrations/0002-notebooks-and-photos';
import { metersOrdersImports } from './migrations/0003-meters-orders-imports';
import { notebooksOfMachines } from './migrations/0004-notebooks-of-machines';

const MIGRATIONS: readonly Migration[] = [firstTables, notebooksAndPhotos, metersOrdersImports, notebooksOfMachines];

/** Brings the tables up to date, each step in a transaction of its own. Returns the names of the steps that ran. */
export async function migrate(sequelize: Sequelize): Promise<string[]> {
  const umzug = new Umzug({
    migrations: MIGRATIONS.map(({ name, up }) => ({
      name,
      up: () => sequelize.transaction((transaction) => up((sql) => sequelize.query(sql, { transaction }))),
    })),
    storage: new SequelizeStorage({ sequelize }),
    logger: undefined,
  });
  return (await umzug.up()).map((done) => done.name);
}
