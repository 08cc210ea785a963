import { randomBytes } from 'node:crypto';
import { parseArgs } from 'node:util';
import { firstOwnerForm, timeZoneRule } from '../src/contract/forms/account';
import { openDatabase, people } from '../src/db';
import { hashPassword } from '../src/server/password';

/**
 * Adds a shop to the database in DATABASE_URL, and prints a first password of its owner.
 * Input: --shop, --name and --email, and --time-zone by its IANA name (UTC if omitted).
 */
async function main(args: readonly string[], url: string | undefined): Promise<string> {
  if (!url) return refuse('DATABASE_URL is not set.');
  const option = { type: 'string' } as const;
  const { values } = parseArgs({ args: [...args], options: { shop: option, name: option, email: option, 'time-zone': option } });
  const password = randomBytes(12).toString('base64url');
  const form = firstOwnerForm.safeParse({ shop: '', name: '', email: '', ...values, password });
  if (!form.success) {
    const [issue] = form.error.issues;
    return refuse(`--${String(issue?.path[0])}: ${issue?.message}`);
  }
  const zone = timeZoneRule.safeParse(values['time-zone'] ?? 'UTC');
  if (!zone.success) return refuse(`--time-zone: ${zone.error.issues[0]?.message}`);
  const { shop, name, email } = form.data;
  const db = openDatabase(url);
  try {
    await people.addShop(db, shop, { name, email, passwordHash: await hashPassword(password) }, zone.data);
  } finally {
    await db.sequelize.close();
  }
  return `Shop added. ${email} can sign in with the password ${password} and should change it in the settings.`;
}

/** Ends with a sentence for the operator. */
function refuse(problem: string): string {
  process.exitCode = 1;
  return problem;
}

main(process.argv.slice(2), process.env['DATABASE_URL']).then(
  (said) => console.log(said),
  (error: Error) => console.log(refuse(error.message)),
);
