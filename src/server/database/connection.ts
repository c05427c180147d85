import { ConnectionAcquireTimeoutError, Sequelize, type Transaction } from 'sequelize';
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

/** So often a transaction is begun anew that stood in another's way. */
const MOST_ATTEMPTS = 6;

/**
 * Does some work all or nothing. Where the database ends it since two stood in each other's way, it is done anew, so the work
 * must change nothing but the database. The database is started to read what is committed, and nothing twice.
 */
export async function inTransaction<Value>(work: (transaction: Transaction) => Promise<Value>): Promise<Value> {
  const { sequelize } = database();
  for (let attempt = 1; ; attempt++) {
    try {
      return await sequelize.transaction(work);
    } catch (error) {
      if (attempt >= MOST_ATTEMPTS || !isStandstill(error)) throw error;
    }
  }
}

/** A deadlock, or a lock that was waited for too long. */
function isStandstill(error: unknown): boolean {
  return error instanceof Error && /no: (1213|1205),/.test(error.message);
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

/** Whether the database is there, but all connections to it were in use for too long. */
export function isDatabaseBusy(error: unknown): boolean {
  return error instanceof ConnectionAcquireTimeoutError;
}

function hasAwayCode(error: unknown): boolean {
  const text = error instanceof Error ? `${error.message} ${'original' in error ? String(error.original) : ''}` : '';
  return /ECONNREFUSED|ECONNRESET|EPIPE|socket has unexpectedly been closed|pool timeout|Connection killed|server has gone away|shutdown in progress/i.test(
    text,
  );
}
