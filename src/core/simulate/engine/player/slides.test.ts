import { describe, expect, test } from '@jest/globals';
import { smallGame, type SmallLevel } from '../../../../../tests/support/smallLevel';
import { STAND_INS } from '../../../people/traits';
import { compileGameLevel } from '../../../pipeline';
import type { GameDocument } from '../../../document/gameDocument';
import { Runner } from '../../run';

const EAST = 1;

/** A game with ground `~` that slides instead of being slippery. */
function game(small: SmallLevel): GameDocument {
  const made = smallGame(small);
  return {
    ...made,
    terrain: made.terrain.map((ground) =>
      ground.glyph === '~' ? { ...ground, footing: undefined, slides: true } : ground,
    ),
  };
}

function level(row: string, more: Partial<SmallLevel> = {}): SmallLevel {
  return {
    map: ['#'.repeat(row.length), row, '#'.repeat(row.length)],
    control: { scheme: 'one cell a press', speed: 8, pressBuffer: 0.1 },
    marks: [{ id: 'exit', name: 'Exit', area: [row.length - 2, 1, 1, 1] }],
    ...more,
  };
}

function stopsAt(row: string): number {
  const compiled = compileGameLevel(game(level(row)), 'small');
  if (!compiled.ok) throw new Error(compiled.faults[0].message);
  let x = 0;
  new Runner(compiled.value, { type: 'inputs', inputs: [EAST] }).run(1, {
    mostTicks: 200,
    onTick: ({ player }) => (x = player.x),
  });
  return x;
}

describe('ground that slides, where one walks elsewhere', () => {
  test('a step on to it goes on to the first cell behind it, or before a wall', () => {
    expect(stopsAt('#.........#')).toBe(2.5);
    expect(stopsAt('#.~~~~....#')).toBe(6.5);
    // There it reaches the exit in the last cell.
    expect(stopsAt('#.~~~~~~~~#')).toBeGreaterThan(9);
    expect(stopsAt('#..~~.....#')).toBe(2.5);
  });

  test('stand-ins know where a step ends', () => {
    // The only way off the ice to the exit is by stopping at the post.
    const map = ['#########', '#.~~~~~~#', '#.#~~~#~#', '#.~~#~~~#', '#~~~~~~.#', '#########'];
    const compiled = compileGameLevel(
      game({ ...level('#'), map, marks: [{ id: 'exit', name: 'Exit', area: [7, 4, 1, 1] }] }),
      'small',
    );
    if (!compiled.ok) throw new Error(compiled.faults[0].message);
    const runner = new Runner(compiled.value, {
      type: 'stand-in',
      traits: STAND_INS.find(({ id }) => id === 'casual')!,
    });
    const outcomes = Array.from({ length: 10 }, (_, run) => runner.run(run + 1).record?.outcome);
    expect(outcomes.filter((outcome) => outcome === 'won')).toHaveLength(10);
  });

  test('means nothing to who walks freely', () => {
    const free = level('#.~~~~....#', { control: { scheme: 'eight ways', speed: 4, evenDiagonals: true } });
    const compiled = compileGameLevel(game(free), 'small');
    if (!compiled.ok) throw new Error(compiled.faults[0].message);
    let x = 0;
    new Runner(compiled.value, { type: 'inputs', inputs: [...new Array<number>(30).fill(EAST)] }).run(1, {
      mostTicks: 90,
      onTick: ({ player }) => (x = player.x),
    });
    expect(x).toBeCloseTo(1.5 + 2, 1);
  });
});
