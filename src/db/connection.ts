import { AsyncLocalStorage, AsyncResource } from 'node:async_hooks';
import { setTimeout as pause } from 'node:timers/promises';
import { DatabaseError, Sequelize, Transaction } from 'sequelize';
import { defineModels, type Models } from './models';

export interface Database {
  readonly sequelize: Sequelize;
  /** Tables that are read before the shop is known: at sign-in and for sessions. */
  readonly models: Pick<Models, 'Shop' | 'Person' | 'Session' | 'SignInAttempt'>;
  /** The same connection for the records of one shop. */
  readonly ofShop: (shopId: number) => ShopDatabase;
  /**
   * Runs statements in one transaction, without passing it to them. Inside another transaction it joins it, so that a
   * command with several writes is atomic.
   */
  readonly transact: <T>(run: (transaction: Transaction) => Promise<T>) => Promise<T>;
}

/** A database for the records of one shop. Repositories need it, so no record is read or written without a shop. */
export interface ShopDatabase extends Database {
  readonly shopId: number;
  readonly models: Models;
}

/**
 * Lock of a row that will be changed, but not its key. Rows that refer to it by a foreign key lock only its key. Thus
 * two writers that refer to one shop do not block each other, as they would with `lock: true`.
 */
export const ROW_TO_CHANGE = Transaction.LOCK.NO_KEY_UPDATE;

/** PostgreSQL broke a transaction off because of another one: deadlock found, and serialization failure. It can be run again. */
const RUN_AGAIN = new Set(['40P01', '40001']);
const MOST_RUNS = 5;
const PAUSE_MS = 20;

/** SQLSTATE of a failed statement; null for any other error. */
export const sqlState = (error: unknown): string | null =>
  error instanceof DatabaseError ? ((error.parent as { code?: string } | undefined)?.code ?? null) : null;

/** One for the process: a bundler may load this module more than once, and all of them share one pool. */
const shared = globalThis as { tautDatabase?: Database; tautTransactions?: AsyncLocalStorage<Map<string, unknown>> };
const store = (shared.tautTransactions ??= new AsyncLocalStorage<Map<string, unknown>>());

/** Interface that Sequelize needs of a continuation-local store, on top of AsyncLocalStorage. */
const namespace = {
  bind: (run: (...given: unknown[]) => unknown) => AsyncResource.bind(run),
  run: (inside: (context: Map<string, unknown>) => unknown) => {
    const context = new Map(store.getStore());
    return store.run(context, () => inside(context));
  },
  get: (key: string): unknown => store.getStore()?.get(key),
  set: (key: string, value: unknown): void => void store.getStore()?.set(key, value),
};
Sequelize.useCLS(namespace);

/** Connections of one server, unless TAUT_POOL is another number. */
const USUAL_POOL = 12;

/** Connections of a pool: a whole number from 2 to 200. */
export const poolSize = (text: string | undefined): number => {
  const wanted = Number(text);
  return Number.isInteger(wanted) && wanted >= 2 && wanted <= 200 ? wanted : USUAL_POOL;
};

/** Opens a pool on a PostgreSQL server. Nothing is logged: statements can hold what people typed. */
export function openDatabase(url: string): Database {
  const sequelize = new Sequelize(url, {
    dialect: 'postgres',
    logging: false,
    pool: { max: poolSize(process.env['TAUT_POOL']), idle: 10_000 },
    define: { underscored: true, timestamps: false },
  });
  const models = defineModels(sequelize);
  const { Shop, Person, Session, SignInAttempt } = models;
  const opened: Database = {
    sequelize,
    models: { Shop, Person, Session, SignInAttempt },
    transact: (run) => {
      const outer = namespace.get('transaction') as (Transaction & { sequelize?: Sequelize }) | null | undefined;
      return outer && outer.sequelize === sequelize ? run(outer) : whole(() => sequelize.transaction(run));
    },
    ofShop: (shopId) => ({ ...opened, models, shopId }),
  };
  return opened;
}

/** Runs a whole transaction, again where another one broke it off. */
async function whole<T>(run: () => Promise<T>): Promise<T> {
  for (let runs = 1; ; runs++) {
    try {
      return await run();
    } catch (error) {
      if (runs >= MOST_RUNS || !RUN_AGAIN.has(sqlState(error) ?? '')) throw error;
      // Each waits differently, so that they do not meet again.
      await pause(PAUSE_MS * runs * (0.5 + Math.random()));
    }
  }
}

/** The application's one pool, opened at first use. @throws Error where DATABASE_URL is not set, which only a wrong start can cause. */
export function database(): Database {
  if (!shared.tautDatabase) {
    const url = process.env['DATABASE_URL'];
    if (!url) throw new Error('DATABASE_URL is not set; start the application with npm start');
    shared.tautDatabase = openDatabase(url);
  }
  return shared.tautDatabase;
}
