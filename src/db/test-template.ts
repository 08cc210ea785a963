import { migrate, openDatabase } from '.';
import { addressOf, templateOf } from './test-template-name';

/** Makes the template of all test databases once per run: the migrations then run once, and not for each test file. */
export default async function makeTemplate(): Promise<() => Promise<void>> {
  const server = process.env['TEST_DATABASE_URL'];
  if (!server) return async () => undefined;
  const name = templateOf(server);
  const onServer = async (...statements: readonly string[]) => {
    const admin = openDatabase(server);
    for (const statement of statements) await admin.sequelize.query(statement);
    await admin.sequelize.close();
  };
  await onServer(`DROP DATABASE IF EXISTS "${name}" WITH (FORCE)`, `CREATE DATABASE "${name}"`);
  const db = openDatabase(addressOf(server, name));
  await migrate(db.sequelize);
  await db.sequelize.close();
  return () => onServer(`DROP DATABASE IF EXISTS "${name}" WITH (FORCE)`);
}
