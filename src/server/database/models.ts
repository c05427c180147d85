import {
  Model,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
  type ModelStatic,
  type Sequelize,
} from 'sequelize';
import { key, long, maybeLong, maybeReal, maybeText, maybeTime, real, text, time, whole } from './columns';

export interface GameRow extends Model<InferAttributes<GameRow>, InferCreationAttributes<GameRow>> {
  id: string;
  name: string;
  revision: string;
  savedAt: Date;
  /** When it was taken off the shelf; it can be brought back for a time. */
  removedAt: Date | null;
}

/** Immutable; addressed by the hash of its text. */
export interface RevisionRow extends Model<InferAttributes<RevisionRow>, InferCreationAttributes<RevisionRow>> {
  gameId: string;
  hash: string;
  document: string;
  savedAt: Date;
}

/** One time that a game was saved: the revision that it then became. */
export interface SaveRow extends Model<InferAttributes<SaveRow>, InferCreationAttributes<SaveRow>> {
  id: CreationOptional<number>;
  gameId: string;
  hash: string;
  origin: string;
  name: string | null;
  /** Sentences as JSON; null where nobody has told what changed. */
  changes: string | null;
  /** Of the text of the revision. */
  bytes: number;
  savedAt: Date;
}

export interface BatchRow extends Model<InferAttributes<BatchRow>, InferCreationAttributes<BatchRow>> {
  id: CreationOptional<number>;
  gameId: string;
  revision: string;
  levelId: string;
  levelName: string;
  standInId: string;
  firstSeed: number;
  runs: number;
  engine: number;
  standIns: number;
  sheet: string | null;
  controls: string | null;
  status: string;
  error: string | null;
  startedAt: Date;
  finishedAt: Date | null;
  removedAt: Date | null;
}

export interface ChunkRow extends Model<InferAttributes<ChunkRow>, InferCreationAttributes<ChunkRow>> {
  batchId: number;
  firstSeed: number;
  runs: number;
  engine: number;
  standIns: number;
  pacing: string;
  notes: string | null;
}

export interface RunRowModel extends Model<InferAttributes<RunRowModel>, InferCreationAttributes<RunRowModel>> {
  batchId: number;
  seed: number;
  outcome: string;
  cause: string;
  piece: string | null;
  ticks: number;
  x: number;
  y: number;
  boxOnly: number;
  nearMisses: number;
  score: number | null;
  distance: number | null;
  hash: string;
}

export interface Models {
  games: ModelStatic<GameRow>;
  revisions: ModelStatic<RevisionRow>;
  saves: ModelStatic<SaveRow>;
  batches: ModelStatic<BatchRow>;
  chunks: ModelStatic<ChunkRow>;
  runs: ModelStatic<RunRowModel>;
}

/** Tables as the queries see them; the migrations make them. */
export function defineModels(sequelize: Sequelize): Models {
  return {
    games: sequelize.define<GameRow>(
      'game',
      { id: { ...text(64), ...key }, name: text(80), revision: text(64), savedAt: time(), removedAt: maybeTime() },
      { tableName: 'games' },
    ),
    revisions: sequelize.define<RevisionRow>(
      'revision',
      { gameId: { ...text(64), ...key }, hash: { ...text(64), ...key }, document: long(), savedAt: time() },
      { tableName: 'revisions' },
    ),
    saves: sequelize.define<SaveRow>(
      'save',
      {
        id: { ...whole(), ...key, autoIncrement: true },
        gameId: text(64),
        hash: text(64),
        origin: text(16),
        name: maybeText(80),
        changes: maybeLong(),
        bytes: whole(),
        savedAt: time(),
      },
      { tableName: 'saves' },
    ),
    batches: sequelize.define<BatchRow>(
      'batch',
      {
        id: { ...whole(), ...key, autoIncrement: true },
        gameId: text(64),
        revision: text(64),
        levelId: text(64),
        levelName: text(80),
        standInId: text(64),
        firstSeed: whole(),
        runs: whole(),
        engine: whole(),
        standIns: whole(),
        sheet: maybeLong(),
        controls: maybeLong(),
        status: text(16),
        error: maybeLong(),
        startedAt: time(),
        finishedAt: maybeTime(),
        removedAt: maybeTime(),
      },
      { tableName: 'batches' },
    ),
    chunks: sequelize.define<ChunkRow>(
      'chunk',
      {
        batchId: { ...whole(), ...key },
        firstSeed: { ...whole(), ...key },
        runs: whole(),
        engine: whole(),
        standIns: whole(),
        pacing: long(),
        notes: maybeLong(),
      },
      { tableName: 'chunks' },
    ),
    runs: sequelize.define<RunRowModel>(
      'run',
      {
        batchId: { ...whole(), ...key },
        seed: { ...whole(), ...key },
        outcome: text(16),
        cause: text(32),
        piece: maybeText(64),
        ticks: whole(),
        x: real(),
        y: real(),
        boxOnly: whole(),
        nearMisses: whole(),
        score: maybeReal(),
        distance: maybeReal(),
        hash: text(16),
      },
      { tableName: 'runs' },
    ),
  };
}
