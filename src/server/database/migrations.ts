import type { QueryInterface } from 'sequelize';
import { SequelizeStorage, Umzug, type InputMigrations } from 'umzug';
import { key, long, maybeLong, maybeReal, maybeText, maybeTime, real, text, time, whole } from './columns';
import { database } from './connection';

/** Steps forward, in order; a step that has been released is never changed. */
const MIGRATIONS: InputMigrations<QueryInterface> = [
  {
    name: '001-games-revisions-batches',
    async up({ context }) {
      await context.createTable('games', {
        id: { ...text(64), ...key },
        name: text(80),
        revision: text(64),
        saved_at: time(),
      });
      await context.createTable('revisions', {
        game_id: { ...text(64), ...key },
        hash: { ...text(64), ...key },
        document: long(),
        saved_at: time(),
      });
      await context.createTable('batches', {
        id: { ...whole(), ...key, autoIncrement: true },
        game_id: text(64),
        revision: text(64),
        level_id: text(64),
        level_name: text(80),
        stand_in_id: text(64),
        first_seed: whole(),
        runs: whole(),
        status: text(16),
        error: maybeLong(),
        started_at: time(),
        finished_at: maybeTime(),
      });
      await context.addIndex('batches', ['game_id', 'id']);
      await context.createTable('chunks', {
        batch_id: { ...whole(), ...key },
        first_seed: { ...whole(), ...key },
        runs: whole(),
        pacing: long(),
      });
      await context.createTable('runs', {
        batch_id: { ...whole(), ...key },
        seed: { ...whole(), ...key },
        outcome: text(16),
        cause: text(32),
        piece: maybeText(64),
        ticks: whole(),
        x: real(),
        y: real(),
        hash: text(16),
      });
      await context.addIndex('runs', ['batch_id', 'ticks']);
    },
  },
  {
    name: '002-box-only',
    up: async ({ context }) => {
      // Runs that were kept before had round bodies only, where box and shape were never told apart.
      await context.addColumn('runs', 'box_only', { ...whole(), defaultValue: 0 });
    },
  },
  {
    name: '003-near-misses',
    up: async ({ context }) => {
      // In runs that were kept before they were not counted.
      await context.addColumn('runs', 'near_misses', { ...whole(), defaultValue: 0 });
    },
  },
  {
    name: '004-notes',
    up: async ({ context }) => {
      // Nothing was noted of runs that were kept before.
      await context.addColumn('chunks', 'notes', maybeLong());
    },
  },
  {
    name: '005-engine',
    up: async ({ context }) => {
      // All that was kept before came from the first version of the engine.
      await context.addColumn('batches', 'engine', { ...whole(), defaultValue: 1 });
    },
  },
  {
    name: '006-played',
    up: async ({ context }) => {
      // Of runs that were kept before, points and ways are not known.
      await context.addColumn('runs', 'score', maybeReal());
      await context.addColumn('runs', 'distance', maybeReal());
    },
  },
];

/** Brings the tables up to date; does nothing when they are. */
export async function migrate(): Promise<void> {
  const { sequelize } = database();
  const umzug = new Umzug({
    migrations: MIGRATIONS,
    context: sequelize.getQueryInterface(),
    storage: new SequelizeStorage({ sequelize }),
    logger: undefined,
  });
  await umzug.up();
}
