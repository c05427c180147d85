import { describe, expect, test } from '@jest/globals';
import { smallProgram } from '../../../../tests/support/smallLevel';
import { prepareRuns } from './prepareRuns';
import { step } from './tick';
import { World } from './world';

/** A world in which one piece follows a behavior, after so many ticks. */
function after(ticks: number, text: string): World {
  const program = smallProgram({
    map: ['##########', '#........#', '#........#', '##########'],
    kinds: [{ id: 'guard', behavior: 'watch' }],
    pieces: [{ kind: 'guard', at: [6.5, 1.5] }],
    scripts: { watch: text },
  });
  const world = new World(prepareRuns(program), 1);
  for (let tick = 0; tick < ticks; tick++) step(world, 0);
  return world;
}

describe('joined conditions', () => {
  test('draw in every beat, whether or not another part has decided already, so that lots never shift', () => {
    const joined = after(
      31,
      'start state a { do hold go b when after 9 s and chance 50 % every 0.1 s } state b { do hold }',
    );
    const alone = after(31, 'start state a { do hold go a when chance 0 % every 0.1 s }');
    const later = [joined, alone].map((world) => world.randomOf(0).nextUnit());
    expect(joined.hasDrawn[0]).toBe(1);
    expect(later[0]).toBe(later[1]);
  });

  test('count on how long something has been seen while another part does not hold yet', () => {
    const text = (joiner: string) =>
      `start state a { do hold go b when ${joiner} sees player within 9 cells, arc 360 deg, for 0.5 s } state b { do hold }`;
    // Seen from the first tick on: by 1 s that is long enough, and the way is taken in the very tick.
    expect(after(60, text('after 1 s and')).state[0]).toBe(0);
    expect(after(61, text('after 1 s and')).state[0]).toBe(1);
    expect(after(29, text('after 9 s or')).state[0]).toBe(0);
    expect(after(30, text('after 9 s or')).state[0]).toBe(1);
  });
});
