import { boundsMeet, shapesMeet } from '../../arena/meeting';
import { applyContact, PLAYER } from './effects';
import { NEARNESS, spendShot } from './shots';
import { PieceBuckets } from './pieceBuckets';
import type { PairProgram } from './preparedLevel';
import { ENCOUNTER, type World } from './world';

/**
 * Finds every piece that the player met in this tick and lets happen what is to happen. Both moved in a straight line
 * during the tick; boxes are tested first, then the shapes themselves. Notes the first threat that was touched.
 */
export function meetPlayer(world: World): void {
  const { meetingOfPiece, playerMeetings, meetingLimits } = world.level;
  const { player, encounter, x, y, beforeX, beforeY, asleepUntil, tick } = world;
  const { next } = world.live;
  let playerX = player.x;
  let playerY = player.y;
  let playerFromX = player.beforeX;
  let playerFromY = player.beforeY;
  let touching = -1;
  for (let piece = next[0]; piece < world.pieceCount; piece = next[piece + 1]) {
    // Who is asleep is too far off to be met in this tick.
    if (asleepUntil[piece] > tick) continue;
    const index = meetingOfPiece[piece];
    if (index < 0) continue;
    const fromX = playerFromX - beforeX[piece];
    const fromY = playerFromY - beforeY[piece];
    const toX = playerX - x[piece];
    const toY = playerY - y[piece];
    // The box around the whole way, told first and in line, since it is so for most pieces in most ticks.
    const limit = 4 * index;
    const isFar =
      (fromX < toX ? fromX : toX) > meetingLimits[limit + 2] ||
      (fromX > toX ? fromX : toX) < -meetingLimits[limit] ||
      (fromY < toY ? fromY : toY) > meetingLimits[limit + 3] ||
      (fromY > toY ? fromY : toY) < -meetingLimits[limit + 1];
    if (isFar || !world.isIn(piece)) {
      // The encounter is over; if the shapes never met in it, a box would have hit where nothing touched.
      if (encounter[piece] !== ENCOUNTER.none) {
        if (encounter[piece] === ENCOUNTER.box) world.boxOnly++;
        encounter[piece] = ENCOUNTER.none;
      }
      continue;
    }
    const { meeting } = playerMeetings[index];
    const moveX = playerX - playerFromX - (x[piece] - beforeX[piece]);
    const moveY = playerY - playerFromY - (y[piece] - beforeY[piece]);
    if (encounter[piece] === ENCOUNTER.none) encounter[piece] = ENCOUNTER.box;
    if (!shapesMeet(meeting, fromX, fromY, moveX, moveY)) continue;
    encounter[piece] = ENCOUNTER.shape;
    world.touchTick[world.level.program.pieces[piece].kindIndex] = world.tick;
    const { isThreat, onPlayer, onPiece } = playerMeetings[index];
    if (isThreat && touching < 0 && player.safeLeft === 0) touching = piece;
    if (onPlayer && world.tick >= world.calmPlayer[piece]) {
      world.calmPlayer[piece] = world.tick + onPlayer.cooldownTicks;
      applyContact(world, onPlayer, piece, PLAYER);
      // Sent elsewhere, it meets the rest where it is now.
      playerX = player.x;
      playerY = player.y;
      playerFromX = player.beforeX;
      playerFromY = player.beforeY;
    }
    if (onPiece && world.tick >= world.calmPiece[piece]) {
      world.calmPiece[piece] = world.tick + onPiece.cooldownTicks;
      applyContact(world, onPiece, PLAYER, piece);
    }
    // A shot that has done its part is spent.
    if (world.level.program.pieces[piece].isShot) {
      world.nearness[piece] = NEARNESS.done;
      if (onPlayer || isThreat) spendShot(world, piece);
    }
  }
  world.touching = touching;
}

const buckets = new PieceBuckets();

/** Lets other pieces meet each other: near ones are found by cells, then boxes are tested, then shapes. */
export function meetEachOther(world: World): void {
  const { pairs } = world.level;
  for (const pair of pairs) meetPair(world, pair);
}

/** Of whom neighbours are looked for; set before they are visited. */
const meeting: { pair: PairProgram | undefined; piece: number } = { pair: undefined, piece: 0 };

function meetPair(world: World, pair: PairProgram): void {
  const { piecesOfKind, program } = world.level;
  const seconds = piecesOfKind[pair.second];
  const firsts = piecesOfKind[pair.first];
  if (!isAnyAlive(world, firsts) || !isAnyAlive(world, seconds)) return;
  const first = program.kinds[pair.first];
  const second = program.kinds[pair.second];
  buckets.fill(world, seconds, world.x, world.y);
  const reach =
    Math.max(first.hit.west, first.hit.east, first.hit.north, first.hit.south) +
    Math.max(second.hit.west, second.hit.east, second.hit.north, second.hit.south);
  meeting.pair = pair;
  for (let index = 0; index < firsts.length; index++) {
    const piece = firsts[index];
    if (world.alive[piece] === 0 || !world.isIn(piece)) continue;
    meeting.piece = piece;
    buckets.forEachNear(world, piece, reach, meetNeighbour);
  }
}

function isAnyAlive({ alive }: World, pieces: readonly number[]): boolean {
  for (let index = 0; index < pieces.length; index++) if (alive[pieces[index]] === 1) return true;
  return false;
}

function meetNeighbour(world: World, other: number): void {
  const { pair, piece } = meeting;
  // Two of the same kind meet once, not from both sides.
  if (!pair || piece === other || (pair.first === pair.second && other < piece)) return;
  if (world.isIn(other) && world.isIn(piece)) meetTwo(world, pair, piece, other);
}

function meetTwo(world: World, { meeting, onFirst, onSecond }: PairProgram, a: number, b: number): void {
  const fromX = world.beforeX[a] - world.beforeX[b];
  const fromY = world.beforeY[a] - world.beforeY[b];
  const moveX = world.x[a] - world.beforeX[a] - (world.x[b] - world.beforeX[b]);
  const moveY = world.y[a] - world.beforeY[a] - (world.y[b] - world.beforeY[b]);
  if (!boundsMeet(meeting, fromX, fromY, moveX, moveY) || !shapesMeet(meeting, fromX, fromY, moveX, moveY)) return;
  const firstIsCalm = world.tick < world.calmOther[a];
  const secondIsCalm = world.tick < world.calmOther[b];
  if (onSecond && !secondIsCalm) {
    world.calmOther[b] = world.tick + onSecond.cooldownTicks;
    applyContact(world, onSecond, a, b);
  }
  if (onFirst && !firstIsCalm) {
    world.calmOther[a] = world.tick + onFirst.cooldownTicks;
    applyContact(world, onFirst, b, a);
  }
  const { pieces } = world.level.program;
  if (onSecond && !secondIsCalm && pieces[a].isShot) spendShot(world, a);
  if (onFirst && !firstIsCalm && pieces[b].isShot) spendShot(world, b);
}
