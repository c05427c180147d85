import type { Danger } from './danger';
import type { Minded } from './forecast';

/** Something whose place differs by this much from what was foreseen upsets a plan, cells. */
const UPSET_CELLS = 0.45;
/** And so does something that is there, or out, otherwise than it was foreseen by this much. */
const UPSET_SURE = 0.4;

/** What was foreseen when a plan was made; the forecast itself is written over with the next thought. */
export class Foreseen {
  private readonly things: ForeseenThing[] = [];
  private count = 0;

  remember(danger: Danger): void {
    this.count = danger.count;
    for (let index = 0; index < danger.count; index++)
      (this.things[index] ??= new ForeseenThing(danger.steps)).take(danger.minded[index]);
  }

  /** Whether, so many steps later, nobody new is minded, nobody hunts, and all are where they were foreseen. */
  holds({ count, minded }: Danger, passed: number): boolean {
    for (let index = 0; index < count; index++) {
      const { piece, x, y, isHunting, sure } = minded[index];
      const known = this.of(piece);
      if (!known) {
        if (sure[0] === 0) continue;
        return false;
      }
      if (isHunting || known.isHunting) return false;
      // It has come, or gone, when that was not expected.
      if (Math.abs(sure[0] - known.sure[passed]) > UPSET_SURE) return false;
      if (Math.abs(x[0] - known.x[passed]) + Math.abs(y[0] - known.y[passed]) > UPSET_CELLS) return false;
    }
    return true;
  }

  private of(piece: number): ForeseenThing | undefined {
    for (let index = 0; index < this.count; index++) if (this.things[index].piece === piece) return this.things[index];
    return undefined;
  }
}

/** Where one thing was foreseen, step by step. */
class ForeseenThing {
  piece = -1;
  isHunting = false;
  readonly x: Float64Array;
  readonly y: Float64Array;
  readonly sure: Float64Array;

  constructor(steps: number) {
    this.x = new Float64Array(steps + 1);
    this.y = new Float64Array(steps + 1);
    this.sure = new Float64Array(steps + 1);
  }

  take({ piece, isHunting, x, y, sure }: Minded): void {
    this.piece = piece;
    this.isHunting = isHunting;
    this.x.set(x);
    this.y.set(y);
    this.sure.set(sure);
  }
}
