import { AsyncLocalStorage, AsyncResource } from 'node:async_hooks';
import { Sequelize, type Transaction } from 'sequelize';
import { defineModels, type Models } from './models';

export interface Database {
  readonly sequelize: Sequelize;
  readonly models: Models;
  /**
   * Runs statements in one transaction, which those inside need not name. Within another it is part of that one, so that an act made of several
   * writes is whole or not at all.
   */
  readonly transact: <T>(run: (transaction: Transaction) => Promise<T>) => Promise<T>;
}

/** One for the process: a bundler may load this module more than once, and all of them share one pool. */
const shared = globalThis as { tautDatabase?: Database; tautTransactions?: AsyncLocalStorage<Map<string, unknown>> };
const store = (shared.tautTransactions ??= new AsyncLocalStorage<Map<string, unknown>>());

/** What Sequelize asks of a continuation-local store, kept by Node's own. */
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

/** Opens a pool on a PostgreSQL server. Nothing is logged: statements can hold what people typed. */
export function openDatabase(url: string): Database {
  const sequelize = new Sequelize(url, {
    dialect: 'postgres',
    logging: false,
    pool: { max: 12, idle: 10_000 },
    define: { underscored: true, timestamps: false },
  });
  return {
    sequelize,
    models: defineModels(sequelize),
    transact: (run) => {
      const outer = namespace.get('transaction') as (Transaction & { sequelize?: Sequelize }) | null | undefined;
      return outer && outer.sequelize === sequelize ? run(outer) : sequelize.transaction(run);
    },
  };
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
