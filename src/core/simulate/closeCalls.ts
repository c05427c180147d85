import type { LevelProgram } from '../compile/levelProgram';
import { BoxGap } from './boxGap';
import type { World } from './engine/world';
import { foesOf } from './foes';

/** What comes nearer to the player than this without touching it is a close call, cells between both boxes. */
const CLOSE_CELLS = 0.5;

/** Notes where something that harms, and is no shot, passes the player closely without touching it. For one run at a time. */
export class CloseCalls {
  private readonly foes: readonly number[];
  private readonly gap: BoxGap;
  /** 1 while a foe is close. */
  private readonly isClose: Uint8Array;
  private places: { x: number; y: number }[] = [];
  /** Of the whole run, noted or not. */
  private count = 0;
  private losses = 0;

  constructor(program: LevelProgram) {
    this.foes = foesOf(program);
    this.gap = new BoxGap(program, this.foes);
    this.isClose = new Uint8Array(this.foes.length);
  }

  /** Some times a second, with how often the player has been harmed or lost so far; where it was is noted only if asked for. */
  look(world: World, losses: number, isNoted = true): void {
    // Whoever was close when it happened was no close call.
    if (losses !== this.losses) this.isClose.fill(0);
    this.losses = losses;
    for (let index = 0; index < this.foes.length; index++) {
      const isClose = this.gap.cells(world, index) <= CLOSE_CELLS && world.isIn(this.foes[index]);
      if (!isClose && this.isClose[index] === 1) {
        this.count++;
        if (isNoted) this.places.push({ x: world.player.x, y: world.player.y });
      }
      this.isClose[index] = isClose ? 1 : 0;
    }
  }

  /** How often it was close in the whole run, and where the player was each time that was noted; ready for the next run. */
  finish(): { count: number; places: { x: number; y: number }[] } {
    const { places, count } = this;
    this.places = [];
    this.count = 0;
    this.losses = 0;
    this.isClose.fill(0);
    return { count, places };
  }
}
