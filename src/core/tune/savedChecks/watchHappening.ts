import { ANY_PIECE, THE_PLAYER, type HappeningProgram } from '../../compile/compileSavedCheck';
import type { HappeningName } from '../../document/savedCheck';
import type { World } from '../../simulate/engine/world';
import type { RunEvent } from '../../simulate/engine/runEvent';

/** Within so far something is at a place, cells. */
export const AT_CELLS = 0.5;
/** A piece that goes on at more than this off its way has turned: the cosine of 40 degrees. */
const TURN_COSINE = 0.766;
/** Slower than this, cells a tick, is no way to go; and faster than this somebody was put there. */
const LEAST_STEP = 1e-4;
const MOST_STEP = 3;

/** Says after each tick whether something has happened by now. */
export type Watch = (world: World, events: readonly RunEvent[]) => boolean;

type Watchers = { [Name in HappeningName]: (program: Extract<HappeningProgram, { event: Name }>) => Watch };

const WATCHERS: Watchers = {
  turns: ({ piece }) => watchTurns(piece),
  'is in state':
    ({ piece, state }) =>
    (world) =>
      world.alive[piece] === 1 && world.state[piece] === state,
  'sees the player':
    ({ piece }) =>
    (world, events) =>
      events.some(
        ({ type, ...event }) => type === 'sight' && isMeant(world, piece, (event as { piece: string }).piece),
      ),
  'is at':
    ({ piece, x, y }) =>
    (world) => {
      if (piece !== THE_PLAYER && !world.isIn(piece)) return false;
      const dx = (piece === THE_PLAYER ? world.player.x : world.x[piece]) - x;
      const dy = (piece === THE_PLAYER ? world.player.y : world.y[piece]) - y;
      return dx * dx + dy * dy <= AT_CELLS * AT_CELLS;
    },
  'is gone':
    ({ piece }) =>
    (world) =>
      world.alive[piece] === 0,
  'have come in': ({ cue, count }) => {
    let come = 0;
    return (_, events) => {
      for (const event of events) if (event.type === 'arrival' && event.cue === cue) come++;
      return come >= count;
    };
  },
  'wave is over':
    ({ cue, wave }) =>
    (_, events) =>
      events.some(
        (event) => event.type === 'wave' && event.what === 'cleared' && event.cue === cue && event.number >= wave,
      ),
  'more are there':
    ({ kinds, than }) =>
    (world) =>
      countOf(world, kinds) > than,
  'score is':
    ({ points }) =>
    (world) =>
      world.player.score >= points,
  'player is lost': () => (_, events) =>
    events.some((event) => event.type === 'life lost' || (event.type === 'end' && event.outcome === 'lost')),
  'level is won': () => (_, events) => events.some((event) => event.type === 'end' && event.outcome === 'won'),
};

/** What watches for a happening; made for one run. */
export function watchHappening(program: HappeningProgram): Watch {
  const watch = WATCHERS[program.event] as (own: HappeningProgram) => Watch;
  return watch(program);
}

function isMeant(world: World, piece: number, id: string): boolean {
  return piece === ANY_PIECE || world.level.program.pieces[piece].id === id;
}

/** How many of some kinds are in the level. */
export function countOf(world: World, kinds: readonly number[]): number {
  const { pieces } = world.level.program;
  let count = 0;
  for (let piece = 0; piece < world.pieceCount; piece++)
    if (kinds.includes(pieces[piece].kindIndex) && world.alive[piece] === 1 && world.isIn(piece)) count++;
  return count;
}

/** Remembers on which way something went, over any time in which it stood. */
export class WayWatch {
  private x = NaN;
  private y = NaN;
  private wayX = 0;
  private wayY = 0;

  /** Takes where it is now; true when it goes on another way than before. */
  turns(x: number, y: number): boolean {
    const dx = x - this.x;
    const dy = y - this.y;
    this.x = x;
    this.y = y;
    const step = Math.sqrt(dx * dx + dy * dy);
    // Not a number at first.
    if (!(step > LEAST_STEP)) return false;
    if (step > MOST_STEP) {
      this.wayX = this.wayY = 0;
      return false;
    }
    const isTurn = (this.wayX !== 0 || this.wayY !== 0) && (dx * this.wayX + dy * this.wayY) / step < TURN_COSINE;
    this.wayX = dx / step;
    this.wayY = dy / step;
    return isTurn;
  }
}

function watchTurns(piece: number): Watch {
  const way = new WayWatch();
  return (world) =>
    piece === THE_PLAYER
      ? way.turns(world.player.x, world.player.y)
      : world.isIn(piece) && way.turns(world.x[piece], world.y[piece]);
}
