import { expect, test } from '@jest/globals';
import { plainYard } from '../../../tests/support/kilnYard';
import { RandomStream } from '../foundation/random';
import { changeTo, revertChange } from './edit';
import { writeGame } from './writeGame';

test('the change from one state to another leads there and back, and is small where lists keep their length (seed 5)', () => {
  const random = new RandomStream(5, 1);
  const pick = (count: number) => Math.floor(random.nextUnit() * count);
  for (let round = 0; round < 40; round++) {
    const from = plainYard();
    const to = structuredClone(from);
    const edits = 1 + pick(4);
    for (let edit = 0; edit < edits; edit++) {
      const piece = to.levels[pick(to.levels.length)].pieces;
      if (random.nextUnit() < 0.3 && piece.length > 1) piece.splice(pick(piece.length), 1);
      else piece[pick(piece.length)].at = [pick(9) + 0.5, pick(9) + 0.5];
    }
    const made = changeTo(from, 'Theirs', to);
    if (!made) continue;
    expect(writeGame(made.game)).toBe(writeGame(to));
    expect(writeGame(revertChange(made.game, made.change))).toBe(writeGame(from));
  }
  const small = changeTo(plainYard(), 'Theirs', { ...structuredClone(plainYard()), name: 'Other' })!;
  expect(small.change.patches).toEqual([{ op: 'replace', path: ['name'], value: 'Other' }]);
});
