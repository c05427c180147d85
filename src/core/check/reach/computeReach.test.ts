import { describe, expect, test } from '@jest/globals';
import { compileGameLevel, type Contact, type Control } from '@/core/index';
import { RandomStream } from '../../foundation/random';
import { smallGame, type SmallLevel } from '../../../../tests/support/smallLevel';

const COLLECT: Contact = { by: 'player', on: 'shard', does: [{ effect: 'collect' }] };
const SLIDES: Control = { scheme: 'slide until blocked', speed: 8 };

function told(level: SmallLevel): string[] {
  const compiled = compileGameLevel(smallGame(level), 'small');
  return compiled.ok ? [] : compiled.faults.map(({ code }) => code);
}

/** A level that is won by taking up what lies at a place. */
function shardAt(at: [number, number], more: Partial<SmallLevel>): SmallLevel {
  return {
    map: ['########', '#......#', '#......#', '#......#', '########'],
    kinds: [{ id: 'shard', tags: ['shard'], radius: 0.3 }],
    pieces: [{ kind: 'shard', at }],
    contacts: [COLLECT],
    ...more,
    level: {
      cues: ['rules {', 'win when no shard left', '}'],
      rules: { loseWhenTouching: 'foe', timeLimit: 60 },
      ...more.level,
    },
  };
}

describe('what a slide comes over', () => {
  test('a thing on the way of a slide can be fetched, one beside every way cannot', () => {
    expect(told(shardAt([4.5, 1.5], { control: SLIDES }))).toEqual([]);
    expect(told(shardAt([3.5, 2.5], { control: SLIDES }))).toEqual(['goal-unreachable']);
  });

  test('something to stop at opens the way to it', () => {
    const map = ['########', '#......#', '#......#', '##.....#', '########'];
    expect(told(shardAt([3.5, 2.5], { control: SLIDES, map }))).toEqual([]);
  });

  test('who walks gets everywhere that no wall closes off', () => {
    expect(told(shardAt([3.5, 2.5], {}))).toEqual([]);
    const map = ['########', '#.#....#', '###....#', '#......#', '########'];
    expect(told(shardAt([3.5, 2.5], { map }))).toEqual(['goal-unreachable']);
  });
});

describe('a place at which a rule wants the player', () => {
  const nook = (rule: string, more: Partial<SmallLevel> = {}): string[] =>
    told({
      map: ['########', '#..#...#', '#..#...#', '#..#...#', '########'],
      marks: [
        { id: 'nook', name: 'Nook', area: [5, 1, 2, 2] },
        { id: 'near', name: 'Near', area: [1, 2, 1, 1] },
        { id: 'dot', name: 'Dot', point: [2.5, 2.5] },
      ],
      ...more,
      level: { cues: ['rules {', rule, '}'], rules: { loseWhenTouching: 'foe', timeLimit: 60 } },
    });

  test('is told when no way leads there, alone or joined with more', () => {
    expect(nook('win when player at nook')).toEqual(['place-unreachable']);
    expect(nook('win when clock > 5 s and player at nook')).toEqual(['place-unreachable']);
  });

  test('is not told when another place does as well, or when it must not be there', () => {
    expect(nook('win when player at nook or player at near')).toEqual([]);
    expect(nook('win when not player at nook')).toEqual([]);
  });

  test('is told when its mark has no area', () => {
    expect(nook('win when player at dot')).toEqual(['mark-without-area']);
  });

  test('may lie behind a wall when something takes the player there', () => {
    const hatch = (to: string): Partial<SmallLevel> => ({
      kinds: [{ id: 'hatch' }],
      pieces: [{ kind: 'hatch', at: [2.5, 3.5] }],
      contacts: [{ by: 'hatch', on: 'player', does: [{ effect: 'teleport', to }] }],
    });
    expect(nook('win when player at nook', hatch('nook'))).toEqual([]);
    expect(nook('win when player at nook', hatch('near'))).toEqual(['place-unreachable']);
  });
});

/** The plain way: goes on from every place that was reached, heading by heading, one cell at a time. */
function slidesPlainly(map: readonly string[], [column, row]: [number, number]): Set<string> {
  const isWall = (x: number, y: number) => map[y]?.[x] !== '.';
  const passed = new Set([`${column},${row}`]);
  const stops: [number, number][] = [[column, row]];
  const known = new Set(passed);
  while (stops.length > 0) {
    const [fromX, fromY] = stops.pop()!;
    for (const [dx, dy] of [
      [1, 0],
      [-1, 0],
      [0, 1],
      [0, -1],
    ]) {
      let [x, y] = [fromX, fromY];
      while (!isWall(x + dx, y + dy)) {
        x += dx;
        y += dy;
        passed.add(`${x},${y}`);
      }
      if (known.has(`${x},${y}`)) continue;
      known.add(`${x},${y}`);
      stops.push([x, y]);
    }
  }
  return passed;
}

test('on 40 random floors a slider can fetch exactly what the plain way passes', () => {
  for (let seed = 1; seed <= 40; seed++) {
    const random = new RandomStream(seed, 1);
    const map = Array.from({ length: 9 }, (_, y) =>
      Array.from({ length: 12 }, (_, x) => {
        const isRim = x === 0 || y === 0 || x === 11 || y === 8;
        return isRim || (random.nextUnit() < 0.16 && !(x === 1 && y === 1)) ? '#' : '.';
      }).join(''),
    );
    const passed = slidesPlainly(map, [1, 1]);
    const [x, y] = [random.nextInteger(1, 10), random.nextInteger(1, 7)];
    if (map[y][x] === '#') continue;
    // As small as it is, nobody meets it from the cell beside it.
    const level = shardAt([x + 0.5, y + 0.5], {
      map,
      control: SLIDES,
      kinds: [{ id: 'shard', tags: ['shard'], radius: 0.1 }],
    });
    const isMetBeside = passed.has(`${x},${y}`);
    expect({ seed, x, y, isTold: told(level).includes('goal-unreachable') }).toEqual({
      seed,
      x,
      y,
      isTold: !isMetBeside,
    });
  }
});
