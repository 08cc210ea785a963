import { migrate, openDatabase, people } from '../src/db';
import { DEMO_ACCOUNTS } from './demo-accounts';
import { seedDemo } from './demo-seed';

/** `migrate` brings the tables up to date; `seed` loads the demo shop where no one is there yet and says how to sign in. */
async function main(acts: readonly string[], url: string | undefined): Promise<void> {
  if (!url) throw new Error('DATABASE_URL is not set');
  const db = openDatabase(url);
  if (acts.includes('migrate')) {
    const ran = await migrate(db.sequelize);
    if (ran.length > 0) console.log(`Database brought up to date: ${ran.join(', ')}.`);
  }
  if (acts.includes('seed')) {
    if (!(await people.anyPerson(db))) {
      await seedDemo(db, new Date());
      console.log('Demo shop loaded.');
    }
    console.log(
      `\nSign in as ${DEMO_ACCOUNTS.map((a) => `${a.email} (${a.role})`).join(', ')}\nPassword for each: ${DEMO_ACCOUNTS[0].password}`,
    );
  }
  await db.sequelize.close();
}

main(process.argv.slice(2), process.env['DATABASE_URL']).catch((error: unknown) => {
  console.error(error);
  process.exitCode = 1;
});
