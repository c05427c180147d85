import { decide } from './brain';
import { carryPlayer, CarrierTops, findRide } from './carrying';
import { meetEachOther, meetPlayer } from './contacts';
import { countDown } from './effects';
import { marchFormations } from './movers/march';
import { lookAll } from './perception';
import type { Input } from './player/inputs';
import { movePlayer, NO_SUPPORTS, type Supports } from './player/movePlayer';
import { firePlayer, moveShots, noteNearMisses } from './shots';
import { moveByGround, standOnGround } from './terrain';
import { retireArrivals, serveCues } from './cues/serveCues';
import { applyRules, type RunEnd } from './rules/applyRules';
import type { World } from './world';

export type { RunEnd };

/** What decides for the pieces in a tick. The reference interpreter can stand in for the compiled brains. */
export type DecideAll = (world: World) => void;

/** Every piece with a brain looks, then every one decides, all on the same world. */
export function lookAndDecide(world: World): void {
  const { canStun, lookers, deciders } = world.level;
  const { alive, stunLeft } = world;
  takeUpSounds(world);
  for (let run = 0; run < lookers.length; run++) lookAll(world, lookers[run].pieces, lookers[run].brain.eyes!);
  if (world.level.watchers.length > 0) countStill(world);
  for (let run = 0; run < deciders.length; run++) {
    const { brain, pieces } = deciders[run];
    for (let index = 0; index < pieces.length; index++) {
      const piece = pieces[index];
      if (alive[piece] === 1 && !(canStun && stunLeft[piece] > 0)) decide(world, piece, brain);
    }
  }
}

/** What was shouted in the tick before is heard in this one. */
export function takeUpSounds(world: World): void {
  const { soundsNow } = world;
  world.soundsNow = world.soundsNext;
  world.soundsNext = soundsNow;
  soundsNow.count = 0;
}

/** A piece that comes on by less than this share of its step in a tick, or by less than so many cells, is kept back. */
const HEADWAY_SHARE = 0.25;
const HEADWAY_CELLS = 1e-4;

/** Counts for how long those whose behavior asks for it have been kept from going on. */
export function countStill(world: World): void {
  const { watchers, brains, brainOfPiece } = world.level;
  for (let index = 0; index < watchers.length; index++) {
    const piece = watchers[index];
    const { motion } = brains[brainOfPiece[piece]].states[world.state[piece]];
    const gone = Math.abs(world.x[piece] - world.beforeX[piece]) + Math.abs(world.y[piece] - world.beforeY[piece]);
    const moved = gone > HEADWAY_CELLS && !('step' in motion && gone < HEADWAY_SHARE * motion.step);
    const isMeant =
      world.pauseLeft[piece] > 0 ||
      world.isWaiting[piece] === 1 ||
      world.hasArrived[piece] === 1 ||
      STANDING.has(motion.operation);
    if (moved || isMeant) world.stillTicks[piece] = 0;
    else world.stillTicks[piece]++;
  }
}

/** Motions in which a piece stands. */
const STANDING = new Set<string>(['hold', 'look', 'turn', 'march']);

/**
 * One tick. The order is always the same: inputs, cues, perception, behaviors, motion and terrain, carrying, contacts,
 * effects, rules. Gives the end of the run, or undefined while it goes on.
 */
export function runTick(world: World, input: Input, decideAll: DecideAll = lookAndDecide): RunEnd | undefined {
  const { player } = world;
  world.playerMovedX = player.x - player.beforeX;
  world.playerMovedY = player.y - player.beforeY;
  player.beforeX = player.x;
  player.beforeY = player.y;
  world.forgetLeft();
  findRide(world);
  const { program } = world.level;
  const hasCues = program.cues.length > 0;
  if (hasCues) serveCues(world);
  decideAll(world);
  movePlayer(player, input, program.player, world.ground, program.isSideView, supportsOf(world));
  firePlayer(world, input);
  movePieces(world);
  if (hasCues) retireArrivals(world);
  carryPlayer(world);
  const takenBy = standOnGround(world);
  const touching = meetPlayer(world);
  if (world.level.fearedShots.length > 0) noteNearMisses(world);
  if (world.level.pairs.length > 0) meetEachOther(world);
  countDown(world);
  world.tick++;
  const end = applyRules(world, touching, takenBy);
  if (end && world.events) logEnd(world, end);
  return end;
}

const tops = new WeakMap<World, CarrierTops>();

/** What a falling player can land on; only where there is falling and something to land on. */
function supportsOf(world: World): Supports {
  if (!world.level.program.isSideView || world.level.carriers.length === 0) return NO_SUPPORTS;
  const known = tops.get(world) ?? new CarrierTops(world);
  tops.set(world, known);
  return known;
}

/** One tick in which only what does not need the player happens. */
export function stepWithoutPlayer(world: World): void {
  const { deciders, program } = world.level;
  const { alive } = world;
  world.forgetLeft();
  if (program.cues.length > 0) serveCues(world);
  for (let run = 0; run < deciders.length; run++) {
    const { brain, pieces } = deciders[run];
    for (let index = 0; index < pieces.length; index++)
      if (alive[pieces[index]] === 1) decide(world, pieces[index], brain);
  }
  movePieces(world);
  if (program.cues.length > 0) retireArrivals(world);
  world.tick++;
}

/** Moves all that is alive: formations as one, the others each by its state, then by the ground under it. */
export function movePieces(world: World): void {
  const { brains, brainOfPiece, canStun } = world.level;
  const { x, y, beforeX, beforeY, alive, pieceCount } = world;
  const { next } = world.live;
  // A loop, since copying a short array by `set` costs more than all the rest of a piece.
  for (let piece = next[0]; piece < pieceCount; piece = next[piece + 1]) {
    beforeX[piece] = x[piece];
    beforeY[piece] = y[piece];
  }
  if (world.level.formations.length > 0) marchFormations(world);
  const groundMoves =
    world.level.program.isSideView || !world.ground.isPlain || world.level.program.contacts.length > 0;
  for (let piece = next[0]; piece < pieceCount; piece = next[piece + 1]) {
    if (alive[piece] === 0) continue;
    const brain = brainOfPiece[piece];
    if (brain >= 0 && !(canStun && world.stunLeft[piece] > 0))
      brains[brain].states[world.state[piece]].move(world, piece);
    if (groundMoves && alive[piece] === 1) moveByGround(world, piece);
  }
  moveShots(world);
}

function logEnd(world: World, end: RunEnd): void {
  world.events?.push({
    type: 'end',
    tick: world.tick,
    outcome: end.outcome,
    cause: end.cause,
    piece: end.piece >= 0 ? world.level.program.pieces[end.piece].id : undefined,
    x: world.player.x,
    y: world.player.y,
  });
}
