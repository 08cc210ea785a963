import { Sequelize, type Transaction } from 'sequelize';
import type { Database } from '../src/db';

/**
 * Runs many acts of the repositories as one transaction: all of them are kept, or none. The transactions that they would open themselves join it, and
 * so does every statement besides, by the place that Sequelize has for a transaction that is not handed on (its CLS). For a process of its own: that
 * place is one for all.
 */
export async function inOneTransaction(db: Database, work: () => Promise<void>): Promise<void> {
  const { sequelize } = db;
  type Act = (transaction: Transaction) => Promise<unknown>;
  const open = sequelize.transaction.bind(sequelize) as (first?: object, act?: Act) => Promise<unknown>;
  await open({}, async (transaction) => {
    Sequelize.useCLS({
      get: (key: string) => (key === 'transaction' ? transaction : undefined),
      set: (_key: string, value: unknown) => value,
      run: (inside: (context: object) => unknown) => inside({}),
      bind: (inside: unknown) => inside,
    });
    // An act joins; what asks for a transaction without an act (the library's own savepoints) gets one inside this.
    const joined = (first?: object | Act, act?: Act) => {
      const given = typeof first === 'function' ? (first as Act) : act;
      return given ? given(transaction) : open({ ...first, transaction });
    };
    Object.assign(sequelize, { transaction: joined });
    try {
      await work();
    } finally {
      Object.assign(sequelize, { transaction: open });
      delete (Sequelize as unknown as { _cls?: unknown })._cls;
    }
  });
}
