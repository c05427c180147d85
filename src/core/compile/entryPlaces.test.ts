import { describe, expect, test } from '@jest/globals';
import { smallProgram } from '../../../tests/support/smallLevel';
import { RandomStream } from '../foundation/random';
import { previewMovers } from '../simulate/previewMovers';
import { bearsArrival, describeEntries } from './entryPlaces';

/** An opening of twelve cells, closed above and below. */
const SHAFT = [
  '####################',
  ...Array.from({ length: 12 }, () => '....................'),
  '####################',
];

function shaft(line: [[number, number], [number, number]], cue: string, map = SHAFT) {
  return smallProgram({
    map,
    player: { at: [3.5, 6.5] },
    scripts: { glide: 'start state on { do drift leaving at 3 cells/s }' },
    kinds: [{ id: 'stone', behavior: 'glide', floats: true, hit: { form: 'box', width: 1, height: 9 } }],
    marks: [{ id: 'rim', name: 'Rim', line }],
    level: { cues: ['spawner pipe {', 'at rim', ...cue.split(';'), 'retire after 20 s', '}'] },
  });
}

const GAP = 'gap 3 cells between stone and stone;every 2 s ± 0.5 s;give heading 180 deg';

describe('where a cue lets in', () => {
  test.each([
    [1, 13, 0],
    [1, 9, -2],
    [4, 12, 1],
    [1.2, 12.9, 0],
  ])('a range from row %d to row %d of an opening from 1 to 13 is off its middle by %d cells', (from, to, off) => {
    const [entry] = describeEntries(
      shaft(
        [
          [19, from],
          [19, to],
        ],
        GAP,
      ),
    );
    expect(entry.spots[0].offCentre).toBeCloseTo(off, 6);
  });

  test('a line that is drawn the other way round is off to the other side of it', () => {
    const [entry] = describeEntries(
      shaft(
        [
          [19, 9],
          [19, 1],
        ],
        GAP,
      ),
    );
    expect(entry.spots[0].offCentre).toBeCloseTo(2, 6);
  });

  test('walls on the line are left out of what is open, and shift its middle', () => {
    const map = SHAFT.map((row, at) => (at >= 8 ? `${row.slice(0, 19)}#` : row));
    const plain = 'pick stone;every 2 s;give heading 180 deg';
    const kind = {
      ...shaft(
        [
          [19.5, 1],
          [19.5, 13],
        ],
        plain,
        map,
      ),
    };
    const walker = { ...kind, kinds: kind.kinds.map((own) => ({ ...own, floats: false })) };
    const [entry] = describeEntries(walker);
    // A body of half a cell all round touches neither wall between 1.4 and 7.6.
    expect(entry.spots[0].open).toHaveLength(1);
    const [[from, to]] = entry.spots[0].open;
    expect(1 + 12 * from).toBeGreaterThan(1.3);
    expect(1 + 12 * to).toBeLessThan(7.7);
    expect(entry.spots[0].offCentre).toBe(0);
  });

  test('the distance between two follows from interval and speed, at the least and at the most', () => {
    const rim: [[number, number], [number, number]] = [
      [19, 1],
      [19, 13],
    ];
    const [even] = describeEntries(shaft(rim, GAP));
    expect([even.interval, even.apart]).toEqual([
      [1.5, 2.5],
      [4.5, 6, 7.5],
    ]);
    const [given] = describeEntries(shaft(rim, 'pick stone;every 2 s;give heading 180 deg, speed 2..4 cells/s'));
    expect(given.apart).toEqual([4, 6, 8]);
    const [visitor] = describeEntries(shaft(rim, 'once after 3 s;pick stone'));
    expect([visitor.interval, visitor.apart]).toEqual([undefined, undefined]);
  });

  test('what is shown before a run stands as far apart as is said, with the gap between the two that block', () => {
    const program = shaft(
      [
        [19, 1],
        [19, 13],
      ],
      'gap 3 cells between stone and stone;every 2 s;give heading 180 deg',
    );
    const { ghosts, entries } = previewMovers(program);
    expect(entries[0].apart).toEqual([6, 6, 6]);
    const columns = [...new Set(ghosts.map(({ x }) => x))].sort((a, b) => a - b);
    expect(columns.length).toBeGreaterThanOrEqual(3);
    for (let index = 1; index < columns.length; index++) expect(columns[index] - columns[index - 1]).toBeCloseTo(6, 6);
    for (const column of columns) {
      const [upper, lower] = ghosts.filter(({ x }) => x === column).sort((a, b) => a.y - b.y);
      // The gap is reckoned between hit shapes, circles of half a cell here.
      expect(lower.y - upper.y).toBeCloseTo(
        3 + 2 * program.kinds[program.cues[0].type === 'spawner' ? program.cues[0].gap!.first : 0].hit.south,
        6,
      );
    }
  });

  test('a body may come in exactly where it would neither stand in a wall nor on ground that swallows it', () => {
    const seed = 20261123;
    const random = new RandomStream(seed, 1);
    const map = Array.from({ length: 9 }, () =>
      Array.from({ length: 12 }, () => '..#w'[random.nextInteger(0, 3)]).join(''),
    );
    map[4] = `${map[4].slice(0, 6)}.${map[4].slice(7)}`;
    const { grid, ground, kinds, player } = smallProgram({ map, player: { at: [6.5, 4.5] } });
    const body = kinds[player.kindIndex];
    const radius = body.stand.south;
    for (let at = 0; at < 400; at++) {
      const [x, y] = [random.nextUnit() * 12, random.nextUnit() * 9];
      const touchesWall = map.some((row, cellY) =>
        [...row].some((glyph, cellX) => {
          const nearX = Math.max(cellX, Math.min(cellX + 1, x));
          const nearY = Math.max(cellY, Math.min(cellY + 1, y));
          return glyph === '#' && (nearX - x) ** 2 + (nearY - y) ** 2 < radius ** 2;
        }),
      );
      const crossesRim = x < radius || y < radius || x > 12 - radius || y > 9 - radius;
      const own = map[Math.floor(y)][Math.floor(x)];
      const expected = own !== 'w' && (crossesRim ? own !== '#' : !touchesWall);
      expect([seed, x, y, bearsArrival({ grid, ...ground }, body, -1, x, y)]).toEqual([seed, x, y, expected]);
    }
  });
});
