import { describe, expect, test } from '@jest/globals';
import { smallProgram, type SmallLevel } from '../../../tests/support/smallLevel';
import type { LevelProgram } from '../compile/levelProgram';
import { RandomStream } from '../foundation/random';
import { STAND_INS } from '../people/traits';
import { Runner } from '../simulate/run';
import { FreeBound, whyNoBound } from './freeBound';
import { Prover } from './prove';
import { sayProof } from './sayProof';

const SEED = Number(process.env.GORGE_SEED ?? 21);
const ROOMS = 250;

const BEAT = { beat: 'start state on { do patrol route, back and forth, at 3 cells/s }' };
const RULES = { winAt: 'exit', loseWhenTouching: 'foe', timeLimit: 12 };

/** A corridor of one row; the exit is in its east. */
function corridor(cells: number, more: Partial<SmallLevel> = {}): LevelProgram {
  return smallProgram({
    map: ['#'.repeat(cells + 2), `#${'.'.repeat(cells)}#`, '#'.repeat(cells + 2)],
    player: { at: [1.5, 1.5] },
    playerKind: { radius: 0.4 },
    kinds: [{ id: 'foe', tags: ['foe'], behavior: 'beat', radius: 0.4 }],
    scripts: BEAT,
    marks: [{ id: 'exit', name: 'Exit', area: [cells, 1, 1, 1] }],
    level: { rules: RULES },
    ...more,
  });
}

function boundOf(program: LevelProgram): number {
  const bound = new FreeBound(program, 1);
  while (!bound.isDone) bound.work(50);
  return bound.notBefore;
}

describe('when a player who walks freely can be at the goal at all', () => {
  test('is not before it can walk there, and hardly before that', () => {
    // From 1.5 to the cell of the exit at 12: ten and a half cells at three a second are 210 ticks.
    const ticks = boundOf(corridor(12, { kinds: [], scripts: {} }));
    expect(ticks).toBeLessThanOrEqual(210);
    expect(ticks).toBeGreaterThan(170);
  });

  test('is never where something stands in the only way, and not before it has gone where it goes away', () => {
    const inTheWay = corridor(12, {
      kinds: [{ id: 'foe', tags: ['foe'], radius: 0.4 }],
      pieces: [{ kind: 'foe', at: [6.5, 1.5] }],
    });
    expect(boundOf(inTheWay)).toBe(Infinity);
    const goingAway = corridor(12, {
      scripts: { beat: 'start state on { do hold go off after 6 s } state off { enter { vanish } do hold }' },
      pieces: [{ kind: 'foe', at: [6.5, 1.5] }],
    });
    const ticks = boundOf(goingAway);
    expect(ticks).toBeGreaterThan(360);
    expect(ticks).toBeLessThan(560);
  });

  test('says nothing of what may react to the player: then it is left out', () => {
    const guard = corridor(12, {
      scripts: { beat: 'start state on { do hold go off when sees player within 3 cells } state off { do hold }' },
      pieces: [{ kind: 'foe', at: [6.5, 1.5] }],
    });
    expect(boundOf(guard)).toBeLessThan(220);
  });

  test('makes a proof of it that says so, or how early it may be won', () => {
    const proofOf = (program: LevelProgram) => {
      const prover = new Prover(program, 1, 400);
      while (prover.work().status === 'searching');
      return prover.proof;
    };
    const shut = corridor(12, {
      kinds: [{ id: 'foe', tags: ['foe'], radius: 0.4 }],
      pieces: [{ kind: 'foe', at: [6.5, 1.5] }],
    });
    expect(proofOf(shut).status).toBe('impossible');
    expect(sayProof(proofOf(shut), 60, undefined)[0]).toMatch(
      /^On seed 1 it cannot be won .* of all places at all times, [\d,]+, /,
    );
    const open = proofOf(corridor(12));
    expect(open.status).toBe('won');
    expect(open.notBefore!).toBeLessThanOrEqual(open.witness!.ticks);
    expect(sayProof(open, 60, undefined)[0]).toMatch(/Nothing wins before \d\.\d s\.$/);
  });

  test.each<[what: string, more: Partial<SmallLevel>, why: RegExp]>([
    ['slides', { control: { scheme: 'slide until blocked', speed: 8 } }, /does not walk freely/],
    ['is too quick', { control: { scheme: 'eight ways', speed: 80, evenDiagonals: true } }, /too quick/],
    ['is seen from the side', { level: { view: 'side', rules: RULES } }, /does not walk freely/],
    [
      'has to take something',
      { level: { rules: { timeLimit: 9 }, cues: ['rules { win when no foe left }'] } },
      /by being somewhere/,
    ],
  ])('is not asked of a player who %s', (_, more, why) => {
    expect(whyNoBound(corridor(12, more))).toMatch(why);
  });
});

/** A room with some walls, in which some foes go their beats. */
function room(random: RandomStream): LevelProgram {
  const [width, height] = [random.nextInteger(7, 12), random.nextInteger(4, 6)];
  const isFree = (x: number, y: number) => (x < 3 && y < 3) || (x > width - 3 && y > height - 3);
  const map = Array.from({ length: height }, (_, y) =>
    Array.from({ length: width }, (__, x) => {
      const isRim = x === 0 || y === 0 || x === width - 1 || y === height - 1;
      return isRim || (!isFree(x, y) && random.nextUnit() < 0.2) ? '#' : '.';
    }).join(''),
  );
  const pieces = Array.from({ length: random.nextInteger(2, 7) }, () => {
    const place = (): [number, number] => [
      random.nextInteger(3, width - 2) + 0.5,
      random.nextInteger(1, height - 2) + 0.5,
    ];
    const [at, to] = [place(), place()];
    return {
      kind: random.nextUnit() < 0.5 ? 'foe' : 'cart',
      at,
      facing: 90 * random.nextInteger(0, 3),
      route: [at, to],
    };
  });
  return smallProgram({
    map,
    player: { at: [1.5, 1.5] },
    playerKind: { radius: 0.2 + 0.2 * random.nextUnit() },
    control: {
      scheme: random.nextUnit() < 0.5 ? 'eight ways' : 'four ways',
      speed: 2 + 3 * random.nextUnit(),
      evenDiagonals: false,
      cornering: 0.3,
    } as SmallLevel['control'],
    kinds: [
      { id: 'foe', tags: ['foe'], behavior: 'beat', radius: 0.3 },
      { id: 'cart', tags: ['foe'], behavior: 'roll', radius: 0.45, floats: true },
    ],
    scripts: { beat: 'start state on { do hold }', roll: 'start state on { do drift bouncing at 2 cells/s }' },
    pieces,
    marks: [{ id: 'exit', name: 'Exit', area: [width - 2, height - 2, 1, 1] }],
    level: { rules: RULES },
  });
}

describe(`in ${ROOMS} rooms made by chance (seed ${SEED})`, () => {
  test('nobody who plays is ever quicker, and some rooms are told to be shut', () => {
    const random = new RandomStream(SEED, 1);
    let [won, never] = [0, 0];
    for (let number = 0; number < ROOMS; number++) {
      let program: LevelProgram;
      try {
        program = room(random);
      } catch {
        // A foe in a wall, or no way to the exit: no level.
        continue;
      }
      const notBefore = boundOf(program);
      if (notBefore === Infinity) never++;
      for (const traits of [STAND_INS[1], STAND_INS[3]]) {
        const runner = new Runner(program, { type: 'stand-in', traits });
        for (const seed of [1, 2]) {
          const { record } = runner.run(seed);
          if (record?.outcome !== 'won') continue;
          won++;
          expect([number, record.ticks >= notBefore]).toEqual([number, true]);
        }
      }
    }
    expect(won).toBeGreaterThan(20);
    expect(never).toBeGreaterThan(0);
  });
});
