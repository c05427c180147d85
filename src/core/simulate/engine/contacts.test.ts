import { describe, expect, test } from '@jest/globals';
import { smallProgram, type SmallLevel } from '../../../../tests/support/smallLevel';
import { Runner } from '../run';
import type { RunRecord } from '../runRecord';
import type { RunEvent } from './runEvent';
import type { World } from './world';

const FIELD = ['############', '#..........#', '#..........#', '#..........#', '############'];
const EAST = new Array<number>(400).fill(1);

interface Played {
  events: RunEvent[];
  record: RunRecord | undefined;
  last: { x: number; y: number; score: number; health: number; delivered: number; carried: number };
  ticks: number;
}

function play(
  small: Partial<SmallLevel>,
  inputs: number[] = EAST,
  ticks = 400,
  onTick?: (world: World) => void,
): Played {
  const program = smallProgram({ map: FIELD, player: { at: [1.5, 2.5] }, ...small });
  const events: RunEvent[] = [];
  let last: Played['last'] = { x: 0, y: 0, score: 0, health: 0, delivered: 0, carried: 0 };
  let count = 0;
  const { record } = new Runner(program, { type: 'inputs', inputs }).run(1, {
    mostTicks: ticks,
    events,
    onTick: (world) => {
      const { x, y, score, health, delivered, carried } = world.player;
      last = { x, y, score, health, delivered, carried };
      count = world.tick;
      onTick?.(world);
    },
  });
  return { events, record, last, ticks: count };
}

const thing = (at: [number, number] = [5.5, 2.5]) => ({ kinds: [{ id: 'thing' }], pieces: [{ kind: 'thing', at }] });

describe('contacts', () => {
  test('make safe by harm that is done, not by harm that is warded off', () => {
    const does = [
      { effect: 'harm' as const, health: 20 },
      { effect: 'safe' as const, seconds: 0.5 },
    ];
    const { events, last } = play(
      {
        kinds: [{ id: 'hose' }],
        playerKind: { health: 100 },
        pieces: [{ kind: 'hose', at: [1.7, 2.5] }],
        contacts: [{ by: 'hose', on: 'player', does, cooldown: 0.1 }],
      },
      [],
      100,
    );
    // Asked every 6 ticks; safe for 30 from the first, and harmed again at once when that is over: at 0, 30, 60, 90.
    const harms = events.filter((event) => event.type === 'contact' && event.effect === 'harm');
    expect(harms.map(({ tick }) => tick)).toEqual([0, 30, 60, 90]);
    expect(last.health).toBe(20);
  });

  test('defeat the player by name of the piece, unless it is safe', () => {
    const contacts = [{ by: 'thing', on: 'player', does: [{ effect: 'defeat' as const }] }];
    const { record } = play({ ...thing(), contacts });
    expect([record?.outcome, record?.cause, record?.piece]).toEqual(['lost', 'defeated', 'piece-1']);
    const safe = play({
      kinds: [{ id: 'thing' }, { id: 'charm' }],
      pieces: [
        { kind: 'charm', at: [3, 2.5] },
        { kind: 'thing', at: [5.5, 2.5] },
      ],
      contacts: [...contacts, { by: 'charm', on: 'player', does: [{ effect: 'safe', seconds: 5 }] }],
    });
    expect(safe.record).toBeUndefined();
  });

  test('harm again only after the cooldown, not on every tick', () => {
    const { ticks, record } = play(
      {
        ...thing([1.8, 2.5]),
        playerKind: { health: 3 },
        contacts: [{ by: 'thing', on: 'player', does: [{ effect: 'harm', health: 1 }], cooldown: 0.5 }],
      },
      [],
    );
    expect([ticks, record?.cause]).toEqual([61, 'defeated']);
  });

  test('collect, score and deliver count each thing once', () => {
    const { last, events } = play({
      kinds: [{ id: 'pot' }, { id: 'shelf' }],
      pieces: [
        { kind: 'pot', at: [3.5, 2.5] },
        { kind: 'pot', at: [5.5, 2.5] },
        { kind: 'shelf', at: [9.5, 2.5] },
      ],
      contacts: [
        { by: 'player', on: 'pot', does: [{ effect: 'collect' }, { effect: 'score', points: 5 }] },
        { by: 'shelf', on: 'player', does: [{ effect: 'deliver' }] },
      ],
    });
    expect([last.score, last.delivered, last.carried]).toEqual([10, 2, 0]);
    expect(events.filter((event) => event.type === 'gone')).toHaveLength(2);
  });

  test('push away, stun, quicken and teleport', () => {
    const at = (does: NonNullable<SmallLevel['contacts']>[0]['does'], seconds: number) =>
      play(
        {
          ...thing([3.5, 2.5]),
          contacts: [{ by: 'thing', on: 'player', does, cooldown: 60 }],
          marks: [{ id: 'nook', name: 'Nook', point: [9.5, 1.5] }],
        },
        EAST,
        seconds * 60,
      ).last;
    expect(at([{ effect: 'push', speed: 9, seconds: 0.3 }], 0.7).x).toBeLessThan(2.5);
    expect(at([{ effect: 'stun', seconds: 1 }], 1.3).x).toBeCloseTo(2.7, 0);
    expect(at([{ effect: 'speed', factor: 2, seconds: 1 }], 1).x).toBeGreaterThan(4.8);
    expect(at([{ effect: 'teleport', to: 'nook' }], 0.5).y).toBeCloseTo(1.5, 9);
  });

  test('open a door with its key, and not without', () => {
    const map = FIELD.map((row, index) =>
      index === 2 ? '#.....#....#' : `#.....#....#`.replace(/\./g, index % 4 === 0 ? '#' : '.'),
    );
    const stage = (hasKey: boolean): Partial<SmallLevel> => ({
      map,
      marks: [{ id: 'door', name: 'Door', area: [6, 2, 1, 1] }],
      kinds: [{ id: 'key' }, { id: 'lock' }],
      pieces: [
        ...(hasKey ? [{ kind: 'key', at: [3.5, 2.5] as [number, number] }] : []),
        { kind: 'lock', at: [5.5, 2.5] },
        { kind: 'key', at: [9.5, 3.5] },
      ],
      contacts: [
        { by: 'player', on: 'key', does: [{ effect: 'collect' }] },
        {
          by: 'lock',
          on: 'player',
          does: [{ effect: 'open', area: 'door', ground: 'wall', becomes: 'floor', needs: 'key' }],
        },
      ],
    });
    expect(play(stage(true)).last.x).toBeGreaterThan(9);
    expect(play(stage(false)).last.x).toBeLessThan(6);
  });

  test('between two pieces happen once a cooldown, to the one and to the other', () => {
    const { events } = play(
      {
        kinds: [
          { id: 'ram', behavior: 'act', health: 3 },
          { id: 'pot', health: 2 },
        ],
        pieces: [
          { kind: 'ram', at: [3.5, 1.5] },
          { kind: 'pot', at: [7.5, 1.5] },
        ],
        scripts: { act: 'start state a { do drift bouncing at 6 cells/s }' },
        contacts: [
          { by: 'ram', on: 'pot', does: [{ effect: 'harm', health: 1 }], cooldown: 0.4 },
          { by: 'pot', on: 'ram', does: [{ effect: 'harm', health: 1 }], cooldown: 0.4 },
        ],
      },
      [],
    );
    const gone = events.filter((event) => event.type === 'gone');
    expect(gone.map((event) => event.type === 'gone' && event.piece)).toEqual(['piece-2']);
    const harms = events.filter((event) => event.type === 'contact' && event.on === 'piece-2');
    expect(harms).toHaveLength(2);
  });

  test('quick bodies do not pass through each other', () => {
    const { record } = play({
      kinds: [{ id: 'thing', behavior: 'act', tags: ['foe'], radius: 0.1 }],
      pieces: [{ kind: 'thing', at: [10.5, 2.5], facing: 180 }],
      scripts: { act: 'start state a { do drift bouncing at 60 cells/s }' },
    });
    expect(record?.cause).toBe('touched');
  });

  test('of a silhouette its hollow does not hit, and a box would have: that is counted', () => {
    const hook = { form: 'silhouette' as const, width: 2, rows: ['####', '#...', '#...', '####'] };
    const stage: Partial<SmallLevel> = {
      playerKind: { radius: 0.15 },
      kinds: [{ id: 'hook', tags: ['foe'], hit: hook, radius: 0.4 }],
      pieces: [{ kind: 'hook', at: [6, 2.5] }],
      player: { at: [6.3, 2.5] },
    };
    let counted = -1;
    const away = [...new Array<number>(20).fill(0), ...EAST];
    const { record } = play(stage, away, 200, (world) => (counted = world.boxOnly));
    expect([record, counted]).toEqual([undefined, 1]);
    const west = play(stage, new Array<number>(60).fill(5));
    expect(west.record?.cause).toBe('touched');
  });
});

describe('ground', () => {
  const row = (glyphs: string) => FIELD.map((line, index) => (index === 0 || index === 4 ? line : `#${glyphs}#`));

  test('drowns, swallows and wears down what stands on it', () => {
    expect(play({ map: row('...www....') }).record?.cause).toBe('drowned');
    expect(play({ map: row('...ooo....') }).record?.cause).toBe('fell');
    expect(play({ map: row('...!!!....'), playerKind: { health: 0.5 } }).record?.cause).toBe('worn down');
    expect(play({ map: row('...!!!....'), playerKind: { health: 9 } }).record).toBeUndefined();
    expect(play({ map: row('...www....'), playerKind: { floats: true } }).record).toBeUndefined();
  });

  test('slows, pushes and lets slip', () => {
    const after = (glyphs: string, inputs: number[], ticks: number) => play({ map: row(glyphs) }, inputs, ticks).last.x;
    expect(after(',,,,,,,,,,', EAST, 60) - 1.5).toBeCloseTo(1.5, 6);
    expect(after('>>>>>>>>>>', [], 60) - 1.5).toBeCloseTo(2, 6);
    const letGo = (ticks: number, glyphs: string) => after(glyphs, EAST.slice(0, 30), ticks);
    expect(letGo(90, '~~~~~~~~~~')).toBeGreaterThan(letGo(30, '~~~~~~~~~~') + 0.5);
    expect(letGo(90, '..........')).toBe(letGo(30, '..........'));
  });

  test('a fence is seen through and a hedge is walked through', () => {
    const { events } = play(
      {
        kinds: [{ id: 'eye', behavior: 'look', tags: [] }],
        pieces: [{ kind: 'eye', at: [9.5, 2.5], facing: 180 }],
        scripts: { look: 'start state a { do hold go b when sees player within 9 cells } state b { do hold }' },
      },
      [],
    );
    expect(events.some((event) => event.type === 'sight')).toBe(true);
  });
});

describe('carriers', () => {
  const raft = (text: string, facing = 0): Partial<SmallLevel> => ({
    map: FIELD.map((line, index) => (index === 2 ? '#wwwwwwwwww#' : line)),
    player: { at: [2.5, 2.5] },
    kinds: [{ id: 'raft', behavior: 'act', floats: true, hit: { form: 'box', width: 3, height: 0.9 } }],
    pieces: [{ kind: 'raft', at: [2.5, 2.5], facing }],
    contacts: [{ by: 'raft', on: 'player', does: [{ effect: 'carry along' }] }],
    scripts: { act: text },
  });

  test('carry exactly: the rider keeps its place on the raft to the last bit of arithmetic', () => {
    const offsets = new Set<string>();
    play(raft('start state a { do drift leaving at 1.3 cells/s }'), [], 240, (world) => {
      if (world.tick > 0) offsets.add((world.player.x - world.x[0]).toFixed(9));
    });
    expect([...offsets]).toEqual(['0.000000000']);
  });

  test('one that tips over lets its rider drown, one that floats on does not', () => {
    const tipping = play(raft('start state a { do hold go b after 1 s } state b { do hold be out }'), []);
    expect([tipping.record?.cause, Math.round(tipping.ticks / 60)]).toEqual(['drowned', 1]);
    expect(play(raft('start state a { do hold }'), []).record).toBeUndefined();
  });

  test('do not carry anybody through a wall', () => {
    let most = 0;
    const { record } = play(
      raft('start state a { do drift leaving at 2 cells/s }'),
      [],
      400,
      (world) => (most = Math.max(most, world.player.x)),
    );
    expect(most).toBeLessThanOrEqual(11 - 0.4 + 1e-9);
    // Held back by the wall it comes off the raft.
    expect(record?.cause).toBe('drowned');
  });

  test('seen from the side one lands on their top, is lifted and carried', () => {
    const stage: Partial<SmallLevel> = {
      map: Array.from({ length: 10 }, (_, index) => (index === 9 ? '############' : '............')),
      level: { view: 'side' },
      control: { scheme: 'run and jump', speed: 3, jump: 9, jumps: 1, coyote: 0, jumpBuffer: 0, mostFall: 20 },
      playerKind: { stand: { form: 'box', width: 0.6, height: 0.8 } },
      player: { at: [3, 2] },
      kinds: [{ id: 'lift', behavior: 'act', floats: true, hit: { form: 'box', width: 3, height: 0.5 } }],
      pieces: [
        {
          kind: 'lift',
          at: [3, 5],
          route: [
            [3, 5],
            [7, 3],
          ],
        },
      ],
      contacts: [{ by: 'lift', on: 'player', does: [{ effect: 'carry along' }] }],
      scripts: { act: 'start state a { do hover route, evenly, over 4 s }' },
    };
    const gaps = new Set<string>();
    play(stage, [], 600, (world) => {
      if (world.tick > 90) gaps.add(`${(world.player.y - world.y[0]).toFixed(6)} ${world.player.isGrounded}`);
    });
    expect([...gaps]).toEqual(['-0.650000 true']);
  });
});

describe('mistakes of practice', () => {
  test('a push into a corner, again and again, ends: nobody comes into the wall, and whoever is left alone stands still', () => {
    const places: [number, number][] = [];
    play(
      {
        player: { at: [9.9, 3.4] },
        kinds: [{ id: 'thing', behavior: 'press' }],
        scripts: {
          press:
            'start state a { do chase player straight at 6 cells/s go b after 3 s go a when sees player within 20 cells } state b { do travel to home at 9 cells/s }',
        },
        pieces: [{ kind: 'thing', at: [4.5, 2.5] }],
        contacts: [{ by: 'thing', on: 'player', cooldown: 0, does: [{ effect: 'push', speed: 12, seconds: 0.4 }] }],
      },
      [],
      400,
      (world) => places.push([world.player.x, world.player.y]),
    );
    for (const [x, y] of places) {
      expect(x).toBeLessThanOrEqual(11 - 0.4 + 1e-9);
      expect(y).toBeLessThanOrEqual(4 - 0.4 + 1e-9);
      expect(x).toBeGreaterThanOrEqual(1.4 - 1e-9);
      expect(y).toBeGreaterThanOrEqual(1.4 - 1e-9);
    }
    expect(new Set(places.slice(-120).map(String)).size).toBe(1);
  });

  test('what others meet of a kind is the same in every state, whatever the piece does', () => {
    const touchedAt = (states: string) => {
      let x = 0;
      play(
        {
          kinds: [{ id: 'thing', behavior: 'stand' }],
          scripts: { stand: states },
          pieces: [{ kind: 'thing', at: [6.5, 2.5] }],
          contacts: [{ by: 'thing', on: 'player', does: [{ effect: 'defeat' }] }],
        },
        EAST,
        400,
        (world) => (x = world.player.x),
      );
      return x;
    };
    const still = touchedAt('start state a { do hold }');
    expect(touchedAt('start state a { do hold go b after 0.2 s } state b { do look around at 400 deg/s }')).toBe(still);
    expect(touchedAt('start state a { do look around at 90 deg/s, arc 60 deg face back }')).toBe(still);
  });
});
