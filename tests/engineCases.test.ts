import { describe, expect, test } from '@jest/globals';
import { measurePursuit, recordRun, Runner, runChunk, STAND_INS, type LevelProgram, type RunEvent } from '@/core/index';
import { describeFindings } from '@/core/measure/findings';
import { describeGaps } from '@/core/measure/gapFigures';
import { gapReach } from '@/core/compile/gapReach';
import { projectCues } from '@/core/simulate/projectCues';
import { smallGame, smallProgram, type SmallLevel } from './support/smallLevel';

// Small games that the engine once played as nobody would expect; each shows one fault that is mended.

const EAST = 1;
const NOBODY_LOSES = { winAt: 'exit', loseWhenTouching: 'nobody', timeLimit: 90 };

/** Places of one piece, tick by tick, while somebody presses the same for ever. */
function track(program: LevelProgram, piece: number, input = 0, ticks = 1200) {
  const x: number[] = [];
  const y: number[] = [];
  const events: RunEvent[] = [];
  const inputs = new Array<number>(ticks).fill(input);
  new Runner(program, { type: 'inputs', inputs }).run(1, {
    events,
    mostTicks: ticks,
    onTick: (world) => {
      x.push(piece < 0 ? world.player.x : world.x[piece]);
      y.push(piece < 0 ? world.player.y : world.y[piece]);
    },
  });
  return { x, y, events };
}

function reversals(places: readonly number[]): number {
  let [count, last] = [0, 0];
  for (let index = 1; index < places.length; index++) {
    const sign = Math.sign(Math.round((places[index] - places[index - 1]) * 1e9));
    if (sign !== 0 && last !== 0 && sign !== last) count++;
    if (sign !== 0) last = sign;
  }
  return count;
}

describe('seen from the side', () => {
  const LOFT = [
    '################',
    '#..............#',
    '#..............#',
    '######.........#',
    '######.........#',
    '################',
  ];
  const jumper = {
    scheme: 'run and jump',
    speed: 3,
    jump: 11,
    jumps: 1,
    coyote: 0.09,
    jumpBuffer: 0.12,
    mostFall: 16,
  } as const;

  test.each([0.3, 0.34, 0.4, 0.45])(
    'a round body of radius %f that is held to the side walks off the lip of a ledge and falls',
    (radius) => {
      for (const control of [jumper, { ...jumper, speed: 0.7 }]) {
        const level: SmallLevel = {
          map: LOFT,
          control,
          playerKind: { radius },
          player: { at: [2.5, 3 - radius] },
          level: { view: 'side', rules: NOBODY_LOSES },
        };
        const { x, y } = track(smallProgram(level), -1, EAST, 900);
        expect(y.at(-1)).toBeCloseTo(5 - radius, 6);
        expect(x.at(-1)).toBeGreaterThan(7);
      }
    },
  );

  test.each(Array.from({ length: 12 }, (_, index) => index + 2))(
    'a walker over ledges crosses the last corner of a surface in row %i, at any radius',
    (row) => {
      for (const radius of [0.3, 0.35, 0.4, 0.45]) {
        const map = Array.from({ length: row + 3 }, (_, at) =>
          at === row ? '..######..........' : at === row + 2 ? '#'.repeat(18) : '.'.repeat(18),
        );
        const program = smallProgram({
          map,
          control: jumper,
          player: { at: [16.5, 0.6] },
          kinds: [{ id: 'cart', behavior: 'roll', radius, falls: true }],
          pieces: [{ kind: 'cart', at: [4.5, row - radius] }],
          scripts: { roll: 'start state on { do pace across, over ledges, at 1.5 cells/s }' },
          level: { view: 'side', rules: NOBODY_LOSES },
        });
        const { x, y, events } = track(program, 0, 0, 400);
        expect([row, radius, y.at(-1)!.toFixed(6)]).toEqual([row, radius, (row + 2 - radius).toFixed(6)]);
        expect(x.every((place, tick) => tick === 0 || place >= x[tick - 1] || place > 15)).toBe(true);
        const turns = events.filter((event) => event.type === 'turn');
        expect(turns.every((turn) => turn.type === 'turn' && turn.x > 17)).toBe(true);
      }
    },
  );

  const GANTRY = [
    ...Array.from({ length: 5 }, () => '.'.repeat(30)),
    '....##########................',
    '.'.repeat(30),
    '#'.repeat(30),
  ];
  const hounds = (count: number, row: number): SmallLevel => ({
    map: GANTRY,
    control: jumper,
    player: { at: [1.5, 6.6] },
    kinds: [
      { id: 'hound', behavior: 'harry', falls: true, stand: { form: 'box', width: 0.9, height: 0.9 }, radius: 0.45 },
    ],
    pieces: Array.from({ length: count }, (_, index) => ({
      kind: 'hound',
      at: [9.5 + 2 * index, row - 0.45] as [number, number],
    })),
    scripts: {
      harry: `start state after_it { do chase player straight, minding ledges, at 3 cells/s, keep 0.25 cells, slack 0.1 cells, apart 0.95 cells go idle when unseen for 2 s }
        state idle { do hold go after_it when sees player within 60 cells }`,
    },
    level: { view: 'side', rules: NOBODY_LOSES },
  });

  test('a chaser that keeps apart is never pushed over a ledge that it minds', () => {
    for (const count of [1, 2, 3])
      for (let piece = 0; piece < count; piece++) {
        const { x, y } = track(smallProgram(hounds(count, 5)), piece);
        expect([count, piece, y.at(-1)]).toEqual([count, piece, 5 - 0.45]);
        expect(x.at(-1)).toBeGreaterThanOrEqual(4.45 - 1e-9);
      }
  });

  test('chasers come to rest beside one another round one who stands, as far apart as they were told', () => {
    const program = smallProgram(hounds(3, 7));
    const tracks = [0, 1, 2].map((piece) => track(program, piece).x);
    for (const places of tracks) expect(reversals(places)).toBeLessThanOrEqual(1);
    const ends = tracks.map((places) => places.at(-1)!);
    for (const [index, end] of ends.entries())
      for (const other of ends.slice(index + 1)) expect(Math.abs(end - other)).toBeGreaterThan(0.95 - 1e-3);
    for (const places of tracks) expect(Math.abs(places.at(-1)! - places.at(-120)!)).toBeLessThan(1e-3);
  });

  test('one that paces without room is a finding with its place and how often it turns', () => {
    const program = smallProgram({
      map: ['............', '............', '.....#......', '............', '############'],
      control: jumper,
      player: { at: [10.5, 3.6] },
      kinds: [{ id: 'cart', behavior: 'roll', radius: 0.4, falls: true }],
      pieces: [{ kind: 'cart', at: [5.5, 1.6], name: 'Cart 2' }],
      scripts: { roll: 'start state on { do pace across, minding ledges, at 1.5 cells/s }' },
      level: { view: 'side', rules: { winAt: 'exit', loseWhenTouching: 'nobody', timeLimit: 20 } },
    });
    const { notes } = runChunk(program, STAND_INS[1], 1, 6);
    const [finding] = describeFindings(notes, 6);
    expect([finding.code, finding.share.value]).toEqual(['turns-for-ever', 1]);
    expect(finding.message).toMatch(/^Cart 2 turns round \d\d times in 3 s/);
    expect([Math.floor(finding.x), finding.y]).toEqual([5, 1.6]);
    // One with room turns too, and is none.
    const roomy = {
      ...program,
      grid: program.grid,
      pieces: program.pieces.map((piece) => ({ ...piece, x: 3.5, y: 3.6 })),
    };
    const ofRoomy = describeFindings(runChunk(roomy, STAND_INS[1], 1, 6).notes, 6);
    expect(ofRoomy.filter(({ code }) => code === 'turns-for-ever')).toEqual([]);
  });
});

describe('what harms', () => {
  const yard = (seconds: number): LevelProgram =>
    smallProgram({
      map: ['##########', '#........#', '#........#', '#........#', '##########'],
      player: { at: [4.5, 2.5] },
      playerKind: { health: 100 },
      kinds: [{ id: 'hose', behavior: 'lie' }],
      pieces: [
        { kind: 'hose', at: [4.7, 2.5] },
        { kind: 'hose', at: [4.3, 2.5] },
      ],
      scripts: { lie: 'start state on { do hold }' },
      contacts: [
        {
          by: 'hose',
          on: 'player',
          does: [
            { effect: 'harm', health: 20 },
            { effect: 'safe', seconds },
          ],
          cooldown: 0.2,
        },
      ],
      level: { rules: NOBODY_LOSES, cues: ['rules { lose when health <= 0 }'] },
    });

  test('makes safe once for each harm that is done, and touches in between do not renew that', () => {
    const { record } = new Runner(yard(0.5), { type: 'inputs', inputs: [] }).run(1);
    // Five harms of twenty: a touch is asked for every 0.2 s, and the first after half a second of safety harms again.
    expect([record?.outcome, record?.ticks]).toEqual(['lost', 1 + 4 * 36]);
  });

  test('is logged when it has taken effect, and only then', () => {
    const { events } = track(yard(0.5), -1, 0, 200);
    const harms = events.filter((event) => event.type === 'contact' && event.effect === 'harm');
    expect(harms).toHaveLength(5);
  });

  test('a `fill` with empty hands, or a door without its key, is no event', () => {
    const program = smallProgram({
      map: ['##########', '#........#', '#........#', '#........#', '##########'],
      player: { at: [4.5, 2.5] },
      kinds: [{ id: 'pot' }, { id: 'plate' }],
      pieces: [
        { kind: 'pot', at: [4.6, 2.5] },
        { kind: 'plate', at: [4.4, 2.5] },
      ],
      marks: [{ id: 'wall-end', name: 'Wall', area: [0, 0, 1, 1] }],
      contacts: [
        { by: 'player', on: 'pot', does: [{ effect: 'fill' }] },
        {
          by: 'player',
          on: 'plate',
          does: [{ effect: 'open', area: 'wall-end', ground: 'wall', becomes: 'floor', needs: 'pot' }],
        },
      ],
      level: { rules: NOBODY_LOSES },
    });
    expect(track(program, -1, 0, 120).events).toEqual([]);
  });
});

describe('marchers before ground that stops them', () => {
  const raid = (wear: number): LevelProgram =>
    smallProgram({
      map: [...Array.from({ length: 4 }, () => '..........'), '..cc..cc..', '..........', '..........', '..........'],
      player: { at: [5, 7.5] },
      kinds: [{ id: 'moth', behavior: 'rank', floats: true, wear, radius: 0.4 }],
      pieces: [
        { kind: 'moth', at: [3.5, 1.5], formation: 'rank' },
        { kind: 'moth', at: [6.5, 1.5], formation: 'rank' },
      ],
      scripts: { rank: 'start state on { do march stepping 0.5 cells, every 0.1 s, down 1 cells }' },
      level: { rules: NOBODY_LOSES },
    });

  test('wear it away where they wear ground, and come down', () => {
    const { y, events } = track(raid(1), 0, 0, 3000);
    expect(events.some(({ type }) => type === 'ground')).toBe(true);
    expect(Math.max(...y)).toBeGreaterThan(6);
  });

  test('stay before it where they do not', () => {
    const { y, events } = track(raid(0), 0, 0, 3000);
    expect(events.some(({ type }) => type === 'ground')).toBe(false);
    expect(Math.max(...y)).toBeLessThan(4);
  });
});

describe('gaps between two that block', () => {
  const meadow = (kinds: SmallLevel['kinds'], cues: string[], contacts: SmallLevel['contacts'] = []): SmallLevel => ({
    map: [...Array.from({ length: 15 }, () => '.'.repeat(30)), 'w'.repeat(30)],
    player: { at: [8, 7] },
    control: { scheme: 'flap', speed: 0, lift: 8, mostFall: 40 } as unknown as SmallLevel['control'],
    playerKind: { radius: 0.5, falls: true },
    kinds,
    scripts: { glide: 'start state on { do drift leaving at 5 cells/s }' },
    contacts,
    marks: [
      {
        id: 'gate',
        name: 'Gate',
        line: [
          [31, 3.25],
          [31, 11.75],
        ],
      },
    ],
    level: { view: 'side', gravity: 19, cues, rules: { winAt: 'exit', loseWhenTouching: 'pole', timeLimit: 60 } },
  });
  const pole = { id: 'pole', tags: ['pole'], behavior: 'glide', floats: true };
  const cues = (gap: string) => [
    `spawner poles {`,
    'at gate',
    'every 1.7 s, first after 0 s',
    gap,
    'give heading 180 deg',
    'retire when outside by 2 cells',
    '}',
    'rules { score 1 when ribbon collected }',
  ];

  test('halves of which a part lies in the level stay, though their middles lie outside', () => {
    const program = smallProgram(
      meadow(
        [
          { ...pole, radius: 0.6, hit: { form: 'box', width: 1.4, height: 10 } },
          { id: 'ribbon', tags: ['ribbon'], radius: 0.2, behavior: 'glide', floats: true },
        ],
        cues('gap 4.5 cells between pole and pole, strip ribbon'),
        [{ by: 'player', on: 'ribbon', does: [{ effect: 'collect' }] }],
      ),
    );
    const runs = projectCues(program, { first: 1, count: 6 }, 8, 6);
    const halves = runs.flatMap(({ arrivals }) => arrivals.filter(({ kind }) => program.kinds[kind].id === 'pole'));
    expect(halves.length).toBeGreaterThanOrEqual(48);
    expect(halves.some(({ y }) => y < 0)).toBe(true);
    // Each takes 6.4 s to cross the level and leaves it then: at 5 s three pairs and their strips are there.
    expect(runs.map(({ population }) => population[5][0])).toEqual(runs.map(() => 9));
    expect(runs.map(({ vanished }) => vanished[0])).toEqual(runs.map(() => 0));
  });

  test('the strip between them is as long as the gap, so that nobody passes without meeting it', () => {
    const program = smallProgram(
      meadow(
        [
          { ...pole, radius: 0.6, hit: { form: 'box', width: 1.4, height: 10 } },
          { id: 'ribbon', tags: ['ribbon'], radius: 0.2, behavior: 'glide', floats: true },
        ],
        cues('gap 3..4.5 cells between pole and pole, strip ribbon'),
        [{ by: 'player', on: 'ribbon', does: [{ effect: 'collect' }] }],
      ),
    );
    const { hit } = program.kinds.find(({ id }) => id === 'ribbon')!;
    expect([hit.north + hit.south, hit.east]).toEqual([4.5, 0.2]);
  });

  test('are as wide as the hit shapes leave them', () => {
    const program = smallProgram(
      meadow(
        [
          { ...pole, radius: 0.5, hit: { form: 'box', width: 1, height: 16 } },
          { id: 'ribbon', tags: ['ribbon'] },
        ],
        cues('gap 4 cells between pole and pole'),
      ),
    );
    const [cue] = program.cues;
    if (cue.type !== 'spawner') throw new Error('a spawner is meant');
    const [run] = projectCues(program, { first: 1, count: 1 }, 8, 6);
    const [first, second] = run.arrivals;
    expect(second.y - 8 - (first.y + 8)).toBeCloseTo(4, 9);
    // One of five cells does not fit through.
    const reach = { ...gapReach(program, cue)!, size: 5 };
    expect(describeGaps(program, cue, reach, [run.arrivals])?.wideEnough.value).toBe(0);
    expect(describeGaps(program, cue, { ...reach, size: 1 }, [run.arrivals])?.wideEnough.value).toBe(1);
  });
});

describe('the least safe head start', () => {
  test('is told for quick players too, since the corridor does not end before the chase', () => {
    const game = smallGame({
      map: ['##########', '#........#', '##########'],
      control: { scheme: 'eight ways', speed: 7, evenDiagonals: true },
      kinds: [{ id: 'hound', tags: ['foe'], behavior: 'hunt' }],
      pieces: [{ kind: 'hound', at: [5.5, 1.5] }],
      scripts: {
        hunt: 'start state on { do chase player by path at 6.5 cells/s go on when sees player within 30 cells }',
      },
    });
    // Slower than the player: any start that it sees at all is safe.
    const slow = measurePursuit(game, 'small', 'hound', 7);
    expect(slow.ok && slow.value.leastSafeCells).toBe(1);
    // As quick as the player plus a little: 60 s at half a cell a second close 24 cells and more.
    const quick = measurePursuit(game, 'small', 'hound', 6);
    expect(quick.ok && quick.value.leastSafeCells).toBeUndefined();
  });
});

describe('the log', () => {
  test('names those that take one place after another apart, and says why one turns', () => {
    const program = smallProgram({
      map: ['############', '#..........#', '#..........#', '############'],
      player: { at: [1.5, 2.5] },
      kinds: [{ id: 'ember', behavior: 'fly', floats: true }],
      pieces: [{ kind: 'ember', at: [8.5, 1.5] }],
      scripts: {
        fly: 'start state on { do pace across at 4 cells/s go gone after 0.4 s } state gone { do hold enter { vanish } }',
      },
      marks: [{ id: 'vent', name: 'Vent', point: [10, 1.5] }],
      level: {
        rules: NOBODY_LOSES,
        cues: ['spawner drip { at vent; every 1 s; pick ember; give heading 0 deg; limit 1 alive; retire after 5 s }'],
      },
    });
    const { events } = recordRun(program, { type: 'inputs', inputs: new Array<number>(400).fill(0) }, 1);
    const names = events.flatMap((event) => (event.type === 'arrival' ? [event.piece] : []));
    expect(names.length).toBeGreaterThanOrEqual(5);
    expect(new Set(names).size).toBe(names.length);
    const turns = events.flatMap((event) => (event.type === 'turn' ? [event.cause] : []));
    expect(new Set(turns)).toEqual(new Set(['wall']));
  });
});
