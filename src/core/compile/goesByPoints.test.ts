import { expect, test } from '@jest/globals';
import { hallOnly } from '../../../tests/support/kilnYard';
import { compileGameLevel } from '../index';
import { goesByPoints } from './goesByPoints';

const MARK = { id: 'gate', name: 'Gate', point: [2.5, 2.5] as [number, number] };

test.each([
  ['no cues at all', [], false],
  ['points that nothing asks for', ['rules { score 5 every 1 s }'], false],
  ['a win by points', ['rules { score 5 every 1 s', '  win when score >= 50 }'], true],
  ['a loss by points, joined and turned round', ['rules { lose when clock > 9 s and not score >= 50 }'], true],
  ['points worked out first', ['rules { win when clock > 5 s and 2 * (score - 10) > wave }'], true],
  ['points for points', ['rules { score 5 when score >= 20 }'], true],
  [
    'what opens by points',
    ['spawner late {', '  at gate', '  pick warden', '  every 5 s', '  open when score >= 10', '}'],
    true,
  ],
])('whether a level goes by points: %s', (_, cues, expected) => {
  const game = hallOnly();
  const [level] = game.levels;
  level.cues = cues;
  level.marks = [...(level.marks ?? []), MARK];
  const compiled = compileGameLevel(game, level.id);
  if (!compiled.ok) throw new Error(compiled.faults.map(({ message }) => message).join(' '));
  expect(goesByPoints(compiled.value)).toBe(expected);
});
