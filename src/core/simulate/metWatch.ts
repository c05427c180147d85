import type { LevelProgram } from '../compile/levelProgram';
import type { World } from './engine/world';
import { harmersOf } from './foes';

/** Whoever comes nearer than this to the player has met it, cells: near enough to be reckoned with. */
const MET_CELLS = 4;

/** Which cues brought foes in, and which of those never came near the player. For one run at a time. */
export class MetWatch {
  private readonly foes: readonly number[];
  private readonly came: Uint8Array;
  private readonly met: Uint8Array;

  constructor(private readonly program: LevelProgram) {
    const { pieces, cues } = program;
    this.foes = harmersOf(program).filter((index) => pieces[index].isArrival && pieces[index].partOf < 0);
    this.came = new Uint8Array(cues.length);
    this.met = new Uint8Array(cues.length);
  }

  get isNeeded(): boolean {
    return this.foes.length > 0;
  }

  /** Some times a second. */
  look({ alive, cueOfPiece, x, y, player }: World): void {
    for (const foe of this.foes) {
      const cue = cueOfPiece[foe];
      if (alive[foe] === 0 || cue < 0) continue;
      this.came[cue] = 1;
      if (Math.abs(x[foe] - player.x) + Math.abs(y[foe] - player.y) <= MET_CELLS) this.met[cue] = 1;
    }
  }

  /** Names of cues that brought foes of which none was met; ready for the next run. */
  finish(): string[] {
    const unmet = this.program.cues.filter((_, index) => this.came[index] === 1 && this.met[index] === 0);
    this.came.fill(0);
    this.met.fill(0);
    return unmet.map(({ name }) => name);
  }
}
