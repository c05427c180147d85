import { cosDegrees, sinDegrees } from '../foundation/exactMath';
import { errorAt, type Diagnostic } from '../foundation/diagnostic';
import { fail, succeed, type Result } from '../foundation/result';
import type { GreyPicture } from './readPicture';

/** How a picture of a maze is read; all of it can be changed by hand. Lengths in pixels of the picture. */
export interface PictureReading {
  /** Shades darker than this are walls, 1..255. */
  threshold: number;
  /** Whether what is dark is open and what is light is wall. */
  isInverted: boolean;
  /** Walls as wide as corridors, each a cell; or thin lines between cells. */
  walls: 'cells' | 'lines';
  /** Width of a cell; with lines, from the middle of a line to the next. */
  pitch: number;
  /** Where the first cell, or the middle of the first line, begins. */
  left: number;
  top: number;
}

export interface PictureGrid {
  columns: number;
  rows: number;
  /** 1 for walls, row by row. */
  wall: Uint8Array;
  /** Proposed cells for the player and the exit; −1 when the grid has no open cell. */
  entrance: number;
  exit: number;
}

const MOST_SIDE = 256;
const LEAST_PITCH = 2;

/** Works out how a picture is most likely to be read. */
export function detectReading(picture: GreyPicture): PictureReading {
  const threshold = otsuThreshold(picture);
  const across = edgeProfile(picture, threshold, true);
  const down = edgeProfile(picture, threshold, false);
  const thickness = usualRun(picture, threshold);
  const corridor = usualRun(picture, threshold, true);
  const isThin = thickness > 0 && corridor > 2.2 * thickness;
  const guess = isThin ? thickness + corridor : Math.min(thickness || corridor, corridor || thickness);
  const pitch = guess > 0 ? refinePitch(across, down, guess) : 0;
  if (pitch === 0) return { threshold, isInverted: false, walls: 'cells', pitch, left: 0, top: 0 };
  const left = bestOffset(across, pitch, isThin ? thickness : 0);
  const top = bestOffset(down, pitch, isThin ? thickness : 0);
  return { threshold, isInverted: false, walls: isThin ? 'lines' : 'cells', pitch, left, top };
}

/** The threshold that parts dark from light best: most variance between both (N. Otsu, 1979). */
function otsuThreshold({ grey }: GreyPicture): number {
  const counts = new Float64Array(256);
  for (const shade of grey) counts[shade]++;
  let sum = 0;
  for (let shade = 0; shade < 256; shade++) sum += shade * counts[shade];
  let [below, sumBelow, best, bestVariance] = [0, 0, 128, -1];
  let lastBest = 128;
  for (let shade = 0; shade < 255; shade++) {
    below += counts[shade];
    sumBelow += shade * counts[shade];
    const above = grey.length - below;
    if (below === 0 || above === 0) continue;
    const gap = sumBelow / below - (sum - sumBelow) / above;
    const variance = below * above * gap * gap;
    if (variance > bestVariance * (1 + 1e-12)) {
      bestVariance = variance;
      best = shade + 1;
      lastBest = best;
    } else if (variance >= bestVariance * (1 - 1e-12)) lastBest = shade + 1;
  }
  // Between two clear shades every threshold is as good; the middle one forgives most.
  return Math.round((best + lastBest) / 2);
}

/** How many pixels change between wall and open from one column (or row) to the next. */
function edgeProfile({ width, height, grey }: GreyPicture, threshold: number, across: boolean): Float64Array {
  const profile = new Float64Array((across ? width : height) + 1);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const isDark = grey[y * width + x] < threshold;
      const before = across
        ? x > 0 && grey[y * width + x - 1] < threshold
        : y > 0 && grey[(y - 1) * width + x] < threshold;
      if (isDark !== before) profile[across ? x : y]++;
    }
  }
  return profile;
}

/** The shortest common length of a run of dark (or light) pixels: the width of a wall, or of a corridor; 0 when there is none. */
function usualRun({ width, height, grey }: GreyPicture, threshold: number, isLight = false): number {
  const counts = new Float64Array(Math.max(width, height) + 1);
  const scan = (length: number, lines: number, at: (line: number, place: number) => number) => {
    for (let line = 0; line < lines; line++) {
      let run = 0;
      for (let place = 0; place <= length; place++) {
        const isWanted = place < length && grey[at(line, place)] < threshold !== isLight;
        if (isWanted) run++;
        else {
          // Runs to the border may be cut off by it.
          if (run > 0 && run < place && place < length) counts[run]++;
          run = 0;
        }
      }
    }
  };
  scan(width, height, (line, place) => line * width + place);
  scan(height, width, (line, place) => place * width + line);
  // A run may be a pixel longer or shorter than it was drawn.
  const blurred = counts.map((count, run) => count + 0.5 * ((counts[run - 1] ?? 0) + (counts[run + 1] ?? 0)));
  const most = Math.max(...blurred);
  if (most === 0) return 0;
  const shortest = blurred.findIndex((count, run) => run > 0 && count >= TELLING_SHARE * most);
  // Of the runs beside it the one that really occurs most.
  return counts[shortest + 1] > counts[shortest] ? shortest + 1 : shortest;
}

/** Lengths that occur less often than this share of the commonest are taken for chance. */
const TELLING_SHARE = 0.3;

/** Tries pitches round a guess, in hundredths of a pixel over the whole picture, and keeps the one that fits most edges. */
function refinePitch(across: Float64Array, down: Float64Array, guess: number): number {
  const start = Math.max(LEAST_PITCH, guess);
  let best = start;
  let bestScore = -1;
  for (let step = -40; step <= 40; step++) {
    const pitch = start * (1 + step / 200);
    if (pitch < LEAST_PITCH) continue;
    const score = fitOf(across, pitch) + fitOf(down, pitch);
    if (score > bestScore * 1.000001) {
      bestScore = score;
      best = pitch;
    }
  }
  const whole = Math.round(best);
  // A whole number of pixels is likelier than one beside it that fits hardly better.
  return Math.abs(best - whole) < 0.06 ? whole : Number(best.toFixed(2));
}

/** How sharply edges gather when the profile is wound up by a pitch: length of the mean direction. */
function fitOf(profile: Float64Array, pitch: number): number {
  let [x, y, all] = [0, 0, 0];
  for (let place = 0; place < profile.length; place++) {
    if (profile[place] === 0) continue;
    const turn = ((place / pitch) % 1) * 360;
    x += profile[place] * cosDegrees(turn);
    y += profile[place] * sinDegrees(turn);
    all += profile[place];
  }
  return all > 0 ? Math.sqrt(x * x + y * y) / all : 0;
}

/** Where cells begin: the offset below a pitch at which most edges lie; with lines, the middle of the line. */
function bestOffset(profile: Float64Array, pitch: number, lineWidth: number): number {
  let best = 0;
  let bestSum = -1;
  const steps = Math.ceil(pitch);
  for (let offset = 0; offset < steps; offset++) {
    let sum = 0;
    for (let place = offset; place < profile.length; place += pitch) {
      const near = Math.round(place);
      sum += (profile[near] ?? 0) + 0.4 * ((profile[near - 1] ?? 0) + (profile[near + 1] ?? 0));
      if (lineWidth > 0) sum += profile[Math.round(place + lineWidth)] ?? 0;
    }
    if (sum > bestSum) {
      bestSum = sum;
      best = offset;
    }
  }
  const start = best + lineWidth / 2;
  // A cell that begins just before the picture's border is a whole one.
  return start > pitch * 0.75 && lineWidth === 0 ? start - pitch : start;
}

/** Reads a picture as a grid. Faults when the reading gives no grid that a level can have. */
export function readPictureGrid(picture: GreyPicture, reading: PictureReading): Result<PictureGrid, Diagnostic> {
  const { pitch, left, top, walls } = reading;
  const across = Math.max(0, Math.round((picture.width - left) / pitch));
  const down = Math.max(0, Math.round((picture.height - top) / pitch));
  const columns = walls === 'cells' ? across : 2 * across + 1;
  const rows = walls === 'cells' ? down : 2 * down + 1;
  if (!(pitch >= LEAST_PITCH) || columns < 3 || rows < 3) {
    return fail([
      errorAt(
        { path: [] },
        'picture-no-grid',
        'No cells can be told apart in this picture.',
        'Set the width of a cell by hand.',
      ),
    ]);
  }
  if (columns > MOST_SIDE || rows > MOST_SIDE) {
    return fail([
      errorAt(
        { path: [] },
        'picture-grid-too-large',
        `This reading gives ${columns} × ${rows} cells; a level has ${MOST_SIDE} × ${MOST_SIDE} at most.`,
        'Make cells wider, or cut the picture.',
      ),
    ]);
  }
  const wall =
    walls === 'cells' ? sampleCells(picture, reading, columns, rows) : sampleLines(picture, reading, columns, rows);
  return succeed({ columns, rows, wall, ...proposeEnds(wall, columns, rows) });
}

function isDarkAt(
  { width, height, grey }: GreyPicture,
  { threshold, isInverted }: PictureReading,
  x: number,
  y: number,
): boolean {
  const column = Math.min(width - 1, Math.max(0, Math.floor(x)));
  const row = Math.min(height - 1, Math.max(0, Math.floor(y)));
  return grey[row * width + column] < threshold !== isInverted;
}

const SAMPLES = [0.3, 0.4, 0.5, 0.6, 0.7];

/** A cell is wall when most of its middle is. */
function sampleCells(picture: GreyPicture, reading: PictureReading, columns: number, rows: number): Uint8Array {
  const { pitch, left, top } = reading;
  return Uint8Array.from({ length: columns * rows }, (_, cell) => {
    const x = left + (cell % columns) * pitch;
    const y = top + Math.floor(cell / columns) * pitch;
    let dark = 0;
    for (const partX of SAMPLES)
      for (const partY of SAMPLES) if (isDarkAt(picture, reading, x + partX * pitch, y + partY * pitch)) dark++;
    return dark * 2 > SAMPLES.length * SAMPLES.length ? 1 : 0;
  });
}

/** Cells and the lines between them alternate: odd places are cells, even ones lines, crossings always wall. */
function sampleLines(picture: GreyPicture, reading: PictureReading, columns: number, rows: number): Uint8Array {
  const { pitch, left, top } = reading;
  return Uint8Array.from({ length: columns * rows }, (_, cell) => {
    const column = cell % columns;
    const row = Math.floor(cell / columns);
    if (column % 2 === 0 && row % 2 === 0) return 1;
    const x = left + (column / 2) * pitch;
    const y = top + (row / 2) * pitch;
    if (column % 2 === 1 && row % 2 === 1) return 0;
    let dark = 0;
    for (const part of [-0.15, 0, 0.15]) {
      // A line may lie a pixel beside where it is expected.
      const isUpright = column % 2 === 0;
      const hits = [-1.5, -0.5, 0.5, 1.5].some((aside) =>
        isUpright
          ? isDarkAt(picture, reading, x + aside, y + part * pitch)
          : isDarkAt(picture, reading, x + part * pitch, y + aside),
      );
      if (hits) dark++;
    }
    return dark >= 2 ? 1 : 0;
  });
}

/** Entrance and exit: two openings in the rim that lie farthest apart, or else the two open cells that do. */
function proposeEnds(wall: Uint8Array, columns: number, rows: number): { entrance: number; exit: number } {
  const open = [...wall.keys()].filter((cell) => wall[cell] === 0);
  if (open.length === 0) return { entrance: -1, exit: -1 };
  const isRim = (cell: number) => {
    const column = cell % columns;
    const row = Math.floor(cell / columns);
    return column === 0 || row === 0 || column === columns - 1 || row === rows - 1;
  };
  const rim = open.filter(isRim);
  if (rim.length >= 2 && rim.length <= (columns + rows) / 2) {
    const farthest = rim.reduce((best, cell) =>
      squareBetween(rim[0], cell, columns) > squareBetween(rim[0], best, columns) ? cell : best,
    );
    return { entrance: rim[0], exit: farthest };
  }
  const start = farthestFrom(wall, columns, rim[0] ?? open[0]);
  return { entrance: rim[0] ?? start, exit: farthestFrom(wall, columns, rim[0] ?? start) };
}

function squareBetween(a: number, b: number, columns: number): number {
  const dx = (a % columns) - (b % columns);
  const dy = Math.floor(a / columns) - Math.floor(b / columns);
  return dx * dx + dy * dy;
}

/** The open cell with the longest way from a cell, by straight steps. */
function farthestFrom(wall: Uint8Array, columns: number, start: number): number {
  const seen = new Uint8Array(wall.length);
  seen[start] = 1;
  const queue = [start];
  for (const cell of queue) {
    for (const next of [
      cell % columns < columns - 1 ? cell + 1 : -1,
      cell % columns > 0 ? cell - 1 : -1,
      cell + columns,
      cell - columns,
    ]) {
      if (next < 0 || next >= wall.length || seen[next] || wall[next]) continue;
      seen[next] = 1;
      queue.push(next);
    }
  }
  return queue[queue.length - 1];
}

/** A grid as rows of a map. */
export function gridToMap({ columns, rows, wall }: PictureGrid, wallGlyph: string, openGlyph: string): string[] {
  return Array.from({ length: rows }, (_, row) =>
    Array.from({ length: columns }, (__, column) => (wall[row * columns + column] ? wallGlyph : openGlyph)).join(''),
  );
}

/** A picture as a silhouette of rows of `#` and `.`, no larger than `side`, where it is opaque (or dark, if all is opaque). */
export function pictureSilhouette({ width, height, alpha, grey }: GreyPicture, side: number): string[] {
  const hasAlpha = alpha.some((value) => value < 128);
  const scale = Math.max(1, Math.max(width, height) / side);
  const columns = Math.max(1, Math.floor(width / scale));
  const rows = Math.max(1, Math.floor(height / scale));
  return Array.from({ length: rows }, (_, row) =>
    Array.from({ length: columns }, (__, column) => {
      const at = Math.floor((row + 0.5) * scale) * width + Math.floor((column + 0.5) * scale);
      return (hasAlpha ? alpha[at] >= 128 : grey[at] < 128) ? '#' : '.';
    }).join(''),
  );
}
