import { encode as encodePng } from 'fast-png';
import { encode as encodeJpeg } from 'jpeg-js';

/** A maze drawn with cells of so many pixels, `#` dark, as the bytes of a picture; `shift` moves it off the corner. */
export function drawMaze(map: readonly string[], pitch: number, type: 'png' | 'jpeg', shift = 0): Uint8Array {
  const width = Math.round(map[0].length * pitch) + shift;
  const height = Math.round(map.length * pitch) + shift;
  return encode(width, height, type, (x, y) => {
    const row = Math.floor((y - shift) / pitch);
    const column = Math.floor((x - shift) / pitch);
    return map[row]?.[column] === '#' ? 30 : 235;
  });
}

/** A maze of thin lines: `map` has walls at even and cells at odd places. */
export function drawLineMaze(map: readonly string[], corridor: number, line: number): Uint8Array {
  const widthOf = (index: number) => (index % 2 === 0 ? line : corridor);
  const starts = (count: number) => {
    const list = [0];
    for (let index = 0; index < count; index++) list.push(list[index] + widthOf(index));
    return list;
  };
  const [xs, ys] = [starts(map[0].length), starts(map.length)];
  const find = (list: readonly number[], value: number) =>
    list.findIndex((start, index) => value >= start && value < (list[index + 1] ?? Infinity));
  return encode(xs[xs.length - 1], ys[ys.length - 1], 'png', (x, y) =>
    map[find(ys, y)][find(xs, x)] === '#' ? 0 : 255,
  );
}

export function encode(
  width: number,
  height: number,
  type: 'png' | 'jpeg',
  shade: (x: number, y: number) => number,
): Uint8Array {
  const data = new Uint8Array(width * height * 4);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) data.set([shade(x, y), shade(x, y), shade(x, y), 255], 4 * (y * width + x));
  return type === 'png'
    ? encodePng({ width, height, data, channels: 4 })
    : new Uint8Array(encodeJpeg({ width, height, data: Buffer.from(data) }, 85).data);
}

/** Only the head of a PNG that says how large it would be. */
export function pngHead(width: number, height: number): Uint8Array {
  const bytes = new Uint8Array(40);
  bytes.set([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 0, 0, 0, 13, 0x49, 0x48, 0x44, 0x52]);
  new DataView(bytes.buffer).setUint32(16, width);
  new DataView(bytes.buffer).setUint32(20, height);
  return bytes;
}
