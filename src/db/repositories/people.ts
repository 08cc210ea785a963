import { Op, QueryTypes } from 'sequelize';
import { readLimits, type ShopLimits } from '../../core/machine';
import { ROW_TO_CHANGE, type Database, type ShopDatabase } from '../connection';
import { DEFAULT_PREFERENCES, readPreferences } from '../stored-documents';
import type { PersonRow, ShopRow } from '../rows';
import { done, refused, stale, onUniqueViolation } from '../outcome';
import type { Role } from '../../core/role';
import type { Outcome, Person, Preferences, Shop } from '../../contract/records';

const plain = (row: PersonRow): Person => ({
  id: row.id,
  shopId: row.shopId,
  email: row.email,
  name: row.name,
  role: row.role,
  active: row.active,
  preferences: readPreferences(row.preferences),
  version: row.version,
});

export async function anyPerson(db: Database): Promise<boolean> {
  return (await db.models.Person.count()) > 0;
}

/** Ids of all shops of the database. */
export async function shopIds(db: Database): Promise<number[]> {
  return (await db.models.Shop.findAll({ attributes: ['id'], order: [['id', 'ASC']], raw: true })).map(({ id }) => id);
}

export async function shopOf(db: ShopDatabase): Promise<Shop> {
  const row = await db.models.Shop.findByPk(db.shopId, { rejectOnEmpty: true });
  return plainShop(row);
}

const plainShop = (row: ShopRow): Shop => ({
  id: row.id,
  name: row.name,
  timeZone: row.timeZone,
  currency: row.currency,
  limits: readLimits(row.limits),
  version: row.version,
});

/**
 * Changes the name, time zone, currency and limits of a shop, on top of the version that was read. An omitted currency
 * or omitted limits stay unchanged.
 */
export async function changeShop(
  db: ShopDatabase,
  version: number,
  change: Pick<Shop, 'name' | 'timeZone'> & { readonly currency?: string | undefined; readonly limits?: ShopLimits | undefined },
): Promise<Outcome<Shop, Shop>> {
  return db.transact(async (transaction) => {
    const row = await db.models.Shop.findByPk(db.shopId, { transaction, lock: ROW_TO_CHANGE, rejectOnEmpty: true });
    if (row.version !== version) return stale('shop', plainShop(row));
    const { limits = readLimits(row.limits), currency = row.currency, ...named } = change;
    await row.update({ ...named, currency, limits, version: version + 1 }, { transaction });
    return done(plainShop(row));
  });
}

interface Owner {
  readonly name: string;
  readonly email: string;
  readonly passwordHash: string;
}

/** Makes the first shop and its owner together. Refused once anyone exists: only a first start may do this. */
export async function createShop(db: Database, shop: string, owner: Owner, timeZone: string): Promise<Outcome<Person>> {
  return db.transact(async (transaction) => {
    await db.sequelize.query('LOCK TABLE people IN EXCLUSIVE MODE', { transaction });
    if ((await db.models.Person.count({ transaction })) > 0) return refused('This shop already has an owner. Sign in instead.');
    return done(await addShop(db, shop, owner, timeZone));
  });
}

/** Adds another shop with its owner. Only the operator of the server does this. */
export async function addShop(db: Database, shop: string, owner: Owner, timeZone: string): Promise<Person> {
  return db.transact(async (transaction) => {
    const { id: shopId } = await db.models.Shop.create({ name: shop, timeZone }, { transaction });
    const row = await db.models.Person.create(
      { shopId, role: 'owner', preferences: DEFAULT_PREFERENCES, ...owner, email: owner.email.toLowerCase() },
      { transaction },
    );
    return plain(row);
  });
}

export async function listPeople(db: ShopDatabase): Promise<Person[]> {
  return (await db.models.Person.findAll({ where: { shopId: db.shopId }, order: [['name', 'ASC']] })).map(plain);
}

/** An account that an address can sign in to. */
export interface Credentials {
  readonly person: Person;
  readonly shopName: string;
  readonly passwordHash: string;
}

/** Largest number of shops per address: each one costs the check of a password. */
const MOST_SHOPS = 10;

/** Accounts of an address: at most one of each shop. */
export async function findCredentials(db: Database, email: string): Promise<Credentials[]> {
  const rows = await db.models.Person.findAll({ where: { email: email.toLowerCase() }, order: [['id', 'ASC']], limit: MOST_SHOPS });
  const shops = await db.models.Shop.findAll({ where: { id: rows.map((row) => row.shopId) }, attributes: ['id', 'name'], raw: true });
  const names = new Map(shops.map(({ id, name }) => [id, name]));
  return rows.map((row) => ({ person: plain(row), shopName: names.get(row.shopId) ?? '', passwordHash: row.passwordHash }));
}

export async function passwordHashOf(db: ShopDatabase, id: number): Promise<string | undefined> {
  return (await db.models.Person.findOne({ where: { id, shopId: db.shopId } }))?.passwordHash;
}

export async function addPerson(
  db: ShopDatabase,
  person: { name: string; email: string; role: Role; passwordHash: string },
): Promise<Outcome<Person>> {
  return onUniqueViolation(`Someone with the address ${person.email} is already here.`, async () =>
    done(
      plain(
        await db.models.Person.create({
          shopId: db.shopId,
          preferences: DEFAULT_PREFERENCES,
          ...person,
          email: person.email.toLowerCase(),
        }),
      ),
    ),
  );
}

/** Changes role or access. The last active owner cannot be demoted or deactivated. */
export async function changePerson(
  db: ShopDatabase,
  id: number,
  version: number,
  change: { role: Role; active: boolean },
): Promise<Outcome<Person, Person>> {
  return db.transact(async (transaction) => {
    const owners = await db.models.Person.findAll({
      where: { shopId: db.shopId, role: 'owner', active: true },
      transaction,
      lock: ROW_TO_CHANGE,
    });
    const row = await db.models.Person.findOne({ where: { id, shopId: db.shopId }, transaction, lock: ROW_TO_CHANGE });
    if (!row) return refused('This person was deleted.');
    if (row.version !== version) return stale('person', plain(row));
    const stays = change.role === 'owner' && change.active;
    if (!stays && owners.length === 1 && owners[0]?.id === id)
      return refused('A shop needs an active owner. Make another person owner first.');
    await row.update({ ...change, version: version + 1 }, { transaction });
    if (!change.active) await db.models.Session.destroy({ where: { personId: id }, transaction });
    return done(plain(row));
  });
}

/** Sets a new password and ends every session that was opened with the old one, but for the one named. */
export async function setPassword(db: ShopDatabase, id: number, passwordHash: string, keepSession?: string): Promise<Outcome<null>> {
  return db.transact(async (transaction) => {
    const [changed] = await db.models.Person.update({ passwordHash }, { where: { id, shopId: db.shopId }, transaction });
    if (changed === 0) return refused('This person was deleted.');
    await db.models.Session.destroy({ where: { personId: id, ...(keepSession ? { id: { [Op.ne]: keepSession } } : {}) }, transaction });
    return done(null);
  });
}

/** One person's own choices; the last one made counts. */
export async function setPreferences(db: ShopDatabase, id: number, preferences: Preferences): Promise<void> {
  await db.models.Person.update({ preferences }, { where: { id, shopId: db.shopId } });
}

/** Opens a session. @param browser as the browser reports itself */
export async function openSession(
  db: Database,
  session: { readonly id: string; readonly personId: number; readonly expiresAt: Date; readonly browser: string },
  now: Date,
): Promise<void> {
  await db.models.Session.destroy({ where: { expiresAt: { [Op.lt]: now } } });
  await db.models.Session.create({ ...session, startedAt: now });
}

export async function personOfSession(db: Database, id: string, now: Date): Promise<Person | null> {
  // One statement: every page and command asks this first.
  const [row] = await db.sequelize.query(
    'SELECT p.* FROM sessions s JOIN people p ON p.id = s.person_id WHERE s.id = $1 AND s.expires_at > $2 AND p.active',
    { bind: [id, now], type: QueryTypes.SELECT, model: db.models.Person, mapToModel: true },
  );
  return row ? plain(row) : null;
}

export async function closeSession(db: Database, id: string): Promise<void> {
  await db.models.Session.destroy({ where: { id } });
}

/**
 * Counts an attempt for every subject (account, address), and returns true if all are within the limit. A refused
 * attempt is not counted, so guessing does not extend the lockout. Attempts on one subject wait for each other, so that
 * simultaneous ones cannot pass together. Uses the clock of the database, since server clocks differ and can be set.
 */
export async function countAttempt(
  db: Database,
  subjects: readonly { readonly subject: string; readonly limit: number }[],
  windowMs: number,
): Promise<boolean> {
  return db.transact(async (transaction) => {
    const run = <T extends object>(sql: string, bind: readonly unknown[]) =>
      db.sequelize.query<T>(sql, { bind: [...bind], transaction, type: QueryTypes.SELECT });
    // Always in one order, or two of them would wait for each other for ever.
    for (const { subject } of [...subjects].sort((a, b) => (a.subject < b.subject ? -1 : 1)))
      await run('SELECT pg_advisory_xact_lock(hashtextextended($1, 0))', [subject]);
    await run(`DELETE FROM sign_in_attempts WHERE at < clock_timestamp() - $1 * interval '1 millisecond'`, [windowMs]);
    const counts = await run<{ subject: string; n: string }>(
      'SELECT subject, count(*) AS n FROM sign_in_attempts WHERE subject = ANY($1) GROUP BY subject',
      [subjects.map((s) => s.subject)],
    );
    const count = new Map(counts.map((c) => [c.subject, Number(c.n)]));
    if (subjects.some(({ subject, limit }) => (count.get(subject) ?? 0) >= limit)) return false;
    await run('INSERT INTO sign_in_attempts (subject, at) SELECT unnest($1::text[]), clock_timestamp()', [subjects.map((s) => s.subject)]);
    return true;
  });
}

/** Subjects of attempts on an account: all of them, and those from one address. */
export const accountSubject = (email: string): string => `account:${email}`;
export const pairSubject = (email: string, address: string): string => `from ${address}:${email}`;

export async function forgetAttempts(db: Database, subjects: readonly string[]): Promise<void> {
  await db.models.SignInAttempt.destroy({ where: { subject: [...subjects] } });
}

/** Forgets every attempt on a person's account, wherever it came from. */
export async function forgetAttemptsOn(db: ShopDatabase, personId: number): Promise<void> {
  const person = await db.models.Person.findOne({ where: { id: personId, shopId: db.shopId } });
  if (!person) return;
  await db.sequelize.query(
    `DELETE FROM sign_in_attempts WHERE subject = $1 OR (starts_with(subject, 'from ') AND right(subject, length($2)) = $2)`,
    {
      bind: [accountSubject(person.email), `:${person.email}`],
    },
  );
}

/** Names of the authors of rows, by id. '' if unknown. */
export async function namesOf(
  db: ShopDatabase,
  rows: readonly { readonly personId: number | null }[],
): Promise<(id: number | null) => string> {
  const ids = [...new Set(rows.flatMap((r) => (r.personId === null ? [] : [r.personId])))];
  const people = ids.length === 0 ? [] : await db.models.Person.findAll({ where: { id: ids }, attributes: ['id', 'name'], raw: true });
  const names = new Map(people.map((p) => [p.id, p.name]));
  return (id) => (id === null ? '' : (names.get(id) ?? ''));
}
