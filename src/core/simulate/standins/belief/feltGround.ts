import type { LevelProgram } from '../../../compile/levelProgram';
import type { RandomStream } from '../../../foundation/random';
import { progressAt } from '../../../compile/scrollProgram';
import type { MoveGraph } from '../../moves/moveGraph';
import type { LevelKnowledge } from '../levelKnowledge';
import { SHOWN } from '../screen';
import type { StandInTraits } from '../../../people/traits';
import type { Belief } from './belief';
import type { Danger } from './danger';

/** The side of the stretches whose length is misjudged alike, cells. */
const MISJUDGED_CELLS = 5;
/** What has stood for so long is taken to stay, s. */
const STAYS_SECONDS = 1;
/** Going through what stays and harms is worth so long a detour, s. */
const CLOSED_SECONDS = 20;
/** How far beyond touching it closes a way, cells. */
const CLOSED_CELLS = 0.15;
/** Spells whose lengths differ by less than this are the same, ticks. */
const DUE_TICKS = 15;
/** What was found in the way is avoided for so long, by so long a detour, s, and so far round it, cells. */
const SHUT_FOR_SECONDS = 15;
const SHUT_DETOUR_SECONDS = 8;
const SHUT_CELLS = 1.5;

/** What every cell costs to cross as a stand-in feels it in this run, as factors; undefined when it judges well. */
export function feelGround(
  { width, height }: MoveGraph,
  misjudgement: number,
  random: RandomStream,
): Float64Array | undefined {
  const columns = Math.ceil(width / MISJUDGED_CELLS);
  const blocks = Float64Array.from(
    { length: columns * Math.ceil(height / MISJUDGED_CELLS) },
    () => 1 + misjudgement * random.nextUnit(),
  );
  if (misjudgement === 0) return undefined;
  return Float64Array.from({ length: width * height }, (_, cell) => {
    const column = cell % width;
    const row = (cell - column) / width;
    return blocks[Math.floor(row / MISJUDGED_CELLS) * columns + Math.floor(column / MISJUDGED_CELLS)];
  });
}

/** What coming into cells is felt to cost besides, ticks; undefined where nothing is in the way. */
export interface FeltInTheWay {
  /** What a plan pays besides all that it foresees. */
  extra: Float64Array | undefined;
  /** What is still to be paid on the rest of the way, beyond what is thought through: a plan pays it as it foresees it. */
  onTheWay: Float64Array | undefined;
}

export const NOTHING_IN_THE_WAY: FeltInTheWay = { extra: undefined, onTheWay: undefined };

/** What is taken to be in the way for longer than a plan reaches: what stands there, whom it sees, and what was found shut. */
export class FoundShut {
  private readonly found: { x: number; y: number; until: number }[] = [];
  private changes = 0;

  constructor(private readonly program: LevelProgram) {}

  reset(): void {
    this.found.length = 0;
    this.changes = 0;
  }

  /** Notes that what is minded now stood in the way for too long. */
  note({ minded, count }: Danger, tick: number): void {
    for (let index = 0; index < count; index++)
      this.found.push({
        x: minded[index].x[0],
        y: minded[index].y[0],
        until: tick + SHUT_FOR_SECONDS * this.program.ticksPerSecond,
      });
    this.changes++;
  }

  /** A number that changes when what is in the way does. */
  sign(belief: Belief, tick: number, rim: number): number {
    const { frame, feared } = belief;
    while (this.found.length > 0 && this.found[0].until <= tick) {
      this.found.shift();
      this.changes++;
    }
    let sign = this.changes + (this.program.scroll ? Math.floor(2 * rim) * 7907 : 0);
    for (let index = 0; index < feared.length; index++) {
      const piece = feared[index];
      const isDue = this.comesAndGoes(belief, piece);
      if (!isDue && !this.stays(belief, piece)) continue;
      if (isDue) {
        const spells = Math.round((belief.spellHere[piece] + 31 * belief.spellOut[piece]) / DUE_TICKS);
        sign = (Math.imul(sign, 31) + piece * 7919 + spells * 613) | 0;
        continue;
      }
      const turn = Math.round(4 * frame.facingX[piece]) * 16 + Math.round(4 * frame.facingY[piece]);
      sign =
        (Math.imul(sign, 31) +
          piece * 7919 +
          Math.floor(frame.x[piece] * 2) * 131 +
          Math.floor(frame.y[piece] * 2) * 17 +
          turn) |
        0;
    }
    return sign;
  }

  /** Whether it stands in one place and has been seen to come or go: it is waited for, and its price is known. */
  private comesAndGoes({ frame, topSpeed, spellHere, spellOut }: Belief, piece: number): boolean {
    return topSpeed[piece] === 0 && (spellHere[piece] > 0 || spellOut[piece] > 0) && frame.shown[piece] !== SHOWN.gone;
  }

  private stays(belief: Belief, piece: number): boolean {
    return (
      belief.frame.shown[piece] === SHOWN.here &&
      belief.frame.isAlarmed[piece] === 0 &&
      belief.stoodFor(piece) >= STAYS_SECONDS * this.program.ticksPerSecond
    );
  }

  /** What coming into each cell costs besides. */
  extra(
    belief: Belief,
    traits: StandInTraits,
    danger: Danger,
    knowledge: LevelKnowledge,
    tick: number,
    rim: number,
  ): FeltInTheWay {
    const { grid, pieces, kinds, player, ticksPerSecond } = this.program;
    const felt: FeltInTheWay = { extra: undefined, onTheWay: undefined };
    const addTo = (which: keyof FeltInTheWay) => (column: number, row: number, seconds: number) => {
      if (column < 0 || row < 0 || column >= grid.width || row >= grid.height) return;
      const cells = (felt[which] ??= new Float64Array(grid.width * grid.height));
      cells[row * grid.width + column] += seconds * ticksPerSecond;
    };
    const add = addTo('extra');
    const addOnTheWay = addTo('onTheWay');
    const { scroll } = this.program;
    if (scroll) {
      // Where the view has moved on, nobody goes; when it will have moved on elsewhere, a plan reckons with.
      for (let row = 0; row < grid.height; row++)
        for (let column = 0; column < grid.width; column++)
          if (progressAt(scroll, column + 0.5, row + 0.5) < rim) add(column, row, CLOSED_SECONDS);
    }
    const own = kinds[player.kindIndex].hit;
    const { frame, feared } = belief;
    for (let index = 0; index < feared.length; index++) {
      const piece = feared[index];
      const isDue = this.comesAndGoes(belief, piece);
      if (!isDue && !this.stays(belief, piece)) continue;
      const { hit } = kinds[pieces[piece].kindIndex];
      const x = frame.x[piece];
      const y = frame.y[piece];
      const west = x - hit.west - own.east - CLOSED_CELLS;
      const east = x + hit.east + own.west + CLOSED_CELLS;
      const north = y - hit.north - own.south - CLOSED_CELLS;
      const south = y + hit.south + own.north + CLOSED_CELLS;
      const [left, right] = [Math.floor(west + 0.5), Math.ceil(east - 0.5) - 1];
      const [top, bottom] = [Math.floor(north + 0.5), Math.ceil(south - 0.5) - 1];
      // What comes and goes is waited for; what stays is gone round.
      const across = Math.max(1, Math.min(right - left, bottom - top) + 1);
      const seconds = isDue
        ? danger.crossingSeconds(belief, piece, across) / across
        : CLOSED_SECONDS * belief.harm[piece];
      for (let row = top; row <= bottom; row++)
        for (let column = left; column <= right; column++) (isDue ? addOnTheWay : add)(column, row, seconds);
      if (!this.stays(belief, piece)) continue;
      this.addWatched(belief, piece, traits, danger, knowledge, add);
    }
    for (const { x, y, until } of this.found) {
      if (until <= tick) continue;
      for (let row = Math.floor(y - SHUT_CELLS); row <= Math.floor(y + SHUT_CELLS); row++)
        for (let column = Math.floor(x - SHUT_CELLS); column <= Math.floor(x + SHUT_CELLS); column++)
          add(column, row, SHUT_DETOUR_SECONDS / 3);
    }
    return felt;
  }

  /** What somebody who stands there watches is felt by how long it takes to cross. */
  private addWatched(
    { frame }: Belief,
    piece: number,
    traits: StandInTraits,
    { boldness }: Danger,
    { sights, lines }: LevelKnowledge,
    add: (column: number, row: number, seconds: number) => void,
  ): void {
    const { brain } = this.program.pieces[piece];
    const sight = brain >= 0 && frame.state[piece] >= 0 ? sights[brain][frame.state[piece]] : undefined;
    if (!sight) return;
    const { width } = this.program.grid;
    const x = frame.x[piece];
    const y = frame.y[piece];
    const stepSeconds = 1 / (this.program.player.step * this.program.ticksPerSecond);
    const from = Math.floor(y) * width + Math.floor(x);
    for (let row = Math.floor(y - sight.range); row <= y + sight.range; row++)
      for (let column = Math.floor(x - sight.range); column <= x + sight.range; column++) {
        if (column < 0 || row < 0 || column >= width || row >= this.program.grid.height) continue;
        const dx = column + 0.5 - x;
        const dy = row + 0.5 - y;
        const square = dx * dx + dy * dy;
        if (square > sight.limits.rangeSquare) continue;
        const distance = Math.sqrt(square);
        if (dx * frame.facingX[piece] + dy * frame.facingY[piece] < sight.limits.arcCosine * distance) continue;
        if (!lines.sees(from, row * width + column)) continue;
        add(column, row, traits.cautionSeconds * boldness * stepSeconds * (2 - distance / sight.range));
      }
  }
}
