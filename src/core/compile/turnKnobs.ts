import type { GameDocument, Level, Piece } from '../document/gameDocument';
import { kindOf } from '../document/resolveKind';
import { hasErrors } from '../foundation/diagnostic';
import type { KnobDefinition } from '../language/checkedBehavior';
import { namesForBrains, type BrainNames } from './brain/brainNames';
import { compileBrain } from './brain/compileBrain';
import { checkKnobValues } from './checkKnobValues';
import type { ScriptVerdict } from './compileLevel';
import { resolveKnobs } from './foldExpression';
import type { BrainProgram, LevelProgram, Overrides, PieceProgram } from './levelProgram';

/** A version of a game and what a level of it came to. */
export interface CompiledVersion {
  game: GameDocument;
  level: Level;
  overrides: Overrides;
  program: LevelProgram;
}

/**
 * The program of a level after nothing but knobs were turned since an earlier version: only the brains that they are folded
 * into are made anew, and the ground, the checks of ways and all else stay the very same objects. Undefined when more than
 * that has changed, when a value is out of its range, or when pieces would share their brains in another way; then the level
 * has to be compiled.
 */
export function turnKnobs(
  before: CompiledVersion,
  game: GameDocument,
  level: Level,
  scripts: ReadonlyMap<string, ScriptVerdict>,
): LevelProgram | undefined {
  if (!differOnlyInKnobs(before, game, level)) return undefined;
  const { program } = before;
  const pieces = turnedPieces(program, game, level, scripts);
  const turned = pieces && brainsToTurn(program, pieces);
  if (!turned) return undefined;
  const names: BrainNames = {
    ...namesForBrains(
      game,
      level,
      program.kinds.map(({ id }) => id),
    ),
    tags: [...program.tags],
    sounds: [...program.sounds],
  };
  const units = { pixelsPerCell: program.pixelsPerCell, ticksPerSecond: program.ticksPerSecond };
  const brains = [...program.brains];
  for (const [brain, knobs] of turned) {
    const made = compileBrain(program.behaviors[brains[brain].behavior], knobs, units, [], names);
    if (hasErrors(made.diagnostics)) return undefined;
    brains[brain] = made.brain;
  }
  // Names are given numbers as they come up; a new one would have come up earlier in a whole compilation.
  const isNew = names.tags.length > program.tags.length || names.sounds.length > program.sounds.length;
  return isNew ? undefined : { ...program, pieces, brains };
}

/** Whether two versions are the same objects but for the values of knobs in the cast and on the pieces of this level. */
function differOnlyInKnobs(before: CompiledVersion, game: GameDocument, level: Level): boolean {
  const isSameLevel = (own: Level, index: number) =>
    own === before.game.levels[index] || (own === level && before.game.levels[index] === before.level);
  return (
    sameBut(before.game, game, ['cast', 'levels']) &&
    sameListBut(before.game.cast, game.cast, ['knobs']) &&
    before.game.levels.length === game.levels.length &&
    game.levels.every(isSameLevel) &&
    sameBut(before.level, level, ['pieces']) &&
    sameListBut(before.level.pieces, level.pieces, ['knobs'])
  );
}

function sameListBut<Entry extends object>(
  before: readonly Entry[],
  after: readonly Entry[],
  fields: readonly (keyof Entry)[],
): boolean {
  return before.length === after.length && after.every((entry, index) => sameBut(before[index], entry, fields));
}

function sameBut<Whole extends object>(before: Whole, after: Whole, fields: readonly (keyof Whole)[]): boolean {
  if (before === after) return true;
  const keys = new Set([...Object.keys(before), ...Object.keys(after)] as (keyof Whole)[]);
  for (const field of fields) keys.delete(field);
  return [...keys].every((key) => before[key] === after[key]);
}

/** The pieces with the values that their knobs have now; those whose values stay are the same objects. */
function turnedPieces(
  program: LevelProgram,
  game: GameDocument,
  level: Level,
  scripts: ReadonlyMap<string, ScriptVerdict>,
): PieceProgram[] | undefined {
  const placed = new Map(level.pieces.map((piece) => [piece.id, piece]));
  const definitionsOf = (kind: string) => scripts.get(kindOf(game, kind)?.behavior ?? '')?.knobs ?? [];
  const pieces: PieceProgram[] = [];
  for (const own of program.pieces) {
    if (own.isShot) {
      pieces.push(own);
      continue;
    }
    const definitions = definitionsOf(own.kind);
    const values = [kindOf(game, own.kind)?.knobs, own.isArrival ? undefined : placed.get(own.id)?.knobs];
    if (values.some((layer) => hasFaults(definitions, layer))) return undefined;
    const knobs = resolveKnobs(definitions, values);
    pieces.push(isSame(knobs, own.knobs) ? own : { ...own, knobs });
  }
  return pieces;
}

function hasFaults(definitions: readonly KnobDefinition[], values: Piece['knobs']): boolean {
  return checkKnobValues('', values, definitions, []).length > 0;
}

/** The values of every brain that has to be made anew; undefined when a brain would be parted, or two would become one. */
function brainsToTurn(
  { brains, pieces: before }: LevelProgram,
  pieces: readonly PieceProgram[],
): Map<number, PieceProgram['knobs']> | undefined {
  const knobsOf: (PieceProgram['knobs'] | undefined)[] = brains.map(() => undefined);
  const turned = new Map<number, PieceProgram['knobs']>();
  for (const [index, { brain, knobs }] of pieces.entries()) {
    if (brain < 0) continue;
    const known = knobsOf[brain];
    if (known && !isSame(known, knobs)) return undefined;
    knobsOf[brain] = knobs;
    if (knobs !== before[index].knobs) turned.set(brain, knobs);
  }
  const keys = new Set(knobsOf.map((knobs, brain) => keyOf(brains[brain], knobs)));
  return keys.size === brains.length ? turned : undefined;
}

function keyOf({ behavior }: BrainProgram, knobs: PieceProgram['knobs'] | undefined): string {
  return JSON.stringify([behavior, knobs]);
}

function isSame(before: PieceProgram['knobs'], after: PieceProgram['knobs']): boolean {
  if (before === after) return true;
  const keys = Object.keys(after);
  return keys.length === Object.keys(before).length && keys.every((key) => before[key] === after[key]);
}
