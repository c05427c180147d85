import { describe, expect, test } from '@jest/globals';
import { demoLevel } from '../../../tests/support/kilnYard';
import { slideRoom } from '../../../tests/support/slideRoom';
import { smallProgram, type SmallLevel } from '../../../tests/support/smallLevel';
import type { LevelProgram } from '../compile/levelProgram';
import { RandomStream } from '../foundation/random';
import { Runner } from '../simulate/run';
import { Prover, type Proof } from './prove';
import { sayProof } from './sayProof';
import { slideFactsOf } from './slideFacts';
import { ExactSearch, whyNotExact } from './exactSearch';
import type { SearchStatus } from './witnessSearch';

const SEED = Number(process.env.GORGE_SEED ?? 8);
const BOARDS = 500;

function searchAll(program: LevelProgram, seed = 1): { status: SearchStatus; search: ExactSearch } {
  const search = new ExactSearch(program, seed);
  let status: SearchStatus = 'searching';
  while (status === 'searching') status = search.work(200);
  return { status, search };
}

function prove(program: LevelProgram): Proof {
  const prover = new Prover(program, 1, 4000);
  while (prover.work().status === 'searching');
  return prover.proof;
}

describe(`slides on ${BOARDS} random boards (seed ${SEED})`, () => {
  const random = new RandomStream(SEED, 1);

  /** Slides over a board, gone through plainly: fewest slides and least cells over which the exit is come to. */
  function gonePlainly(rows: readonly string[], goal: { x: number; y: number }, start = '1,1') {
    const least = new Map<string, { slides: number; cells: number }>([[start, { slides: 0, cells: 0 }]]);
    let found = `${goal.x},${goal.y}` === start ? { slides: 0, cells: 0 } : undefined;
    for (let isNews = true; isNews;) {
      isNews = false;
      for (const [at, own] of [...least])
        for (const [dx, dy] of [
          [1, 0],
          [0, 1],
          [-1, 0],
          [0, -1],
        ]) {
          let [x, y] = at.split(',').map(Number);
          let cells = own.cells;
          for (; rows[y + dy][x + dx] !== '#'; x += dx, y += dy) {
            cells++;
            if (x + dx !== goal.x || y + dy !== goal.y) continue;
            found = {
              slides: Math.min(found?.slides ?? 99, own.slides + 1),
              cells: Math.min(found?.cells ?? 999, cells),
            };
          }
          const known = least.get(`${x},${y}`) ?? { slides: 99, cells: 999 };
          const better = { slides: Math.min(known.slides, own.slides + 1), cells: Math.min(known.cells, cells) };
          if (better.slides === known.slides && better.cells === known.cells) continue;
          least.set(`${x},${y}`, better);
          isNews = true;
        }
    }
    return { found, rests: [...least.keys()] };
  }

  test('are told to be possible or not, with the fewest slides and the least time, as plain steps tell it', () => {
    const told = { possible: 0, not: 0 };
    for (let board = 0; board < BOARDS; board++) {
      const { program, rows, goal } = slideRoom(random);
      const { found: plain } = gonePlainly(rows, goal);
      told[plain ? 'possible' : 'not']++;
      const { status, search } = searchAll(program);
      expect([board, status]).toEqual([board, plain ? 'won' : 'exhausted']);
      expect([board, slideFactsOf(program)?.fewestSlides]).toEqual([board, plain?.slides]);
      if (!plain) continue;
      const { record } = new Runner(program, { type: 'inputs', inputs: search.witness!.inputs }).run(1);
      expect([board, record?.outcome, record?.ticks]).toEqual([board, 'won', search.witness!.ticks]);
      // The exit counts as soon as the middle of the body is in its cell, and every slide may round up to a tick.
      const ticks = Math.max(0, plain.cells - 0.5) / program.player.step;
      expect(search.witness!.ticks).toBeGreaterThanOrEqual(Math.floor(ticks));
      expect(search.witness!.ticks).toBeLessThanOrEqual(ticks + 2 + 2 * search.witness!.presses);
    }
    expect(Math.min(told.possible, told.not)).toBeGreaterThan(50);
  });

  test('have the rests without a way out that plain steps from each of them tell', () => {
    const told = { trapped: 0, free: 0 };
    for (let board = 0; board < 60; board++) {
      const { program, rows, goal } = slideRoom(random);
      const { rests } = gonePlainly(rows, goal);
      const shut = rests.filter((rest) => !gonePlainly(rows, goal, rest).found);
      const facts = slideFactsOf(program)!;
      const trapped = facts.trapped.map(({ x, y }) => `${Math.floor(x)},${Math.floor(y)}`);
      expect([board, facts.rests, trapped.toSorted()]).toEqual([board, rests.length, shut.toSorted()]);
      if (facts.fewestSlides !== undefined) told[shut.length > 0 ? 'trapped' : 'free']++;
    }
    expect(Math.min(told.trapped, told.free)).toBeGreaterThan(2);
  });
});

const MAP = ['########', '#......#', '#.####.#', '#......#', '########'];

/** A room that is slid through, with a foe in its upper row that goes after so long, s. */
function shutFor(seconds: number, timeLimit: number): LevelProgram {
  return smallProgram({
    map: MAP.map((row, y) => (y === 2 ? '#.######' : row)),
    player: { at: [1.5, 1.5] },
    control: { scheme: 'slide until blocked', speed: 10 },
    kinds: [{ id: 'foe', tags: ['foe'], behavior: 'beat' }],
    scripts: { beat: `start state shut { do hold  go open after ${seconds} s }  state open { be out  do hold }` },
    pieces: [{ kind: 'foe', at: [4.5, 1.5] }],
    marks: [{ id: 'exit', name: 'Exit', area: [6, 1, 1, 1] }],
    level: { rules: { winAt: 'exit', loseWhenTouching: 'foe', timeLimit } },
  } as SmallLevel);
}

describe('looking at every moment', () => {
  test('finds the very tick in which a way opens', () => {
    const { status, search } = searchAll(shutFor(3, 20));
    expect(status).toBe('won');
    // It may be on its way while the foe is still there: two and a half cells before its middle, less both radii.
    expect(search.witness!.ticks / 60).toBeGreaterThan(3);
    expect(search.witness!.ticks / 60).toBeLessThan(3.35);
  });

  test('is the same every time, however it is cut into parts', () => {
    const program = shutFor(2, 20);
    const whole = searchAll(program).search;
    const parts = new ExactSearch(program, 1);
    while (parts.work(3) === 'searching');
    expect([parts.witness, parts.lookedAt]).toEqual([whole.witness, whole.lookedAt]);
  });

  test('says impossible where the clock is over before, and proves the quickest way where it is not', () => {
    const never = prove(shutFor(3, 2.5));
    expect(never).toMatchObject({ status: 'impossible', witness: undefined, whyNotAll: undefined });
    expect(sayProof(never, 60, undefined)[0]).toMatch(/^On seed 1 it cannot be won .* every moment was looked at/);
    const best = prove(shutFor(3, 20));
    expect(best).toMatchObject({ status: 'won', notBefore: best.witness!.ticks });
    expect(sayProof(best, 60, undefined).join(' ')).toMatch(/No quicker way exists.*waits 1 time, .* tightest press/);
  });

  test('is not begun for bodies that move freely or shoot, nor where there are too many moments, and says how many', () => {
    expect(whyNotExact(demoLevel('drying-hall'))).toMatch(/moves freely/);
    expect(whyNotExact(demoLevel('cart-crossing'))).toMatch(/^it has about \d+ million moments, and 12 million/);
    expect(whyNotExact(demoLevel('glaze-floor'))).toBeUndefined();
  });
});

describe('what a board of slides comes to', () => {
  test('is told in words, of bodies that slide only', () => {
    const facts = { fewestSlides: 3, rests: 9, trapped: [{ x: 2.5, y: 4.5 }] };
    expect(sayProof(prove(shutFor(1, 9)), 60, facts).slice(-2)).toEqual([
      'Hazards aside it takes 3 slides at least.',
      'From 1 of its 9 rests none lead out: 2.5, 4.5.',
    ]);
    expect(slideFactsOf(demoLevel('drying-hall'))).toBeUndefined();
  });
});
