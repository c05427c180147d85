import { describe, expect, test } from '@jest/globals';
import { smallProgram, type SmallLevel } from '../../../../tests/support/smallLevel';
import { runChunk } from '../../pipeline';
import { Runner } from '../run';
import { STAND_INS } from '../../people/traits';

const RUNS = 60;

/** Share of runs that the casual stand-in clears. */
function clearShare(program: ReturnType<typeof smallProgram>): number {
  const { rows } = runChunk(program, STAND_INS[1], 1, RUNS);
  return rows.filter((row) => row.outcome === 'won').length / rows.length;
}

describe('schemes that no demo level uses yet give a reading', () => {
  test('running and jumping over pits, on to ledges and past a walker', () => {
    const program = smallProgram({
      map: [
        '##############################',
        ...Array.from({ length: 5 }, () => '#............................#'),
        '#..........####..............#',
        '#....................####....#',
        '#......##....................#',
        '########..######..##########.#',
        '########oo######oo############',
      ],
      control: { scheme: 'run and jump', speed: 5, jump: 11, jumps: 1, coyote: 0.09, jumpBuffer: 0.12, mostFall: 16 },
      playerKind: { radius: 0.35, falls: true },
      player: { at: [2.5, 8.5] },
      kinds: [{ id: 'walker', tags: ['foe'], radius: 0.35, falls: true, behavior: 'walk' }],
      scripts: { walk: 'start state a { do pace across, minding ledges, at 1.5 cells/s }' },
      pieces: [{ kind: 'walker', at: [22.5, 8.6] }],
      marks: [{ id: 'exit', name: 'Exit', area: [27, 7, 2, 2] }],
      level: { view: 'side', rules: { winAt: 'exit', loseWhenTouching: 'foe', timeLimit: 40 } },
    });
    const share = clearShare(program);
    expect(share).toBeGreaterThan(0.8);
  });

  test('on a rail, past something that rolls across it', () => {
    const program = smallProgram({
      map: Array.from({ length: 12 }, (_, row) => (row % 11 === 0 ? '#'.repeat(20) : `#${'.'.repeat(18)}#`)),
      control: {
        scheme: 'along a rail',
        speed: 6,
        rail: 'across',
        throws: { aim: 270, shot: 'pellet', shotSpeed: 11, range: 20, cooldown: 0.4 },
      },
      player: { at: [2.5, 10.2] },
      kinds: [
        { id: 'pellet', radius: 0.1 },
        { id: 'roller', tags: ['foe'], radius: 0.9, behavior: 'roll' },
      ],
      scripts: { roll: 'start state a { do drift bouncing at 3.2 cells/s }' },
      pieces: [{ kind: 'roller', at: [10.5, 4.5], facing: 90 }],
      marks: [{ id: 'exit', name: 'Exit', area: [16, 9, 2, 2] }],
      level: { rules: { winAt: 'exit', loseWhenTouching: 'foe', timeLimit: 40 } },
    });
    const share = clearShare(program);
    expect(share).toBeGreaterThan(0.2);
    expect(share).toBeLessThanOrEqual(1);
  });
});

describe('what carries over water', () => {
  const ferry = (more: Partial<SmallLevel> = {}) =>
    smallProgram({
      map: ['##################', ...Array.from({ length: 3 }, () => '#....wwwwwwww....#'), '##################'],
      player: { at: [2.5, 2.5] },
      kinds: [{ id: 'raft', radius: 0.9, behavior: 'ferry' }],
      scripts: { ferry: 'start state a { do hover route, smoothly, over 10 s }' },
      pieces: [
        {
          ...{ kind: 'raft', at: [5.6, 2.5] },
          route: [
            [5.6, 2.5],
            [12.4, 2.5],
          ],
        },
      ],
      contacts: [{ by: 'raft', on: 'player', does: [{ effect: 'carry along' }] }],
      marks: [{ id: 'exit', name: 'Exit', area: [14, 1, 3, 3] }],
      ...more,
    });

  test('a ferry is waited for, ridden and left on the other side, on foot and by pointing', () => {
    expect(clearShare(ferry())).toBeGreaterThan(0.85);
    expect(clearShare(ferry({ control: { scheme: 'steer to a point', speed: 3 } }))).toBeGreaterThan(0.8);
  });

  test('a ferry that is hopped on and off is used as well', () => {
    expect(clearShare(ferry({ control: { scheme: 'one cell a press', speed: 6, pressBuffer: 0.1 } }))).toBeGreaterThan(
      0.5,
    );
  });
});

describe('what is wanted', () => {
  test('points that a touch brings, where points win: what falls is caught along a rail', () => {
    const program = smallProgram({
      map: Array.from({ length: 7 }, () => '............'),
      control: { scheme: 'along a rail', speed: 6, rail: 'across' },
      player: { at: [6, 6.5] },
      kinds: [{ id: 'pot', tags: ['pot'], behavior: 'fall' }],
      scripts: { fall: 'start state a { do drift leaving at 2 cells/s }' },
      contacts: [{ by: 'player', on: 'pot', does: [{ effect: 'collect' }, { effect: 'score', points: 10 }] }],
      marks: [
        {
          ...{ id: 'sky', name: 'Sky' },
          line: [
            [0.5, -1],
            [11.5, -1],
          ],
        },
      ],
      level: {
        rules: { loseWhenTouching: 'foe', timeLimit: 60 },
        cues: [
          ...['spawner pots {', 'at sky', 'give heading 90 deg', 'every 2 s', 'pick pot'],
          ...['retire when outside by 2 cells', '}', 'rules { win when score >= 100 }'],
        ],
      },
    });
    expect(clearShare(program)).toBeGreaterThan(0.9);
  });

  test('a thing at the brink is touched from the cell beside it, wherever in that cell one has come', () => {
    const program = smallProgram({
      map: ['############', '#....wwwwww#', '#....wwwwww#', '#....wwwwww#', '############'],
      player: { at: [1.5, 2.5], facing: 0 },
      playerKind: { radius: 0.3 },
      kinds: [{ id: 'pail', tags: ['pail'], radius: 0.3 }],
      pieces: [{ kind: 'pail', at: [4.95, 2.5] }],
      contacts: [{ by: 'player', on: 'pail', does: [{ effect: 'collect' }] }],
      level: { rules: { loseWhenTouching: 'foe', timeLimit: 20 }, cues: ['rules { win when no pail left }'] },
    });
    expect(clearShare(program)).toBe(1);
  });

  test('who is shown to be alarmed and never moves is walked round', () => {
    const program = smallProgram({
      map: [
        '################',
        ...Array.from({ length: 2 }, () => '#..............#'),
        ...Array.from({ length: 3 }, () => '#....######....#'),
        ...Array.from({ length: 2 }, () => '#..............#'),
        '################',
      ],
      player: { at: [1.5, 4.5] },
      control: { scheme: 'eight ways', speed: 4, evenDiagonals: true },
      kinds: [{ id: 'foe', tags: ['foe'], behavior: 'watch' }],
      scripts: {
        watch: `start state a { do hold go b when near player within 5 cells }
          state b { do chase player by path at 3 cells/s go a after 12 s }`,
      },
      pieces: [{ kind: 'foe', at: [12.5, 4.5] }],
      marks: [{ id: 'exit', name: 'Exit', area: [13, 4, 2, 1] }],
    });
    expect(clearShare(program)).toBeGreaterThan(0.8);
  });
});

describe('flapping through gaps that come', () => {
  const share = (cells: number) =>
    clearShare(
      smallProgram({
        map: ['#'.repeat(24), ...Array.from({ length: 11 }, () => '.'.repeat(24)), '#'.repeat(24)],
        control: { scheme: 'flap', speed: 0, lift: 6, mostFall: 8 },
        playerKind: { radius: 0.35 },
        player: { at: [6.5, 6.5] },
        kinds: ['top', 'foot'].map((id) => ({
          id,
          tags: ['foe'],
          floats: true,
          behavior: 'glide',
          stand: { form: 'box' as const, width: 1, height: 10 },
          hit: { form: 'box' as const, width: 1, height: 10 },
        })),
        scripts: { glide: 'start state on { do drift leaving at 3 cells/s }' },
        marks: [
          {
            id: 'rim',
            name: 'Rim',
            line: [
              [25, 1],
              [25, 12],
            ],
          },
        ],
        level: {
          view: 'side',
          rules: { loseWhenTouching: 'foe', timeLimit: 60 },
          cues: [
            'spawner pipe {',
            `at rim; every 2.4 s ± 0.3 s; gap ${cells} cells between top and foot, shifting at most 3.5 cells`,
            'give heading 180 deg; retire when outside by 8 cells; limit 40 alive',
            '}',
            'rules { win when clock > 18 s }',
          ],
        },
      }),
    );

  test('the stand-in clears fewer, the narrower they are', () => {
    const [wide, middle, narrow] = [6, 4, 2.4].map(share);
    expect(wide).toBeGreaterThan(middle);
    expect(middle).toBeGreaterThan(narrow);
    expect(wide - narrow).toBeGreaterThan(0.25);
  });
});

describe('fetching and bringing under every scheme', () => {
  const FETCH = [{ by: 'player', on: 'pot', does: [{ effect: 'collect' as const }] }];
  const RULES = ['rules {', 'win when no pot left', '}'];

  /** Share of runs in which all pots are fetched in time; with nobody at the keys none is. */
  function fetchedShare(level: SmallLevel): number {
    const program = smallProgram({
      kinds: [{ id: 'pot', tags: ['pot'] }, ...(level.kinds ?? [])],
      contacts: FETCH,
      ...level,
      level: { rules: { loseWhenTouching: 'foe', timeLimit: 40 }, cues: RULES, ...level.level },
    });
    const { record } = new Runner(program, { type: 'inputs', inputs: [] }).run(1);
    expect(record?.outcome).not.toBe('won');
    return clearShare(program);
  }
  const pots = (...at: [number, number][]) => at.map((place) => ({ kind: 'pot', at: place }));

  test('sliding from wall to wall', () => {
    const share = fetchedShare({
      map: ['##########', '#........#', '#......#.#', '#........#', '#.#......#', '#........#', '##########'],
      control: { scheme: 'slide until blocked', speed: 9 },
      player: { at: [1.5, 1.5] },
      pieces: pots([8.5, 3.5], [4.5, 5.5]),
    });
    expect(share).toBeGreaterThan(0.9);
  });

  test('along a rail, with nothing to fire at', () => {
    const share = fetchedShare({
      map: Array.from({ length: 8 }, (_, row) => (row % 7 === 0 ? '#'.repeat(20) : `#${'.'.repeat(18)}#`)),
      control: {
        scheme: 'along a rail',
        speed: 5,
        rail: 'across',
        throws: { aim: 270, shot: 'pellet', shotSpeed: 11, range: 20, cooldown: 0.4 },
      },
      player: { at: [9.5, 6.4] },
      kinds: [
        { id: 'pot', tags: ['pot'] },
        { id: 'pellet', radius: 0.1 },
      ],
      pieces: pots([3.5, 6.4], [16.5, 6.2]),
    });
    expect(share).toBe(1);
  });

  test('running and jumping', () => {
    const share = fetchedShare({
      map: [
        '####################',
        ...Array.from({ length: 4 }, () => '#..................#'),
        '#.......####.......#',
        '#..................#',
        '####################',
      ],
      control: { scheme: 'run and jump', speed: 5, jump: 13, jumps: 1, coyote: 0.09, jumpBuffer: 0.12, mostFall: 16 },
      playerKind: { radius: 0.35, falls: true },
      player: { at: [2.5, 6.5] },
      pieces: pots([17.5, 6.5], [9.5, 4.5]),
      level: { view: 'side', rules: { loseWhenTouching: 'foe', timeLimit: 40 }, cues: RULES },
    });
    expect(share).toBeGreaterThan(0.75);
  });

  test('flapping on the spot towards what comes', () => {
    const share = fetchedShare({
      map: Array.from({ length: 12 }, () => '....................'),
      control: { scheme: 'flap', speed: 0, lift: 5, mostFall: 7 },
      player: { at: [4.5, 6.5] },
      kinds: [{ id: 'pot', tags: ['pot'], behavior: 'glide', floats: true }],
      scripts: { glide: 'start state on { do drift leaving at 2 cells/s }' },
      pieces: [
        { kind: 'pot', at: [12.5, 3.5], facing: 180 },
        { kind: 'pot', at: [18.5, 9.5], facing: 180 },
      ],
      level: {
        view: 'side',
        rules: { loseWhenTouching: 'foe', timeLimit: 20 },
        cues: ['rules {', 'score 5 when pot collected', 'win when score >= 5', '}'],
      },
    });
    // One of the two is enough: a casual player misses many.
    expect(share).toBeGreaterThan(0.6);
  });
});

describe('what comes by is met where it will be', () => {
  /** Drips fall all over a room, shards among them; twenty drips are to be caught. Who goes to where one is now is always late. */
  const caught = (control: SmallLevel['control'], tier: number) => {
    const program = smallProgram({
      map: Array.from({ length: 14 }, (_, row) => (row % 13 === 0 ? '#'.repeat(20) : `#${'.'.repeat(18)}#`)),
      player: { at: [10, 12.3] },
      playerKind: { radius: 0.6 },
      control,
      kinds: [
        { id: 'drip', tags: ['drip'], radius: 0.25, behavior: 'fall', floats: true },
        { id: 'shard', tags: ['foe'], radius: 0.3, behavior: 'fall', floats: true },
      ],
      contacts: [{ by: 'player', on: 'drip', does: [{ effect: 'collect' }] }],
      scripts: { fall: 'start state down { do drift at 3 cells/s }' },
      marks: [
        {
          id: 'drain',
          name: 'Drain',
          line: [
            [1.5, 1.5],
            [18.5, 1.5],
          ],
        },
      ],
      level: {
        rules: { loseWhenTouching: 'foe', timeLimit: 60 },
        cues: [
          'spawner drips {',
          '  every 1 s',
          '  pick drip 3, shard 1',
          '  at drain',
          '  give heading 90 deg',
          '}',
          'rules {',
          '  score 1 when drip collected',
          '  win when score >= 20',
          '}',
        ],
      },
    });
    const { rows } = runChunk(program, STAND_INS[tier], 1, 30);
    return rows.filter(({ outcome }) => outcome === 'won').length / rows.length;
  };

  test.each([0, 1, 2, 3])('along a rail, and shards are stepped aside for (tier %i)', (tier) => {
    expect(caught({ scheme: 'along a rail', speed: 7, rail: 'across' }, tier)).toBeGreaterThan(tier === 0 ? 0.6 : 0.85);
  });

  test('on foot', () => {
    expect(caught({ scheme: 'eight ways', speed: 7, evenDiagonals: true }, 1)).toBeGreaterThan(0.85);
  });
});
