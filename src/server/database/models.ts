import {
  Model,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
  type ModelStatic,
  type Sequelize,
} from 'sequelize';
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

/** Many runs of one or more arms on the same seeds. */
export interface BatchRow extends Model<InferAttributes<BatchRow>, InferCreationAttributes<BatchRow>> {
  id: CreationOptional<number>;
  gameId: string;
  firstSeed: number;
  engine: number;
  standIns: number;
  /** What the levels of earlier batches came to with nobody playing; later ones have arms for that. */
  controls: string | null;
  status: string;
  error: string | null;
  startedAt: Date;
  finishedAt: Date | null;
  removedAt: Date | null;
}

/** Who plays which level of which revision, with what set otherwise. */
export interface ArmRow extends Model<InferAttributes<ArmRow>, InferCreationAttributes<ArmRow>> {
  batchId: number;
  /** From 0; those that were asked for come first, then the controls. */
  arm: number;
  isControl: boolean;
  revision: string;
  levelId: string;
  levelName: string;
  standInId: string;
  /** JSON; null where nothing is set otherwise. */
  overrides: string | null;
  runs: number;
  /** Into chunks of how many runs it is cut. */
  chunkRuns: number;
  runsDone: number;
  runsWon: number;
  /** What its report needs to know of the level, as JSON; null until it is first needed, in batches of earlier versions. */
  sheet: string | null;
  /** Sums of the chunks that are marked so, as JSON. */
  sums: string | null;
  /** The numbers by which a brief is judged, as JSON; known when the batch has finished, where nothing is set otherwise. */
  figures: string | null;
}

/** Where the sums of a chunk are: beside it, in those of its arm, or, of earlier versions, nowhere but in its runs. */
export type SumsPlace = 'chunk' | 'arm' | 'runs';

export interface ChunkRow extends Model<InferAttributes<ChunkRow>, InferCreationAttributes<ChunkRow>> {
  batchId: number;
  arm: number;
  firstSeed: number;
  runs: number;
  /** `waiting`, `leased` or `done`. */
  state: string;
  /** Which of all chunks of the batch comes first. */
  place: number;
  lease: string | null;
  leasedUntil: Date | null;
  attempts: number;
  engine: number;
  standIns: number;
  /** Pressure and sight, of earlier versions. */
  pacing: string | null;
  notes: string | null;
  sums: string | null;
  sumsIn: SumsPlace;
}

export interface RunRowModel extends Model<InferAttributes<RunRowModel>, InferCreationAttributes<RunRowModel>> {
  batchId: number;
  arm: number;
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
  /** What measures keep of it, as JSON. */
  figures: string | null;
  hash: string;
}

/** What somebody wrote, on anything of a game, or as an answer to that. */
export interface NoteRow extends Model<InferAttributes<NoteRow>, InferCreationAttributes<NoteRow>> {
  id: CreationOptional<number>;
  gameId: string;
  /** Of a report, or of a level; null where it is about neither. */
  batchId: number | null;
  levelId: string | null;
  /** What it is about, as JSON; null for an answer. */
  about: string | null;
  answerTo: number | null;
  text: string;
  writtenBy: string;
  writtenAt: Date;
  doneAt: Date | null;
  doneBy: string | null;
}

/** A link by which somebody comes in. */
export interface LinkRow extends Model<InferAttributes<LinkRow>, InferCreationAttributes<LinkRow>> {
  id: CreationOptional<number>;
  label: string;
  role: string;
  gameId: string | null;
  /** SHA-256 of what stands in the link. */
  secretHash: string;
  madeAt: Date;
  lastUsedAt: Date | null;
  withdrawnAt: Date | null;
}

/** What somebody did, or was refused; several times one after the other are one row. */
export interface DeedRow extends Model<InferAttributes<DeedRow>, InferCreationAttributes<DeedRow>> {
  id: CreationOptional<number>;
  firstAt: Date;
  at: Date;
  times: number;
  who: string;
  role: string;
  linkId: number | null;
  gameId: string | null;
  what: string;
  isRefused: boolean;
}

export interface Models {
  games: ModelStatic<GameRow>;
  revisions: ModelStatic<RevisionRow>;
  saves: ModelStatic<SaveRow>;
  batches: ModelStatic<BatchRow>;
  arms: ModelStatic<ArmRow>;
  chunks: ModelStatic<ChunkRow>;
  runs: ModelStatic<RunRowModel>;
  notes: ModelStatic<NoteRow>;
  links: ModelStatic<LinkRow>;
  deeds: ModelStatic<DeedRow>;
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
        firstSeed: whole(),
        engine: whole(),
        standIns: whole(),
        controls: maybeLong(),
        status: text(16),
        error: maybeLong(),
        startedAt: time(),
        finishedAt: maybeTime(),
        removedAt: maybeTime(),
      },
      { tableName: 'batches' },
    ),
    arms: sequelize.define<ArmRow>(
      'arm',
      {
        batchId: { ...whole(), ...key },
        arm: { ...whole(), ...key },
        isControl: yesOrNo(),
        revision: text(64),
        levelId: text(64),
        levelName: text(80),
        standInId: text(64),
        overrides: maybeLong(),
        runs: whole(),
        chunkRuns: whole(),
        runsDone: whole(),
        runsWon: whole(),
        sheet: maybeLong(),
        sums: maybeLong(),
        figures: maybeLong(),
      },
      { tableName: 'arms' },
    ),
    chunks: sequelize.define<ChunkRow>(
      'chunk',
      {
        batchId: { ...whole(), ...key },
        arm: { ...whole(), ...key },
        firstSeed: { ...whole(), ...key },
        runs: whole(),
        state: text(8),
        place: whole(),
        lease: maybeText(40),
        leasedUntil: maybeTime(),
        attempts: whole(),
        engine: whole(),
        standIns: whole(),
        pacing: maybeLong(),
        notes: maybeLong(),
        sums: maybeLong(),
        sumsIn: text(8),
      },
      { tableName: 'chunks' },
    ),
    runs: sequelize.define<RunRowModel>(
      'run',
      {
        batchId: { ...whole(), ...key },
        arm: { ...whole(), ...key },
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
        figures: maybeLong(),
        hash: text(16),
      },
      { tableName: 'runs' },
    ),
    notes: sequelize.define<NoteRow>(
      'note',
      {
        id: { ...whole(), ...key, autoIncrement: true },
        gameId: text(64),
        batchId: maybeWhole(),
        levelId: maybeText(64),
        about: maybeLong(),
        answerTo: maybeWhole(),
        text: long(),
        writtenBy: text(40),
        writtenAt: time(),
        doneAt: maybeTime(),
        doneBy: maybeText(40),
      },
      { tableName: 'notes' },
    ),
    links: sequelize.define<LinkRow>(
      'link',
      {
        id: { ...whole(), ...key, autoIncrement: true },
        label: text(80),
        role: text(8),
        gameId: maybeText(64),
        secretHash: text(64),
        madeAt: time(),
        lastUsedAt: maybeTime(),
        withdrawnAt: maybeTime(),
      },
      { tableName: 'links' },
    ),
    deeds: sequelize.define<DeedRow>(
      'deed',
      {
        id: { ...whole(), ...key, autoIncrement: true },
        firstAt: time(),
        at: time(),
        times: whole(),
        who: text(40),
        role: text(8),
        linkId: maybeWhole(),
        gameId: maybeText(64),
        what: text(200),
        isRefused: yesOrNo(),
      },
      { tableName: 'deeds' },
    ),
  };
}
