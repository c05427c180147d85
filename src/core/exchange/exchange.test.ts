import { describe, expect, test } from '@jest/globals';
import { zlibSync } from 'fflate';
import { kilnYard } from '../../../tests/support/kilnYard';
import { drawLineMaze, drawMaze, encode, pngHead } from '../../../tests/support/pictures';
import { generateMap, type MapRecipe } from './generateMap';
import { detectReading, gridToMap, pictureSilhouette, readPictureGrid } from './pictureMap';
import { readPicture, type GreyPicture } from './readPicture';
import { readTextMap, unknownGlyphs } from './textMap';

function pictureOf(bytes: Uint8Array): GreyPicture {
  const read = readPicture(bytes);
  if (!read.ok) throw new Error(read.faults[0].message);
  return read.value;
}

function mapOf(bytes: Uint8Array): string[] {
  const picture = pictureOf(bytes);
  const grid = readPictureGrid(picture, detectReading(picture));
  if (!grid.ok) throw new Error(grid.faults[0].message);
  return gridToMap(grid.value, '#', '.');
}

const RECIPE: MapRecipe = {
  form: 'maze',
  columns: 21,
  rows: 15,
  seed: 4,
  openness: 0.3,
  wallGlyph: '#',
  openGlyph: '.',
  betweenGlyph: 'w',
};

describe('a picture of a maze', () => {
  test.each([
    [8, 'png', 0],
    [13, 'png', 0],
    [24, 'png', 0],
    [16, 'jpeg', 0],
    [21, 'jpeg', 0],
  ] as const)('with cells of %d pixels as %s becomes the same maze', (pitch, type, shift) => {
    for (const seed of [1, 2, 3]) {
      const map = generateMap({ ...RECIPE, seed });
      expect([seed, mapOf(drawMaze(map, pitch, type, shift))]).toEqual([seed, map]);
    }
  });

  test.each([
    [14, 2],
    [20, 3],
    [11, 1],
  ])('with corridors of %d and lines of %d pixels becomes the same maze', (corridor, line) => {
    for (const seed of [5, 6]) {
      const map = generateMap({ ...RECIPE, seed });
      expect([seed, mapOf(drawLineMaze(map, corridor, line))]).toEqual([seed, map]);
    }
  });

  test('proposes the openings in its rim as entrance and exit', () => {
    const map = generateMap(RECIPE).map((row, index) =>
      index === 1 ? `.${row.slice(1)}` : index === 13 ? `${row.slice(0, -1)}.` : row,
    );
    const picture = pictureOf(drawMaze(map, 10, 'png'));
    const grid = readPictureGrid(picture, detectReading(picture));
    expect(grid.ok && [grid.value.entrance, grid.value.exit]).toEqual([21, 13 * 21 + 20]);
  });

  test('can be read another way by hand', () => {
    const map = generateMap(RECIPE);
    const picture = pictureOf(drawMaze(map, 10, 'png'));
    const reading = detectReading(picture);
    const inverted = readPictureGrid(picture, { ...reading, isInverted: true });
    expect(inverted.ok && gridToMap(inverted.value, '.', '#')).toEqual(map);
    const wide = readPictureGrid(picture, { ...reading, pitch: 1 });
    expect(wide.ok || wide.faults[0].code).toBe('picture-no-grid');
    const narrow = readPictureGrid(
      { width: 900, height: 900, grey: new Uint8Array(810000), alpha: new Uint8Array(810000) },
      { ...reading, pitch: 2 },
    );
    expect(narrow.ok || narrow.faults[0].code).toBe('picture-grid-too-large');
  });

  test('of one shade only gives a word and no crash', () => {
    const picture = pictureOf(encode(60, 60, 'png', () => 255));
    const grid = readPictureGrid(picture, detectReading(picture));
    expect(grid.ok || grid.faults[0].code).toBe('picture-no-grid');
  });

  test('becomes a silhouette where it is opaque', () => {
    const grey = new Uint8Array(16).fill(0);
    const alpha = Uint8Array.from([255, 255, 0, 0, 255, 255, 0, 0, 0, 0, 0, 0, 0, 0, 0, 255]);
    expect(pictureSilhouette({ width: 4, height: 4, grey, alpha }, 64)).toEqual(['##..', '##..', '....', '...#']);
  });
});

describe('a picture that cannot be used', () => {
  test('gives one clear word: too large, another type, cut off', () => {
    const code = (bytes: Uint8Array) => {
      const read = readPicture(bytes);
      return read.ok ? 'fine' : read.faults[0].code;
    };
    const whole = drawMaze(generateMap(RECIPE), 8, 'png');
    const jpeg = drawMaze(generateMap(RECIPE), 8, 'jpeg');
    expect(code(pngHead(20000, 20000))).toBe('picture-too-large');
    expect(code(new TextEncoder().encode('GIF89a and so on'))).toBe('picture-type');
    expect(code(new Uint8Array(0))).toBe('picture-type');
    expect(code(whole.slice(0, whole.length / 2))).toBe('picture-broken');
    expect(code(whole.slice(0, 20))).toBe('picture-broken');
    expect(code(jpeg.slice(0, 60))).toBe('picture-broken');
    expect(code(new Uint8Array(17 * 1024 * 1024))).toBe('picture-too-large');
    expect(code(whole)).toBe('fine');
  });

  test('is given up as soon as it unpacks to more than its picture holds', () => {
    const sound = drawMaze(['####', '#..#', '####'], 4, 'png');
    const packed = zlibSync(new Uint8Array(40_000_000));
    const chunk = (type: string, data: Uint8Array) => {
      const bytes = new Uint8Array(12 + data.length);
      new DataView(bytes.buffer).setUint32(0, data.length);
      bytes.set(new TextEncoder().encode(type), 4);
      bytes.set(data, 8);
      return bytes;
    };
    const endOfHeader = 8 + 12 + 13;
    const bomb = Uint8Array.from([...sound.subarray(0, endOfHeader), ...chunk('IDAT', packed)]);
    const read = readPicture(bomb);
    expect(read.ok ? '' : read.faults[0].code).toBe('picture-broken');
    // Chunks that are not needed are not unpacked at all.
    const noted = Uint8Array.from([
      ...sound.subarray(0, endOfHeader),
      ...chunk('iCCP', packed),
      ...sound.subarray(endOfHeader),
    ]);
    expect(readPicture(noted)).toEqual(readPicture(sound));
  });

  test('never crashes, whatever is done to its bytes', () => {
    const whole = drawMaze(generateMap(RECIPE), 6, 'png');
    for (let seed = 1; seed <= 300; seed++) {
      const bytes = whole.slice();
      for (let change = 0; change < 6; change++)
        bytes[(seed * 7919 + change * 104729) % bytes.length] ^= 1 << ((seed + change) % 8);
      expect(() => readPicture(bytes)).not.toThrow();
    }
  });
});

describe('a text of a maze', () => {
  const game = kilnYard();

  test('becomes a map; characters that mean nothing need a meaning', () => {
    expect(readTextMap(game, '###\r\n#.#\r\n###\n\n', {})).toEqual({ ok: true, value: ['###', '#.#', '###'] });
    expect(unknownGlyphs(game, 'XX X')).toEqual([
      { glyph: 'X', count: 3 },
      { glyph: ' ', count: 1 },
    ]);
    const read = readTextMap(game, 'XXX\nX X\nXXX', { X: '#', ' ': '.' });
    expect(read).toEqual({ ok: true, value: ['###', '#.#', '###'] });
  });

  test('with ragged rows or unknown characters is refused by row and column', () => {
    const read = readTextMap(game, '####\n#?#\n####', {});
    expect(read.ok).toBe(false);
    if (read.ok) return;
    expect(read.faults.map((fault) => fault.message)).toEqual([
      'Row 2 has 3 cells, but the first row has 4.',
      '"?" in row 2, column 2 stands for no ground.',
    ]);
    const large = readTextMap(game, '#'.repeat(300), {});
    expect(large.ok || large.faults[0].code).toBe('map-too-large');
    const empty = readTextMap(game, '\n\n', {});
    expect(empty.ok || empty.faults[0].code).toBe('map-empty');
  });
});

describe('a generated map', () => {
  test.each(['maze', 'rooms', 'islands'] as const)(
    'of %s has the asked size, one connected ground and is the same for the same seed',
    (form) => {
      for (let seed = 1; seed <= 30; seed++) {
        const recipe = { ...RECIPE, form, seed, columns: 9 + (seed % 17), rows: 9 + ((seed * 3) % 13) };
        const map = generateMap(recipe);
        expect([seed, map.length, new Set(map.map((row) => row.length))]).toEqual([
          seed,
          recipe.rows,
          new Set([recipe.columns]),
        ]);
        expect(generateMap(recipe)).toEqual(map);
        expect([seed, connectedParts(map)]).toEqual([seed, 1]);
      }
    },
  );
});

/** How many separate parts the open ground has. */
function connectedParts(map: readonly string[]): number {
  const seen = new Set<string>();
  let parts = 0;
  map.forEach((line, row) => {
    [...line].forEach((glyph, column) => {
      if (glyph !== '.' || seen.has(`${column},${row}`)) return;
      parts++;
      const queue = [[column, row]];
      seen.add(`${column},${row}`);
      for (const [x, y] of queue) {
        for (const [dx, dy] of [
          [1, 0],
          [-1, 0],
          [0, 1],
          [0, -1],
        ]) {
          const key = `${x + dx},${y + dy}`;
          if (map[y + dy]?.[x + dx] !== '.' || seen.has(key)) continue;
          seen.add(key);
          queue.push([x + dx, y + dy]);
        }
      }
    });
  });
  return parts;
}
