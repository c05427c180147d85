import { expect, test } from '@jest/globals';
import { checkGame } from '@/core/index';
import { smallGame } from '../../../tests/support/smallLevel';

const HALL = ['########', '#......#', '#......#', '########'];

/** A game of eight levels in which one kind meets nobody and listens for what nobody shouts. */
function eightLevels() {
  const game = smallGame({
    map: HALL,
    kinds: [{ id: 'crate', behavior: 'wait' }],
    pieces: [{ kind: 'crate', at: [4.5, 2.5] }],
    scripts: { wait: 'start state still { do hold go still when hears gong }' },
    marks: [{ id: 'exit', name: 'Exit', area: [6, 1, 1, 1] }],
  });
  const [level] = game.levels;
  game.levels = Array.from({ length: 8 }, (_, index) => ({ ...level, id: `hall-${index}`, name: `Hall ${index}` }));
  return game;
}

test.each(['contact-missing', 'sound-never-made'])('%s in eight levels is one fault that names the eight', (code) => {
  const game = eightLevels();
  const faults = checkGame(game).filter((fault) => fault.code === code);
  expect(faults).toHaveLength(1);
  expect(faults[0].levels).toEqual(game.levels.map(({ name }) => name));
});

test('what stands in a level is said of that level, once in each', () => {
  const faults = checkGame(eightLevels()).filter(({ code }) => code === 'no-threat');
  expect(faults.map(({ where }) => where.path[1])).toEqual([0, 1, 2, 3, 4, 5, 6, 7]);
  expect(faults.every(({ levels }) => levels === undefined)).toBe(true);
});

test('of a game with one level none is named', () => {
  const game = eightLevels();
  game.levels = game.levels.slice(0, 1);
  expect(checkGame(game).filter(({ levels }) => levels !== undefined)).toEqual([]);
});
