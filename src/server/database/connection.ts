import { Sequelize } from 'sequelize';
import { databaseSettings } from '../settings';
import { defineModels, type Models } from './models';

export const DATABASE_NAME = 'gorge';

interface Connection {
  sequelize: Sequelize;
  models: Models;
}

// Kept on globalThis, since the web server loads modules more than once.
const holder = globalThis as unknown as { gorgeConnection?: Connection };

/** The connection pool to the private database on loopback. Lost connections are replaced by the pool. */
export function database(): Connection {
  holder.gorgeConnection ??= connect();
  return holder.gorgeConnection;
}

function connect(): Connection {
  const { databasePort, databasePassword } = databaseSettings();
  const sequelize = new Sequelize(DATABASE_NAME, 'gorge', databasePassword, {
    dialect: 'mariadb',
    host: '127.0.0.1',
    port: databasePort,
    logging: false,
    pool: { max: 8, min: 0, acquire: 5000, idle: 10_000 },
    dialectOptions: { connectTimeout: 2000 },
    define: { timestamps: false, underscored: true },
  });
  return { sequelize, models: defineModels(sequelize) };
}

/** Ends all connections; for tests and shutdown. */
export async function closeDatabase(): Promise<void> {
  await holder.gorgeConnection?.sequelize.close();
  holder.gorgeConnection = undefined;
}

/** Whether an error means that the database cannot be reached just now. */
export function isDatabaseAway(error: unknown): boolean {
  return error instanceof Error &&
    /^Sequelize(Connection|HostNotReachable|AccessDenied|ConnectionAcquireTimeout)/.test(error.name + '')
    ? true
    : hasAwayCode(error);
}

function hasAwayCode(error: unknown): boolean {
  const text = error instanceof Error ? `${error.message} ${'original' in error ? String(error.original) : ''}` : '';
  return /ECONNREFUSED|ECONNRESET|EPIPE|socket has unexpectedly been closed|pool timeout|Connection killed|server has gone away|shutdown in progress/i.test(
    text,
  );
}
