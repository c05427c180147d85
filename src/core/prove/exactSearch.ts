import { CellHeap } from '../arena/cellHeap';
import { errandsOf } from '../compile/errands';
import type { LevelProgram } from '../compile/levelProgram';
import { MoveGraphs } from '../simulate/moves/graphs';
import { passTime } from '../simulate/engine/passTime';
import { prepareRuns } from '../simulate/engine/prepareRuns';
import { World } from '../simulate/engine/world';
import { Marks } from './marks';
import { MomentTree, type Witness } from './momentTree';
import { Presses, play, type Press } from './presses';
import { LeastWay } from './leastWay';
import { readsPlayerFacing, WorldStore } from './worldStore';
import type { SearchStatus } from './witnessSearch';

/** So much memory the moments that are kept may take, words of four bytes; and so many of them there are at most. */
const MOST_WORDS = 50_000_000;
const MOST_MOMENTS = 2_500_000;

/** Of two ways equally quick the one with fewer presses comes first: a press counts for so many ticks, far less than one. */
const PRESS_TICKS = 1e-4;
/** A level with more moments than this is not begun with: rests, times and sets of what has been taken. */
const MOST_TO_BEGIN = 12_000_000;

/**
 * Why not every moment of a level can be looked at, in words; undefined where it can. Bodies that go from rest to rest choose
 * only while they rest; all others choose in every tick, between more places than can be told apart.
 */
export function whyNotExact(program: LevelProgram): string | undefined {
  const { player, timeLimitTicks } = program;
  const { scheme } = player.control;
  if (scheme !== 'one cell a press' && scheme !== 'slide until blocked')
    return 'its player moves freely, so there are more moments than can be looked at';
  if (player.gun) return 'its player can shoot at any time, so there are more moments than can be looked at';
  const rests = new MoveGraphs(program).atStart.isRest.reduce((sum, own) => sum + own, 0);
  const things = errandsOf(program);
  let moments = rests * timeLimitTicks;
  for (let thing = things.take.length + things.fill.length + things.touch.length; thing > 0; thing--) moments *= 2;
  if (moments <= MOST_TO_BEGIN) return undefined;
  return `it has about ${sayMillions(moments)} million moments, and ${sayMillions(MOST_TO_BEGIN)} million are the most that are looked at`;
}

function sayMillions(count: number): string {
  return Math.round(count / 1e6).toLocaleString('en-GB');
}

/**
 * Looks at every moment to which a body that goes from rest to rest can come on a seed, in the order of time: in each tick of
 * rest it waits for a tick or presses each way, played by the engine itself. Moments count as one only where everything in
 * them is equal, told by a mark of 64 bits. So the first win is the quickest there is, and where all has been looked at
 * without one there is none. Moments in which a life or health is lost are not gone on with.
 */
export class ExactSearch {
  witness: Witness | undefined;
  /** How many moments have been gone on from. */
  lookedAt = 0;
  private readonly world: World;
  private readonly store: WorldStore;
  private readonly tree = new MomentTree();
  private readonly marks = new Marks();
  private readonly heap = new CellHeap();
  /** How many presses led to each moment. */
  private readonly pressed: number[] = [];
  private readonly presses: Press[];
  private readonly leastWay: LeastWay;
  private readonly mindsFacing: boolean;
  private best: { moment: number; press: Press; ticks: number; at: number } | undefined;

  /** @param latest ticks: what does not win before is not looked at. */
  constructor(
    program: LevelProgram,
    seed: number,
    private readonly latest = program.timeLimitTicks,
  ) {
    const level = prepareRuns(program);
    this.world = new World(level);
    this.world.reset(seed);
    passTime(this.world);
    this.store = new WorldStore(level, seed, this.world, MOST_WORDS);
    this.presses = new Presses(program).atEveryTick;
    this.leastWay = new LeastWay(program, this.world.ground.canChange);
    this.mindsFacing = readsPlayerFacing(program);
    this.keep(-1, undefined, 0);
  }

  /** Nothing wins before this tick. */
  get surelyNotBefore(): number {
    return this.heap.size > 0 ? Math.floor(this.heap.peekCost()) : Infinity;
  }

  /** Goes on from so many moments more. */
  work(moments: number): SearchStatus {
    for (let count = 0; count < moments; count++) {
      if (this.best && this.surelyNotBefore >= this.best.at) {
        this.witness = this.tree.witnessOf(this.best.moment, this.best.press, this.best.ticks);
        return 'won';
      }
      if (this.heap.size === 0) return 'exhausted';
      if (this.store.isFull || this.store.size >= MOST_MOMENTS) return 'full';
      this.lookedAt++;
      this.goOnFrom(this.heap.pop());
    }
    return 'searching';
  }

  private goOnFrom(moment: number): void {
    const { world, store } = this;
    store.load(moment);
    const { livesLeft, tick: before } = world;
    const { health, x, y } = world.player;
    for (const [index, press] of this.presses.entries()) {
      if (index > 0) store.load(moment);
      const { end } = play(world, press);
      const ticks = world.tick - before;
      if (end?.outcome === 'won' && !(this.best && this.best.at <= world.tick))
        this.best = { moment, press, ticks, at: world.tick };
      if (end || world.livesLeft < livesLeft || world.player.health < health) continue;
      // A press against a wall is no more than waiting.
      if (press.isOnce && !this.mindsFacing && world.player.x === x && world.player.y === y) continue;
      this.keep(moment, press, ticks);
    }
  }

  private keep(parent: number, press: Press | undefined, ticks: number): void {
    const earliest = this.world.tick + this.leastWay.from(this.world);
    if (earliest > this.latest || (this.best && earliest >= this.best.at)) return;
    const moment = this.store.keepNew(this.marks);
    if (moment < 0) return;
    this.tree.add(parent, press, ticks);
    this.pressed.push(parent < 0 ? 0 : this.pressed[parent] + (press?.isOnce ? 1 : 0));
    this.heap.push(moment, earliest + PRESS_TICKS * this.pressed[moment]);
  }
}
