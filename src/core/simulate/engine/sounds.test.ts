import { describe, expect, test } from '@jest/globals';
import { smallProgram } from '../../../../tests/support/smallLevel';
import { Runner } from '../run';
import type { RunEvent } from './runEvent';

describe('a shout', () => {
  test('is heard in the tick after it, once, by all within its range but the one that shouts', () => {
    const ear = 'start state wait { do hold go heard when hears gong } state heard { do hold go wait after 0.1 s }';
    const program = smallProgram({
      map: ['##########################', '#........................#', '##########################'],
      kinds: [
        { id: 'bell', behavior: 'ring' },
        { id: 'ear', behavior: 'listen' },
      ],
      pieces: [
        { kind: 'ear', at: [6.5, 1.5] },
        { kind: 'bell', at: [8.5, 1.5] },
        { kind: 'ear', at: [20.5, 1.5] },
      ],
      scripts: {
        listen: ear,
        ring: 'start state a { do hold go b after 1 s { shout gong within 5 cells } go a when hears gong } state b { do hold go a when hears gong }',
      },
    });
    const events: RunEvent[] = [];
    new Runner(program, { type: 'inputs', inputs: [] }).run(1, { events, mostTicks: 200 });
    const changes = events.flatMap((event) => (event.type === 'state' ? [[event.piece, event.to, event.tick]] : []));
    expect(events.filter(({ type }) => type === 'shout').map(({ tick }) => tick)).toEqual([60]);
    expect(changes).toEqual([
      ['piece-2', 'b', 60],
      ['piece-1', 'heard', 61],
      ['piece-1', 'wait', 67],
    ]);
  });
});
