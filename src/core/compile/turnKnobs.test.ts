import { describe, expect, test } from '@jest/globals';
import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { freeze, produce } from 'immer';
import { kilnYard } from '../../../tests/support/kilnYard';
import type { GameDocument } from '../document/gameDocument';
import { readGame } from '../document/readGame';
import { compileGameLevel, compileNextVersion } from '../pipeline';
import { checkScripts } from '../written/checkScripts';
import { turnKnobs, type CompiledVersion } from './turnKnobs';

const CASES = path.resolve('tests/cases');

function allGames(): GameDocument[] {
  const files = readdirSync(CASES).filter((file) => file.endsWith('.gorge.json'));
  const cases = files.flatMap((file) => {
    const read = readGame(readFileSync(path.join(CASES, file), 'utf8'));
    return read.ok ? [read.value] : [];
  });
  return [kilnYard(), ...cases].map((game) => freeze(game, true));
}

function compiled(game: GameDocument, levelId: string): CompiledVersion | undefined {
  const version = compileNextVersion(undefined, game, levelId);
  return version.ok ? version.value : undefined;
}

function turnedHall(change: (game: GameDocument) => void) {
  const before = compiled(freeze(kilnYard(), true), 'drying-hall')!;
  const game = produce(before.game, change);
  const level = game.levels.find(({ id }) => id === 'drying-hall')!;
  return { before, game, level, program: turnKnobs(before, game, level, checkScripts(game)) };
}

const warden = (game: GameDocument) => game.cast.find(({ id }) => id === 'warden')!;
const wardens = (game: GameDocument) =>
  game.levels.find(({ id }) => id === 'drying-hall')!.pieces.filter(({ kind }) => kind === 'warden');

describe('turning knobs of a compiled level', () => {
  test('comes to the same as compiling it whole, for every knob of every kind of the demo and the cases', () => {
    let turned = 0;
    for (const game of allGames())
      for (const { id } of game.levels) {
        const before = compiled(game, id);
        if (!before) continue;
        const isHere = new Set(before.program.kinds.map((kind) => kind.id));
        for (const [index, kind] of game.cast.entries())
          for (const { name, low, high } of checkScripts(game).get(kind.behavior ?? '')?.knobs ?? [])
            for (const value of isHere.has(kind.id) ? [low, (2 * low + high) / 3] : []) {
              const next = produce(game, (draft) => {
                draft.cast[index].knobs = { ...draft.cast[index].knobs, [name]: value };
              });
              const level = next.levels.find((own) => own.id === id)!;
              const whole = compileGameLevel(next, id);
              expect(compileNextVersion(before, next, id)).toEqual(
                whole.ok ? { ok: true, value: expect.objectContaining({ program: whole.value }) } : whole,
              );
              if (turnKnobs(before, next, level, checkScripts(next))) turned++;
            }
      }
    // Nearly every slider of a designer takes the short way.
    expect(turned).toBeGreaterThan(100);
  });

  test('makes one brain anew and leaves everything else the very same', () => {
    const { before, program } = turnedHall((game) => {
      warden(game).knobs = { ...warden(game).knobs, pace: 3.1 };
    });
    const made = program!.brains.filter((brain, index) => brain !== before.program.brains[index]);
    expect(made).toHaveLength(1);
    const { brains: _, pieces, ...rest } = program!;
    for (const [name, part] of Object.entries(rest)) expect(part).toBe(before.program[name as keyof typeof rest]);
    const changed = pieces.filter((piece, index) => piece !== before.program.pieces[index]);
    expect(changed.map(({ kind }) => kind)).toEqual(wardens(before.game).map(() => 'warden'));
  });

  test('is left to a whole compilation where one of several that share a brain goes its own way', () => {
    const { before, game, program } = turnedHall((draft) => {
      wardens(draft)[0].knobs = { pace: 3.1 };
    });
    expect(program).toBeUndefined();
    const next = compileNextVersion(before, game, 'drying-hall');
    expect(next.ok && next.value.program.brains).toHaveLength(before.program.brains.length + 1);
  });

  test('is left to a whole compilation where more than knobs has changed, and where a value is out of range', () => {
    const other = turnedHall((game) => {
      warden(game).knobs = { pace: 3.1 };
      warden(game).name = 'Night warden';
    });
    expect(other.program).toBeUndefined();
    const unknown = turnedHall((game) => {
      warden(game).knobs = { pase: 3.1 };
    });
    expect(unknown.program).toBeUndefined();
    const next = compileNextVersion(unknown.before, unknown.game, 'drying-hall');
    expect(next.ok ? [] : next.faults.map(({ code }) => code)).toEqual(['unknown-knob']);
  });
});
