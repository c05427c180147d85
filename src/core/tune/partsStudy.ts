import type { GameDocument, Level } from '../document/gameDocument';
import { kindOf } from '../document/resolveKind';
import { applyEdits } from '../language/edit/textEdit';
import { removeCueFormLine } from '../language/cues/cueForm';
import { measureChanges, strictZ } from '../measure/changes';
import { playedCount } from '../measure/played';
import { differencesBySeed, meanDifference } from '../measure/statistics/pairedDifference';
import { wilsonInterval, type ShareWithInterval } from '../measure/statistics/wilsonInterval';
import type { StandInTraits } from '../people/traits';
import { compileGameLevel, runSeeds } from '../pipeline';
import { Runner } from '../simulate/run';
import type { RunRecord } from '../simulate/runRecord';
import { cueBlocksOf, textOfCues } from '../written/cueBlocks';
import type { LevelPart, PartFigure } from './partFigure';

/** Single pieces are left out one by one where there are at most so many of them; kinds always are. */
const MOST_PIECES = 24;
/** So many other changes are told of each part. */
const MOST_CHANGES = 2;
/** So many runs are made between two words of how far it is. */
const RUNS_AT_ONCE = 5;

/** How far a study is and what it has come to. */
export interface PartsStudyState {
  done: number;
  all: number;
  runs: number;
  /** `points` of clear rate, or the unit of what the level is played for. */
  unit: string;
  /** How many runs are won with all parts. */
  clears: ShareWithInterval | undefined;
  /** Those that are known, the strongest first. */
  parts: PartFigure[];
}

/** What can be left out of a level, in the order of the document: kinds of which there are several, pieces, cues. */
export function partsOfLevel(game: GameDocument, level: Level): LevelPart[] {
  const pieces = level.pieces.filter(({ kind }) => kindOf(game, kind)?.control === undefined);
  const kinds = [...new Set(pieces.map(({ kind }) => kind))];
  const several = kinds.filter((kind) => pieces.filter((piece) => piece.kind === kind).length > 1);
  return [
    ...several.map((id): LevelPart => {
      const count = pieces.filter(({ kind }) => kind === id).length;
      return { what: 'kind', id, name: `all ${count} of ${kindOf(game, id)?.name ?? id}` };
    }),
    ...(pieces.length <= MOST_PIECES ? pieces : pieces.filter(({ kind }) => !several.includes(kind))).map(
      ({ id, name }): LevelPart => ({ what: 'piece', id, name }),
    ),
    ...cueBlocksOf(game, level)
      .filter(({ keyword }) => keyword !== 'rules')
      .map(({ name }): LevelPart => ({ what: 'cue', id: name, name: `cue ${name}` })),
  ];
}

/** The game with a part of one of its levels left out. */
export function withoutPart(game: GameDocument, level: Level, part: LevelPart): GameDocument {
  const changed = { ...level };
  if (part.what === 'piece') changed.pieces = level.pieces.filter(({ id }) => id !== part.id);
  if (part.what === 'kind') changed.pieces = level.pieces.filter(({ kind }) => kind !== part.id);
  if (part.what === 'cue') {
    const text = textOfCues(level);
    const block = cueBlocksOf(game, level).find(({ name }) => name === part.id);
    if (block) changed.cues = applyEdits(text, removeCueFormLine(text, block)).split('\n');
  }
  return { ...game, levels: game.levels.map((own) => (own.id === level.id ? changed : own)) };
}

/**
 * Leaves out one part of a level after the other and lets the same stand-in play it on the same seeds. Works in small steps,
 * so that it can be followed and left. Pieces that draw lots may draw others when one before them is gone; the intervals
 * hold that as they hold every other chance.
 */
export class PartsStudy {
  state: PartsStudyState;
  private readonly level: Level;
  private readonly parts: readonly LevelPart[];
  private readonly whole: RunRecord[] = [];
  private current: { runner: Runner | undefined; fault: string | undefined; rows: RunRecord[] } | undefined;
  private readonly measured;

  /** @throws when the game has no such level, or it cannot be run as it is. */
  constructor(
    private readonly game: GameDocument,
    levelId: string,
    private readonly traits: StandInTraits,
    private readonly runs: number,
  ) {
    const compiled = compileGameLevel(game, levelId);
    if (!compiled.ok) throw new Error(compiled.faults[0].message);
    this.level = game.levels.find(({ id }) => id === levelId)!;
    this.measured = compiled.value;
    this.parts = partsOfLevel(game, this.level);
    const { playsFor } = compiled.value.rules;
    const unit = playsFor === undefined ? 'points' : { time: 's', points: 'points made', distance: 'cells' }[playsFor];
    this.state = { done: 0, all: (this.parts.length + 1) * runs, runs, unit, clears: undefined, parts: [] };
    this.current = this.begin(game);
  }

  get isDone(): boolean {
    return this.state.done >= this.state.all;
  }

  /** Some runs more; gives how far it is. */
  work(): PartsStudyState {
    const { current, state } = this;
    if (!current || this.isDone) return state;
    const { rows, runner } = current;
    const last = runner ? Math.min(this.runs, rows.length + RUNS_AT_ONCE) : this.runs;
    const count = last - rows.length;
    if (runner) rows.push(...runSeeds(runner, rows.length + 1, count).rows);
    const ended = this.state.parts.length + (this.state.clears ? 1 : 0);
    this.state = { ...state, done: ended * this.runs + last };
    if (last >= this.runs) this.endOne(ended);
    return this.state;
  }

  private begin(game: GameDocument) {
    const compiled = compileGameLevel(game, this.level.id);
    const runner = compiled.ok ? new Runner(compiled.value, { type: 'stand-in', traits: this.traits }) : undefined;
    return { runner, fault: compiled.ok ? undefined : compiled.faults[0].message, rows: [] };
  }

  private endOne(ended: number): void {
    const { fault, rows } = this.current!;
    if (ended === 0) {
      this.whole.push(...rows);
      this.state = { ...this.state, clears: this.clearsOf(rows) };
    } else {
      const difference = meanDifference(this.differences(rows), strictZ(this.parts.length));
      const clears = fault === undefined && this.state.unit === 'points' ? this.clearsOf(rows) : undefined;
      const changes = fault === undefined ? measureChanges(this.whole, rows).slice(0, MOST_CHANGES) : [];
      const figure: PartFigure = { ...this.parts[ended - 1], fault, clears, difference, changes };
      this.state = { ...this.state, parts: [...this.state.parts, figure].sort((a, b) => strength(b) - strength(a)) };
    }
    const next = this.parts[ended];
    this.current = next && this.begin(withoutPart(this.game, this.level, next));
  }

  private differences(rows: readonly RunRecord[]): number[] {
    const { rules, ticksPerSecond } = this.measured;
    if (rules.playsFor === undefined)
      return differencesBySeed(this.whole, rows, ({ outcome }) => (outcome === 'won' ? 1 : 0));
    const steps = rules.playsFor === 'time' ? ticksPerSecond : 1000;
    return differencesBySeed(this.whole, rows, (record) => (playedCount(record, this.measured) ?? 0) / steps);
  }

  private clearsOf(rows: readonly RunRecord[]): ShareWithInterval {
    return wilsonInterval(rows.filter(({ outcome }) => outcome === 'won').length, rows.length);
  }
}

/** What changes much comes first, what changes nothing for certain last. */
function strength({ difference, changes }: PartFigure): number {
  if (!difference) return -1;
  return Math.abs(difference.value) + (difference.isReal ? 1e6 : 0) + 1e3 * changes.length;
}
