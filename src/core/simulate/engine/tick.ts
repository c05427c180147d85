import { factsOfMotion } from '../../language/vocabulary';
import { decide } from './brain';
import { carryPlayer, CarrierTops, findRide } from './carrying';
import { meetEachOther, meetPlayer } from './contacts';
import { countDown, countDownPiece } from './effects';
import { marchFormations } from './movers/march';
import { lookAll } from './perception';
import type { Input } from './player/inputs';
import { movePlayer, NO_SUPPORTS } from './player/movePlayer';
import type { PreparedLevel } from './preparedLevel';
import { pushBlocks } from './blocks';
import { placeParts } from './parts';
import { moveRim, noteDistance, readsDistance } from './scroll';
import { firePlayer, moveShots, noteNearMisses } from './shots';
import { moveByGround, standOnGround } from './terrain';
import { retireArrivals, serveCues } from './cues/serveCues';
import { applyRules, countScores, type RunEnd } from './rules/applyRules';
import type { World } from './world';

export type { RunEnd };

/** One part of a tick, done to a whole world. What the player presses matters to those that move it only. */
export type Phase = (world: World, input: Input) => void;

/** The phases of a tick in their order: those that a level needs while the player is there, and while it is not. */
export interface Tick {
  withPlayer: readonly Phase[];
  alone: readonly Phase[];
}

/** What decides for the pieces in a tick. The reference interpreter can stand in for the compiled brains. */
export type DecideAll = (world: World) => void;

/**
 * The one tick that everything goes through: runs, what is drawn before a run, pieces with a lead, "at … s", projections of
 * cues and the proving ground. The order is always the same: inputs, cues, perception, behaviors, motion and terrain,
 * carrying, contacts, effects, rules; a phase that a level cannot need is left out.
 */
export function prepareTick(level: PreparedLevel, decideAll: DecideAll = lookAndDecide): Tick {
  return { withPlayer: phasesOf(level, decideAll, true), alone: phasesOf(level, decideAll, false) };
}

function phasesOf(level: PreparedLevel, decideAll: DecideAll, hasPlayer: boolean): Phase[] {
  const { program, carriers, fearedShots, pairs, playerMeetings, shots, watchers } = level;
  const { cues, ground, isSideView, player } = program;
  const hasCues = cues.length > 0;
  const hasCarriers = carriers.length > 0;
  const phases: [isNeeded: boolean, phase: Phase][] = [
    [true, beginTick],
    // Seen from the side, who carries the player is known from where it landed.
    [hasPlayer && hasCarriers && !isSideView, findRide],
    [hasCues, serveCues],
    [true, watchFollowers],
    [watchers.length > 0, countStill],
    [true, rememberPlaces],
    [true, decideAll],
    [hasPlayer && level.pushedPieces.length > 0, pushBlocks],
    [hasPlayer, hasCarriers && isSideView ? steerPlayerOverCarriers() : steerPlayer],
    [hasPlayer && player.gun !== undefined, firePlayer],
    [true, movePieces],
    [shots.length > 0, moveShots],
    [hasCues, retireArrivals],
    [hasPlayer && hasCarriers, carryPlayer],
    [hasPlayer && !ground.isPlain, standOnGround],
    [hasPlayer && readsDistance(program), noteDistance],
    [hasPlayer && program.scroll !== undefined, moveRim],
    [hasPlayer && playerMeetings.length > 0, meetPlayer],
    [hasPlayer && fearedShots.length > 0, noteNearMisses],
    [pairs.length > 0, meetEachOther],
    [true, countAllDown],
  ];
  return phases.flatMap(([isNeeded, phase]) => (isNeeded ? [phase] : []));
}

/** One tick. Gives the end of the run, or undefined while it goes on; without a player a run does not end. */
export function step(world: World, input: Input): RunEnd | undefined {
  const phases = world.hasPlayer ? world.level.tick.withPlayer : world.level.tick.alone;
  for (let index = 0; index < phases.length; index++) phases[index](world, input);
  world.tick++;
  if (world.following) world.following.hasMoved = world.following.hasCounted = false;
  if (!world.hasPlayer) {
    countScores(world);
    return undefined;
  }
  const end = applyRules(world);
  if (end && world.events) logEnd(world, end);
  return end;
}

/** One tick in which the player is not there. */
export function stepAlone(world: World): void {
  world.hasPlayer = false;
  step(world, 0);
}

function beginTick(world: World): void {
  const { player } = world;
  world.playerMovedX = player.x - player.beforeX;
  world.playerMovedY = player.y - player.beforeY;
  player.beforeX = player.x;
  player.beforeY = player.y;
  world.touching = -1;
  world.takenBy = undefined;
  world.forgetLeft();
}

function steerPlayer(world: World, input: Input): void {
  const { program } = world.level;
  movePlayer(world.player, input, program.player, world.ground, program.isSideView, NO_SUPPORTS);
}

/** Seen from the side, a falling player can land on what carries. */
function steerPlayerOverCarriers(): Phase {
  const tops = new CarrierTops();
  return (world, input) => {
    const { program } = world.level;
    tops.world = world;
    movePlayer(world.player, input, program.player, world.ground, program.isSideView, tops);
  };
}

function countAllDown(world: World): void {
  countDown(world);
  if (world.following) world.following.hasCounted = true;
}

/** Every piece with a brain looks, then every one decides, all on the same world. */
export function lookAndDecide(world: World): void {
  const { canStun, lookers, deciders } = world.level;
  const { alive, stunLeft, follows, following } = world;
  takeUpSounds(world);
  if (world.hasPlayer)
    for (let run = 0; run < lookers.length; run++) lookAll(world, lookers[run].pieces, lookers[run].brain.eyes!);
  for (let run = 0; run < deciders.length; run++) {
    const { brain, pieces } = deciders[run];
    for (let index = 0; index < pieces.length; index++) {
      const piece = pieces[index];
      if (follows[piece] === 1) following!.takeState(world, piece);
      else if (alive[piece] === 1 && !(canStun && stunLeft[piece] > 0)) decide(world, piece, brain);
    }
  }
}

/** What was shouted in the tick before is heard in this one. */
export function takeUpSounds({ soundsNow, soundsNext }: World): void {
  if (soundsNow.count > 0 || soundsNext.count > 0) soundsNow.takeFrom(soundsNext);
}

/** A piece that comes on by less than this share of its step in a tick, or by less than so many cells, is kept back. */
const HEADWAY_SHARE = 0.25;
const HEADWAY_CELLS = 1e-4;

/** Counts for how long those whose behavior asks for it have been kept from going on. */
export function countStill(world: World): void {
  const { watchers } = world.level;
  for (let index = 0; index < watchers.length; index++)
    if (world.follows[watchers[index]] === 0) countStillOf(world, watchers[index]);
}

function countStillOf(world: World, piece: number): void {
  const { brains, brainOfPiece } = world.level;
  const { motion } = brains[brainOfPiece[piece]].states[world.state[piece]];
  const gone = Math.abs(world.x[piece] - world.beforeX[piece]) + Math.abs(world.y[piece] - world.beforeY[piece]);
  const moved = gone > HEADWAY_CELLS && !('step' in motion && gone < HEADWAY_SHARE * motion.step);
  if (moved || isMeantToStand(world, piece)) world.stillTicks[piece] = 0;
  else world.stillTicks[piece]++;
}

/** Whether a piece that stands does so by its own motion: it rests, waits, has arrived, or stands in this state. */
export function isMeantToStand(world: World, piece: number): boolean {
  if (world.pauseLeft[piece] > 0 || world.isWaiting[piece] === 1 || world.hasArrived[piece] === 1) return true;
  const { brains, brainOfPiece } = world.level;
  const brain = brainOfPiece[piece];
  return brain < 0 || factsOfMotion(brains[brain].states[world.state[piece]].motion.operation).stands;
}

/** Those that follow a time line part from it where something else may happen to them in this tick. */
function watchFollowers(world: World): void {
  const { following } = world;
  if (following && following.count > 0) following.watch(world);
}

/** What others ask of a piece in a tick is where it was when that began, so that it does not matter who moves first. */
function rememberPlaces(world: World): void {
  const { x, y, beforeX, beforeY, own, pieceCount, following } = world;
  const { next } = own;
  // A loop, since copying a short array by `set` costs more than all the rest of a piece.
  for (let piece = next[0]; piece < pieceCount; piece = next[piece + 1]) {
    beforeX[piece] = x[piece];
    beforeY[piece] = y[piece];
  }
  if (following && following.count > 0) following.remember(world);
}

/** Moves all that is alive but shots: formations as one, the others each by its state, then by the ground under it. */
function movePieces(world: World): void {
  const { alive, pieceCount, following } = world;
  const { next } = world.own;
  if (world.level.formations.length > 0) marchFormations(world);
  for (let piece = next[0]; piece < pieceCount; piece = next[piece + 1])
    if (alive[piece] === 1) movePiece(world, piece);
  if (following && following.count > 0) following.move(world);
  if (world.level.parts.length > 0) placeParts(world);
  world.endJumps();
}

/** Moves a piece by its state, then by the ground under it. */
function movePiece(world: World, piece: number): void {
  const { brains, brainOfPiece, canStun, groundMoves } = world.level;
  const brain = brainOfPiece[piece];
  if (brain >= 0 && !(canStun && world.stunLeft[piece] > 0))
    brains[brain].states[world.state[piece]].move(world, piece);
  if (groundMoves && world.alive[piece] === 1 && world.level.partOf[piece] < 0) moveByGround(world, piece);
}

/**
 * The phases of a tick for one piece alone: what it does while nobody sees, shouts, tells, meets or carries. In a world with
 * nobody else in it this is the whole tick.
 */
export function stepOne(world: World, piece: number): void {
  moveOne(world, piece);
  if (world.level.countsDown) countDownPiece(world, piece);
}

/** As {@link stepOne}, up to where pieces meet: what lasts only for a time is not counted down yet. */
export function moveOne(world: World, piece: number): void {
  const { brains, brainOfPiece, canStun, decides, isWatcher } = world.level;
  const brain = brainOfPiece[piece];
  if (isWatcher[piece] === 1) countStillOf(world, piece);
  if (brain >= 0 && decides[brain] && !(canStun && world.stunLeft[piece] > 0)) decide(world, piece, brains[brain]);
  world.beforeX[piece] = world.x[piece];
  world.beforeY[piece] = world.y[piece];
  if (world.alive[piece] === 1) movePiece(world, piece);
  world.endJumps();
}

function logEnd(world: World, end: RunEnd): void {
  world.events?.push({
    type: 'end',
    tick: world.tick,
    outcome: end.outcome,
    cause: end.cause,
    piece: end.piece >= 0 ? world.logName(end.piece) : undefined,
    x: world.player.x,
    y: world.player.y,
  });
}
