import { isIP } from 'node:net';
import { followUps, jobStages, migrate, openDatabase, people, type Database } from '../src/db';
import { DEMO_ACCOUNTS } from './demo-accounts';
import { seedDemo } from './demo-seed';

/** Error that the person who started this can fix. It is printed as one sentence, without a stack trace. */
class Refusal extends Error {}

/**
 * `migrate` updates the tables. `demo-stays-home` refuses demo accounts on a server that other machines can reach.
 * `seed` loads the demo shop if there are no accounts, in one transaction, and prints how to sign in.
 */
async function main(acts: readonly string[], url: string | undefined): Promise<void> {
  if (!url) throw new Refusal('DATABASE_URL is not set.');
  const db = openDatabase(url);
  try {
    if (acts.includes('migrate')) {
      const ran = await migrate(db.sequelize);
      if (ran.includes('0012-stages-by-lines')) await jobStages.storeOpenStages(db);
      await followUps.deriveStale(db);
      if (ran.length > 0) console.log(`Database brought up to date: ${ran.join(', ')}.`);
    }
    if (acts.includes('demo-stays-home')) await demoStaysHome(db, process.env['TAUT_HOST'] ?? '127.0.0.1', acts.includes('seed'));
    if (acts.includes('seed')) {
      if (await seedOnce(db)) console.log('Demo shop loaded.');
      console.log(
        `\nSign in as ${DEMO_ACCOUNTS.map((a) => `${a.email} (${a.role})`).join(', ')}\nPassword for each: ${DEMO_ACCOUNTS[0].password}`,
      );
    }
  } finally {
    await db.sequelize.close();
  }
}

/** Any number that nothing else locks by. */
const SEED_LOCK = 20261126;

/** Loads the demo shop where no one is there yet; whether it did. One that an interrupted start left at it is waited for, and what it did counts. */
function seedOnce(db: Database): Promise<boolean> {
  return db.transact(async (transaction) => {
    await db.sequelize.query(`SELECT pg_advisory_xact_lock(${SEED_LOCK})`, { transaction });
    if (await people.anyPerson(db)) return false;
    await seedDemo(db, new Date());
    return true;
  });
}

/** The password of the demo accounts is public, so anyone who can reach the server could sign in. */
async function demoStaysHome(db: Database, host: string, wanted: boolean): Promise<void> {
  // A host name can resolve to any address, even a local-sounding one.
  if (host === 'localhost' || host === '::1' || (isIP(host) === 4 && host.startsWith('127.'))) return;
  const there = await Promise.all(DEMO_ACCOUNTS.map(({ email }) => people.findCredentials(db, email)));
  const active = there.some((found) => found.some(({ person }) => person.active));
  const first = wanted && !(await people.anyPerson(db));
  if (!active && !first) return;
  throw new Refusal(
    `TAUT_HOST is ${host}, which other machines can reach, and the password of the demo accounts is public. ${
      active
        ? 'Create your own owner account and deactivate the demo accounts under Settings'
        : 'Start with --empty and create your own owner account at the first visit'
    }. To serve them anyway, start with --demo-anyway.`,
  );
}

/** Errors of the database itself, for the person who set its address. */
function sentenceOf(error: unknown): string | null {
  if (error instanceof Refusal) return error.message;
  const { code } = ((error as { original?: { code?: string } }).original ?? {}) as { code?: string };
  const what = {
    '28P01': 'the password is wrong',
    '28000': 'that user may not sign in',
    '3D000': 'there is no database of that name',
    '42501': 'that user may not make tables',
  };
  const why =
    what[code as keyof typeof what] ?? ((error as Error).name?.startsWith('SequelizeConnection') ? (error as Error).message : null);
  return why === null ? null : `The database cannot be used: ${why}. See DATABASE_URL.`;
}

main(process.argv.slice(2), process.env['DATABASE_URL']).catch((error: unknown) => {
  console.error(sentenceOf(error) ?? error);
  process.exitCode = 1;
});
