import { Sequelize } from 'sequelize';
import { defineModels, type Models } from './models';

export interface Database {
  readonly sequelize: Sequelize;
  readonly models: Models;
}

/** Opens a pool on a PostgreSQL server. Nothing is logged: statements can hold what people typed. */
export function openDatabase(url: string): Database {
  const sequelize = new Sequelize(url, {
    dialect: 'postgres',
    logging: false,
    pool: { max: 12, idle: 10_000 },
    define: { underscored: true, timestamps: false },
  });
  return { sequelize, models: defineModels(sequelize) };
}

const shared = globalThis as { tautDatabase?: Database };

/** The application's one pool, opened at first use. @throws Error where DATABASE_URL is not set, which only a wrong start can cause. */
export function database(): Database {
  if (!shared.tautDatabase) {
    const url = process.env['DATABASE_URL'];
    if (!url) throw new Error('DATABASE_URL is not set; start the application with npm start');
    shared.tautDatabase = openDatabase(url);
  }
  return shared.tautDatabase;
}
