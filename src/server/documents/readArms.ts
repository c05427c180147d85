import {
  bug,
  checkArmList,
  compileGameLevel,
  CONTROL_RUNS,
  controlArms,
  nearestWord,
  readGame,
  readOverrides,
  readStart,
  sheetOfLevel,
  standInsOf,
  type Arm,
  type Diagnostic,
  type GameDocument,
  type LevelSheet,
  type Overrides,
} from '@/core/index';
import { MOST_BATCH_RUNS, type ArmRequest } from '../contracts/batches';
import { notFound, RequestFault, unreadable, unusable } from '../http/requestFault';

export interface AskedArms {
  revision: string;
  arms?: readonly ArmRequest[];
  levelId?: string;
  standInId: string;
}

/** An arm with the revision that it runs. */
interface RevisedArm extends Arm {
  revision: string;
}

/** An arm of a batch that is to be noted down. */
export interface NewArm extends Arm {
  revision: string;
  levelName: string;
  runs: number;
  isControl: boolean;
  /** What its report needs to know of the level. */
  sheet: LevelSheet;
}

/** The revisions of which a batch that is asked for consists. */
export function revisionsOf({ revision, arms }: AskedArms): string[] {
  return [...new Set([revision, ...(arms ?? []).flatMap((arm) => arm.revision ?? [])])];
}

/**
 * The arms of a batch that is asked for, with controls in each of their settings behind them, from the texts of their revisions.
 * Everything is checked before any of it is noted down; a fault names the arm.
 */
export function readArms(texts: Readonly<Record<string, string>>, asked: AskedArms, runs: number): NewArm[] {
  const documents = new Documents(texts);
  const wanted = asked.arms ?? [shortForm(asked)];
  const unchecked = wanted.map(({ standInId, levelId, set, revision = asked.revision }) => ({
    standInId,
    levelId,
    overrides: { knobs: [], numbers: Object.entries(set).map(([name, value]) => ({ name, value })) },
    revision,
  }));
  requireSoundList(unchecked.map(withRevision));
  if (runs * wanted.length > MOST_BATCH_RUNS)
    throw new RequestFault(400, {
      code: 'too-many-runs',
      message: `${wanted.length} arms of ${runs} runs are ${runs * wanted.length} runs; a batch can have ${MOST_BATCH_RUNS}.`,
      hint: 'Ask for fewer runs of each, or for several batches on the same seeds.',
      where: 'runs',
    });
  const arms: RevisedArm[] = [];
  for (const [index, request] of wanted.entries()) {
    const where = asked.arms ? `arms.${index}` : '';
    arms.push(readArm(documents.of(request.revision ?? asked.revision), request, asked.revision, where));
  }
  const newArm = (arm: RevisedArm, isControl: boolean): NewArm => {
    const document = documents.of(arm.revision);
    const sheet = sheetOfLevel(document, arm.levelId, arm.standInId) ?? bug(`no level ${arm.levelId}`);
    return { ...arm, levelName: sheet.levelName, runs: isControl ? CONTROL_RUNS : runs, isControl, sheet };
  };
  const revisions = [...new Set(arms.map(({ revision }) => revision))];
  const controls = revisions.flatMap((revision) =>
    controlArms(arms.filter((arm) => arm.revision === revision)).map((arm) => ({ ...arm, revision })),
  );
  return [...arms.map((arm) => newArm(arm, false)), ...controls.map((arm) => newArm(arm, true))];
}

/** Equal arms of two revisions are two arms. */
function withRevision({ revision, ...arm }: RevisedArm): Arm {
  return { ...arm, levelId: `${arm.levelId} ${revision}` };
}

function shortForm({ levelId, standInId }: AskedArms): ArmRequest {
  if (levelId !== undefined) return { standInId, levelId, set: {} };
  throw new RequestFault(400, {
    code: 'no-arms',
    message: 'The request says neither arms nor a level.',
    hint: 'Say `arms`, or `levelId` and `standInId`.',
    where: 'arms',
  });
}

function readArm(
  document: GameDocument,
  { standInId, levelId, set, from, revision }: ArmRequest,
  usualRevision: string,
  where: string,
): RevisedArm {
  requireStandIn(document, standInId, where);
  const overrides = readSettings(document, levelId, set, from, where);
  const compiled = compileGameLevel(document, levelId, overrides);
  if (!compiled.ok) refuse(compiled.faults, where);
  return { standInId, levelId, overrides, revision: revision ?? usualRevision };
}

function readSettings(
  document: GameDocument,
  levelId: string,
  set: Record<string, number>,
  from: string | undefined,
  where: string,
): Overrides {
  const level = document.levels.find(({ id }) => id === levelId);
  // That there is no such level is told when it is compiled.
  if (!level) return { knobs: [] };
  const read = readOverrides(
    document,
    level,
    Object.entries(set).map(([name, value]) => ({ name, value })),
  );
  const start = from === undefined ? undefined : readStart(from);
  if (!read.ok) return refuse(read.faults, where);
  if (start && !start.ok) return refuse(start.faults, where);
  return { ...read.value, ...(start?.ok ? start.value : {}) };
}

function requireStandIn(document: GameDocument, standInId: string, where: string): void {
  const standIns = standInsOf(document).map(({ id }) => id);
  if (standIns.includes(standInId)) return;
  const nearest = nearestWord(standInId, standIns);
  throw new RequestFault(400, {
    code: 'unknown-standin',
    message: `There is no stand-in \`${standInId}\`.`,
    hint: nearest ? `Did you mean \`${nearest}\`?` : `The stand-ins are ${standIns.join(', ')}.`,
    where: where ? `${where}.standInId` : 'standInId',
  });
}

/** Throws faults with the arm that they are about. */
function refuse(faults: readonly Diagnostic[], where: string): never {
  const { status, fault } = unusable(faults);
  // What is no fault of the document stands in no place of it.
  const inDocument = faults[0].where.path.length > 0 ? fault.where : '';
  throw new RequestFault(status, { ...fault, where: [where, inDocument].filter(Boolean).join(': ') });
}

/** Throws what is wrong with the list of arms, with the number of the arm. */
function requireSoundList(arms: readonly Arm[]): void {
  const faults = checkArmList(arms);
  if (faults.length === 0) return;
  const { code, message, hint, where } = faults[0];
  throw new RequestFault(400, { code, message, hint, where: ['arms', ...where.path].join('.') });
}

/** Revisions of a game, each read once. */
class Documents {
  private readonly known = new Map<string, GameDocument>();

  constructor(private readonly texts: Readonly<Record<string, string>>) {}

  of(revision: string): GameDocument {
    const known = this.known.get(revision);
    if (known) return known;
    if (!(revision in this.texts))
      throw notFound('such revision of this game', 'Save the draft first; a batch runs what is saved.');
    const read = readGame(this.texts[revision]);
    if (!read.ok) throw unreadable(read.faults);
    this.known.set(revision, read.value);
    return read.value;
  }
}
