import type { EffectProgram, LevelProgram } from '../compile/levelProgram';
import type { World } from './engine/world';
import { BoxGap } from './boxGap';

/** Whoever comes nearer to a thing than this has been there, cells between both boxes. */
const THERE_CELLS = 0.25;

/** What is done to a thing, or by it, that a player goes there for. */
const WANTED = new Set<EffectProgram['effect']>(['collect', 'fill', 'open', 'refill', 'score', 'safe']);

/** Notes to which of the things that are placed for the player it never comes. For one run at a time. */
export class ReachWatch {
  private readonly things: readonly number[];
  private readonly gap: BoxGap;
  private readonly isReached: Uint8Array;

  constructor(program: LevelProgram) {
    const { pieces, contacts, player } = program;
    const wanted = new Set(
      contacts
        .filter(({ effects }) => effects.some(({ effect }) => WANTED.has(effect)))
        .flatMap(({ by, on }) => (by === player.kindIndex ? [on] : on === player.kindIndex ? [by] : [])),
    );
    this.things = [...pieces.keys()].filter((index) => {
      const { kindIndex, isArrival, isShot } = pieces[index];
      return wanted.has(kindIndex) && !isArrival && !isShot;
    });
    this.gap = new BoxGap(program, this.things);
    this.isReached = new Uint8Array(this.things.length);
  }

  get isNeeded(): boolean {
    return this.things.length > 0;
  }

  /** Some times a second. */
  look(world: World): void {
    const { things, isReached, gap } = this;
    for (let index = 0; index < things.length; index++) {
      if (isReached[index] === 1) continue;
      const isThere = world.alive[things[index]] === 0 || gap.cells(world, index) <= THERE_CELLS;
      if (isThere) isReached[index] = 1;
    }
  }

  /** Indices of the things that it never came to; ready for the next run. */
  finish(): number[] {
    const missed = this.things.filter((_, index) => this.isReached[index] === 0);
    this.isReached.fill(0);
    return missed;
  }
}
