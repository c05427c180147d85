import { describe, expect, test } from '@jest/globals';
import { smallProgram, type SmallLevel } from '../../../tests/support/smallLevel';
import { runSeeds } from '../pipeline';
import { Runner } from './run';

/** A hall that a foe crosses from west to east in a row of its own, with the player standing in another one. */
function passing(foeY: number, more: Partial<SmallLevel> = {}) {
  const program = smallProgram({
    map: ['############', ...Array.from({ length: 7 }, () => '#..........#'), '############'],
    player: { at: [5.5, 3.5] },
    playerKind: { radius: 0.3 },
    kinds: [{ id: 'foe', tags: ['foe'], radius: 0.3, behavior: 'beat' }],
    scripts: { beat: 'start state on { do patrol route, back and forth, at 3 cells/s }' },
    pieces: [
      {
        kind: 'foe',
        at: [1.5, foeY],
        route: [
          [1.5, foeY],
          [10.5, foeY],
        ],
      },
    ],
    level: { rules: { loseWhenTouching: 'foe', timeLimit: 10 }, cues: ['rules { win when clock >= 8.5 s }'] },
    ...more,
  });
  const { rows } = runSeeds(new Runner(program, { type: 'inputs', inputs: new Array<number>(600).fill(0) }), 1, 1);
  return rows[0];
}

describe('close calls', () => {
  test('are counted once for each time that something passes within half a cell', () => {
    // Box to box: 1 − 0.6 = 0.4 cells, three times in eight and a half seconds.
    const { figures, outcome } = passing(4.5);
    expect([outcome, figures!.close_calls]).toEqual(['won', 3]);
  });

  test('are none farther off, none where it touches, and nothing is said where nothing harms', () => {
    expect(passing(5.5).figures!.close_calls).toBe(0);
    const touched = passing(3.7);
    expect([touched.outcome, touched.figures!.close_calls]).toEqual(['lost', 0]);
    const harmless = passing(4.5, { level: { rules: { timeLimit: 10 }, cues: ['rules { win when clock >= 8.5 s }'] } });
    expect(harmless.figures).not.toHaveProperty('close_calls');
  });
});
