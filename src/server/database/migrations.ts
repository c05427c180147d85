import { SequelizeStorage, Umzug, type InputMigrations } from 'umzug';
import {
  key,
  long,
  maybeLong,
  maybeReal,
  maybeText,
  maybeTime,
  maybeWhole,
  real,
  text,
  time,
  whole,
  yesOrNo,
} from './columns';
import { database } from './connection';
import { Tables } from './tables';

/** Columns that a batch had when it had one arm only. While the first of them is there, none has been dropped. */
const MOVED_TO_ARMS = ['revision', 'level_id', 'level_name', 'runs', 'sheet', 'stand_in_id'];

/** Steps forward, in order; what a step that has been released makes of the tables is never changed. */
const MIGRATIONS: InputMigrations<Tables> = [
  {
    name: '001-games-revisions-batches',
    async up({ context }) {
      await context.create('games', {
        id: { ...text(64), ...key },
        name: text(80),
        revision: text(64),
        saved_at: time(),
      });
      await context.create('revisions', {
        game_id: { ...text(64), ...key },
        hash: { ...text(64), ...key },
        document: long(),
        saved_at: time(),
      });
      await context.create('batches', {
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
      await context.create('chunks', {
        batch_id: { ...whole(), ...key },
        first_seed: { ...whole(), ...key },
        runs: whole(),
        pacing: long(),
      });
      await context.create('runs', {
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
  {
    name: '007-versions-and-sheets',
    up: async ({ context }) => {
      // Stand-ins had no version of their own before; those of engine 7 are version 1.
      await context.addColumn('batches', 'stand_ins', { ...whole(), defaultValue: 0 });
      await context.change('UPDATE batches SET stand_ins = 1 WHERE engine = 7');
      await context.addColumn('batches', 'sheet', maybeLong());
      await context.addColumn('batches', 'controls', maybeLong());
      await context.addColumn('chunks', 'engine', { ...whole(), defaultValue: 0 });
      await context.addColumn('chunks', 'stand_ins', { ...whole(), defaultValue: 0 });
      await context.change(
        'UPDATE chunks JOIN batches ON batches.id = chunks.batch_id ' +
          'SET chunks.engine = batches.engine, chunks.stand_ins = batches.stand_ins WHERE chunks.engine = 0',
      );
    },
  },
  {
    name: '008-history',
    up: async ({ context }) => {
      await context.addColumn('games', 'removed_at', maybeTime());
      await context.addColumn('batches', 'removed_at', maybeTime());
      await context.create('saves', {
        id: { ...whole(), ...key, autoIncrement: true },
        game_id: text(64),
        hash: text(64),
        origin: text(16),
        name: maybeText(80),
        changes: maybeLong(),
        bytes: whole(),
        saved_at: time(),
      });
      await context.addIndex('saves', ['game_id', 'id']);
      // What was stored before: every revision was saved once, in the order of their times …
      await context.change(
        'INSERT INTO saves (game_id, hash, origin, bytes, saved_at) ' +
          "SELECT game_id, hash, 'edit', length(document), saved_at FROM revisions r " +
          'WHERE NOT EXISTS (SELECT 1 FROM saves s WHERE s.game_id = r.game_id AND s.hash = r.hash) ' +
          'ORDER BY saved_at, hash',
      );
      // … and the one that a game is now was saved last, also where it had been stored before.
      await context.change(
        'INSERT INTO saves (game_id, hash, origin, bytes, saved_at) ' +
          "SELECT id, revision, 'edit', (SELECT length(document) FROM revisions r WHERE r.game_id = g.id AND r.hash = revision), " +
          'saved_at FROM games g ' +
          'WHERE revision <> (SELECT hash FROM saves s WHERE s.game_id = g.id ORDER BY s.id DESC LIMIT 1)',
      );
    },
  },
  {
    name: '009-arms',
    up: async ({ context }) => {
      await context.create('arms', {
        batch_id: { ...whole(), ...key },
        arm: { ...whole(), ...key },
        is_control: yesOrNo(),
        revision: text(64),
        level_id: text(64),
        level_name: text(80),
        stand_in_id: text(64),
        overrides: maybeLong(),
        runs: whole(),
        chunk_runs: whole(),
        runs_done: whole(),
        runs_won: whole(),
        sheet: maybeLong(),
        sums: maybeLong(),
      });
      for (const table of ['chunks', 'runs']) await context.addColumn(table, 'arm', { ...whole(), defaultValue: 0 });
      await context.setKey('runs', ['batch_id', 'arm', 'seed']);
      await context.addColumn('runs', 'figures', maybeLong());
      await context.setKey('chunks', ['batch_id', 'arm', 'first_seed']);
      await context.addColumn('chunks', 'state', { ...text(8), defaultValue: 'done' });
      await context.addColumn('chunks', 'place', { ...whole(), defaultValue: 0 });
      await context.addColumn('chunks', 'lease', maybeText(40));
      await context.addColumn('chunks', 'leased_until', maybeTime());
      await context.addColumn('chunks', 'attempts', { ...whole(), defaultValue: 0 });
      await context.addColumn('chunks', 'sums', maybeLong());
      // What was kept before has no sums; they are made of its runs when they are first needed.
      await context.addColumn('chunks', 'sums_in', { ...text(8), defaultValue: 'runs' });
      await context.loosen('chunks', 'pacing', maybeLong());
      await context.addIndex('chunks', ['state', 'batch_id', 'place']);
      await context.addIndex('chunks', ['lease']);
      // Every batch that was kept before has one arm; its chunks were of 25 runs.
      if (await context.hasColumn('batches', MOVED_TO_ARMS[0])) {
        await context.change(
          'INSERT IGNORE INTO arms (batch_id, arm, is_control, revision, level_id, level_name, stand_in_id, runs, ' +
            'chunk_runs, runs_done, runs_won, sheet) ' +
            'SELECT id, 0, 0, revision, level_id, level_name, stand_in_id, runs, 25, ' +
            '(SELECT COALESCE(SUM(c.runs), 0) FROM chunks c WHERE c.batch_id = b.id), ' +
            "(SELECT COUNT(*) FROM runs r WHERE r.batch_id = b.id AND r.outcome = 'won'), sheet FROM batches b",
        );
      }
      for (const column of MOVED_TO_ARMS) await context.dropColumn('batches', column);
    },
  },
  {
    name: '010-notes',
    up: async ({ context }) => {
      await context.create('notes', {
        id: { ...whole(), ...key, autoIncrement: true },
        batch_id: whole(),
        text: long(),
        place: text(400),
        written_at: time(),
      });
      await context.addIndex('notes', ['batch_id', 'id']);
    },
  },
  {
    name: '011-figures',
    up: async ({ context }) => context.addColumn('arms', 'figures', maybeLong()),
  },
  {
    name: '012-people',
    up: async ({ context }) => {
      await context.create('links', {
        id: { ...whole(), ...key, autoIncrement: true },
        label: text(80),
        role: text(8),
        game_id: maybeText(64),
        secret_hash: text(64),
        made_at: time(),
        last_used_at: maybeTime(),
        withdrawn_at: maybeTime(),
      });
      await context.create('deeds', {
        id: { ...whole(), ...key, autoIncrement: true },
        first_at: time(),
        at: time(),
        times: whole(),
        who: text(40),
        role: text(8),
        link_id: maybeWhole(),
        game_id: maybeText(64),
        what: text(200),
        is_refused: yesOrNo(),
      });
      await context.addIndex('deeds', ['at']);
    },
  },
  {
    name: '013-notes-on-anything',
    up: async ({ context }) => {
      await context.addColumn('notes', 'game_id', { ...text(64), defaultValue: '' });
      await context.addColumn('notes', 'level_id', maybeText(64));
      await context.addColumn('notes', 'about', maybeLong());
      await context.addColumn('notes', 'answer_to', maybeWhole());
      await context.addColumn('notes', 'written_by', { ...text(40), defaultValue: '' });
      await context.addColumn('notes', 'done_at', maybeTime());
      await context.addColumn('notes', 'done_by', maybeText(40));
      await context.loosen('notes', 'batch_id', maybeWhole());
      await context.addIndex('notes', ['game_id', 'id']);
      // Every note that was kept before is about a report.
      if (await context.hasColumn('notes', 'place')) {
        await context.change(
          'UPDATE notes JOIN batches ON batches.id = notes.batch_id SET notes.game_id = batches.game_id, ' +
            "notes.about = JSON_OBJECT('type', 'report', 'batchId', notes.batch_id, 'place', notes.place) " +
            'WHERE notes.about IS NULL AND notes.answer_to IS NULL',
        );
        await context.dropColumn('notes', 'place');
      }
    },
  },
  {
    name: '014-unfolded-chunks',
    // Those whose sums are not with their arm yet are few among thousands with long texts.
    up: async ({ context }) => context.addIndex('chunks', ['batch_id', 'arm', 'sums_in']),
  },
];

/** Brings the tables up to date; does nothing when they are. */
export async function migrate(): Promise<void> {
  const { sequelize } = database();
  const umzug = new Umzug({
    migrations: MIGRATIONS,
    context: new Tables(sequelize.getQueryInterface()),
    storage: new SequelizeStorage({ sequelize }),
    logger: undefined,
  });
  await umzug.up();
}
