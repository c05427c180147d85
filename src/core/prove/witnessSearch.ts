import { CellHeap } from '../arena/cellHeap';
import type { LevelProgram } from '../compile/levelProgram';
import { passTime } from '../simulate/engine/passTime';
import { prepareRuns } from '../simulate/engine/prepareRuns';
import { World } from '../simulate/engine/world';
import { MomentTree, type Witness } from './momentTree';
import { Presses, play, type Press } from './presses';
import { WayLeft } from './wayLeft';
import { WorldStore } from './worldStore';

/** So much memory the moments that are kept may take, words of four bytes; and so many of them there are at most. */
const MOST_WORDS = 50_000_000;
const MOST_MOMENTS = 600_000;
/** Places this near to each other, and times, count as the same: parts of a cell, and s. */
const PARTS_OF_CELL = 4;
const SLOT_SECONDS = 0.2;
/** The way that is left counts for more than the time that has passed, so that something is found soon. */
const EAGER = 1.25;

export type SearchStatus = 'searching' | 'won' | 'exhausted' | 'full';

/**
 * A search for a way through a level on one seed, over moments of the engine itself: from each moment everything that can be
 * pressed is played for a while, and what comes of it is gone on with, the most promising first. So doors, lots, and who
 * hunts the player are as in any run, and what is found wins by construction. Places and times close to each other count as
 * one: when nothing is found, that proves nothing. Moments in which a life or health is lost are not gone on with.
 */
export class WitnessSearch {
  witness: Witness | undefined;
  /** How many moments have been gone on from. */
  lookedAt = 0;
  private readonly world: World;
  private readonly store: WorldStore;
  private readonly presses: Presses;
  private readonly wayLeft: WayLeft;
  private readonly heap = new CellHeap();
  private readonly tree = new MomentTree();
  private readonly seen = new Set<string>();
  private readonly slotTicks: number;

  constructor(
    private readonly program: LevelProgram,
    readonly seed: number,
  ) {
    const level = prepareRuns(program);
    this.world = new World(level);
    this.world.reset(seed);
    passTime(this.world);
    this.store = new WorldStore(level, seed, this.world, MOST_WORDS);
    this.presses = new Presses(program);
    this.wayLeft = new WayLeft(program);
    this.slotTicks = Math.max(1, Math.round(SLOT_SECONDS * program.ticksPerSecond));
    this.keep(-1, undefined, 0);
  }

  /** Goes on from so many moments more. */
  work(moments: number): SearchStatus {
    for (let count = 0; count < moments; count++) {
      if (this.witness) return 'won';
      if (this.heap.size === 0) return 'exhausted';
      if (this.store.isFull || this.store.size >= MOST_MOMENTS) return 'full';
      this.lookedAt++;
      this.goOnFrom(this.heap.pop());
    }
    return this.witness ? 'won' : 'searching';
  }

  private goOnFrom(moment: number): void {
    const { world, store } = this;
    store.load(moment);
    const { livesLeft } = world;
    const { health } = world.player;
    const presses = this.presses.at(world);
    for (const [index, press] of presses.entries()) {
      if (index > 0) store.load(moment);
      const before = world.tick;
      const { end } = play(world, press);
      if (end?.outcome === 'won') {
        this.witness = this.tree.witnessOf(moment, press, world.tick - before);
        return;
      }
      if (end || world.livesLeft < livesLeft || world.player.health < health) continue;
      this.keep(moment, press, world.tick - before);
    }
  }

  private keep(parent: number, press: Press | undefined, ticks: number): void {
    const { world } = this;
    const key = this.keyOf(world);
    if (this.seen.has(key)) return;
    this.seen.add(key);
    const moment = this.store.keep();
    this.tree.add(parent, press, ticks);
    const left = this.wayLeft.from(world);
    // With nowhere to go it is lived on from wherever it has come to the latest.
    this.heap.push(moment, left === undefined ? -world.tick : world.tick + EAGER * left);
  }

  private keyOf({ player, tick, livesLeft, groundChanges, collected, isFilled }: World): string {
    const place = [player.x, player.y].map((value) => Math.round(value * PARTS_OF_CELL));
    const speed = this.presses.isInAir
      ? [
          Math.round(player.velocityY * 40),
          Math.round(player.velocityX * 40),
          player.isGrounded ? 1 : 0,
          player.jumpsUsed,
        ]
      : [];
    const slot = Math.round(tick / this.slotTicks);
    const done = [player.carried, player.delivered, player.ammunition, livesLeft, groundChanges];
    return `${place.join()} ${slot} ${speed.join()} ${done.join()} ${collected.join()} ${isFilled.join('')}`;
  }
}
