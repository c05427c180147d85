import type { CueEntry } from '../compile/entryPlaces';
import type { World } from './engine/world';
import { WAVE_STAGE } from './engine/cues/cueState';

/** Something that a cue brings in, where it is once the cue is well under way. */
export interface EntryGhost {
  cue: string;
  kind: string;
  x: number;
  y: number;
}

/** So long at most what a spawner brings in is let go on before it is shown, seconds. */
const MOST_SECONDS = 20;

/**
 * Looks on while the cues of a level run with no player there: what goes straight on from a spawner is kept as it stands when
 * the first has crossed the level, and rows of a wave as they stand when all of them have come.
 */
export class EntryWatch {
  private readonly ghosts: EntryGhost[] = [];
  /** For every cue the tick at which it is looked at; Infinity before its first arrival, −1 when that is done or never. */
  private readonly lookAt: Float64Array;

  constructor(
    private readonly world: World,
    private readonly entries: readonly CueEntry[],
  ) {
    this.lookAt = new Float64Array(world.level.program.cues.length).fill(Infinity);
  }

  look(): void {
    const { cues } = this.world.level.program;
    for (let cue = 0; cue < cues.length; cue++) if (this.lookAt[cue] >= 0) this.lookAtCue(cue);
  }

  /** What was seen; cues that had not crossed the level by then as they stand now. */
  result(): EntryGhost[] {
    for (let cue = 0; cue < this.lookAt.length; cue++)
      if (this.lookAt[cue] >= 0 && this.lookAt[cue] < Infinity) this.keep(cue);
    return this.ghosts;
  }

  private lookAtCue(cue: number): void {
    const { world } = this;
    const { program } = world.level;
    const own = program.cues[cue];
    const { apart } = this.entries[cue];
    if (own.type === 'waves') {
      const hasRows = own.formation >= 0;
      if (!hasRows) this.lookAt[cue] = -1;
      else if (world.cues.stage[cue] === WAVE_STAGE.open) this.keep(cue);
    } else if (!apart) this.lookAt[cue] = -1;
    else if (this.lookAt[cue] === Infinity && world.cues.alive[cue] > 0)
      this.lookAt[cue] = world.tick + this.ticksToCross(apart[1] / own.everyTicks);
    else if (world.tick >= this.lookAt[cue]) this.keep(cue);
  }

  private ticksToCross(step: number): number {
    const { grid, ticksPerSecond } = this.world.level.program;
    const most = MOST_SECONDS * ticksPerSecond;
    return step > 0 ? Math.min(most, Math.max(grid.width, grid.height) / step) : most;
  }

  private keep(cue: number): void {
    const { world } = this;
    const { pieces, kinds, cues } = world.level.program;
    for (const piece of this.piecesOf(cue))
      this.ghosts.push({
        cue: cues[cue].name,
        kind: kinds[pieces[piece].kindIndex].id,
        x: world.x[piece],
        y: world.y[piece],
      });
    this.lookAt[cue] = -1;
  }

  /** What a cue has brought in, and what is fixed to that. */
  private piecesOf(cue: number): number[] {
    const { world } = this;
    return world.level.program.pieces.flatMap(({ isArrival, partOf }, index) => {
      const lead = partOf < 0 ? index : partOf;
      return isArrival && world.alive[index] === 1 && world.cueOfPiece[lead] === cue ? [index] : [];
    });
  }
}
