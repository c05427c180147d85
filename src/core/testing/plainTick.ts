import { cellIndexAt } from '../arena/grid';
import { boundsMeet, shapesMeet } from '../arena/meeting';
import { lastNormal, sweepUntilContact } from '../arena/sweep';
import type { PairProgram } from '../simulate/engine/preparedLevel';
import { pushBlocks } from '../simulate/engine/blocks';
import { decide } from '../simulate/engine/brain';
import { carryPlayer, CarrierTops, findRide } from '../simulate/engine/carrying';
import { retireArrivals, serveCues } from '../simulate/engine/cues/serveCues';
import { applyContact, PLAYER } from '../simulate/engine/effects';
import { marchFormations } from '../simulate/engine/movers/march';
import { look } from '../simulate/engine/perception';
import type { Input } from '../simulate/engine/player/inputs';
import { movePlayer, NO_SUPPORTS } from '../simulate/engine/player/movePlayer';
import { applyRules } from '../simulate/engine/rules/applyRules';
import { moveRim, noteDistance, readsDistance } from '../simulate/engine/scroll';
import { firePlayer, holdBlow, NEARNESS, noteNearMisses, spendShot } from '../simulate/engine/shots';
import { moveByGround, standOnGround } from '../simulate/engine/terrain';
import { isMeantToStand, type RunEnd } from '../simulate/engine/tick';
import { wearGround } from '../simulate/engine/wearGround';
import { ENCOUNTER, type World } from '../simulate/engine/world';

/**
 * One tick in the plainest way: every phase in every level, every piece in every phase, one after the other by number; every
 * step swept, every pair of bodies tested. Nothing is left out because it cannot matter, and nothing is known from before.
 * What the engine's tick leaves out must come to the same.
 */
export function plainTick(world: World, input: Input): RunEnd | undefined {
  const { level, player } = world;
  const { program } = level;
  world.playerMovedX = player.x - player.beforeX;
  world.playerMovedY = player.y - player.beforeY;
  player.beforeX = player.x;
  player.beforeY = player.y;
  world.touching = -1;
  world.takenBy = undefined;
  world.forgetLeft();
  if (!program.isSideView) findRide(world);
  serveCues(world);
  eachAlive(world, (piece) => countStill(world, piece));
  eachAlive(world, (piece) => {
    world.beforeX[piece] = world.x[piece];
    world.beforeY[piece] = world.y[piece];
  });
  lookAndDecide(world);
  const tops = new CarrierTops();
  tops.world = world;
  const supports = program.isSideView ? tops : NO_SUPPORTS;
  pushBlocks(world, input);
  movePlayer(player, input, program.player, world.ground, program.isSideView, supports);
  firePlayer(world, input);
  movePieces(world);
  moveShots(world);
  retireArrivals(world);
  carryPlayer(world);
  standOnGround(world);
  if (readsDistance(program)) noteDistance(world);
  moveRim(world);
  meetPlayer(world);
  noteNearMisses(world);
  for (const pair of level.pairs) meetPair(world, pair);
  countDown(world);
  world.tick++;
  return applyRules(world);
}

function eachAlive(world: World, visit: (piece: number) => void): void {
  for (let piece = 0; piece < world.pieceCount; piece++) if (world.alive[piece] === 1) visit(piece);
}

/** As the engine's, asked of every piece. Only those whose behavior asks for it are counted. */
function countStill(world: World, piece: number): void {
  const { level, x, y, beforeX, beforeY } = world;
  if (!level.watchers.includes(piece)) return;
  const { motion } = level.brains[level.brainOfPiece[piece]].states[world.state[piece]];
  const gone = Math.abs(x[piece] - beforeX[piece]) + Math.abs(y[piece] - beforeY[piece]);
  const least = 'step' in motion ? Math.max(1e-4, 0.25 * motion.step) : 1e-4;
  const moved = 'step' in motion ? gone > 1e-4 && gone >= least : gone > 1e-4;
  world.stillTicks[piece] = moved || isMeantToStand(world, piece) ? 0 : world.stillTicks[piece] + 1;
}

function lookAndDecide(world: World): void {
  const { brains, brainOfPiece, canStun } = world.level;
  world.soundsNow.takeFrom(world.soundsNext);
  eachAlive(world, (piece) => {
    const eyes = brainOfPiece[piece] >= 0 ? brains[brainOfPiece[piece]].eyes : undefined;
    if (eyes) look(world, piece, eyes);
  });
  eachAlive(world, (piece) => {
    const isStunned = canStun && world.stunLeft[piece] > 0;
    if (brainOfPiece[piece] >= 0 && !isStunned) decide(world, piece, brains[brainOfPiece[piece]]);
  });
}

function movePieces(world: World): void {
  const { brains, brainOfPiece, canStun, program } = world.level;
  const groundMoves = program.isSideView || !world.ground.isPlain || program.contacts.length > 0;
  marchFormations(world);
  eachAlive(world, (piece) => {
    const brain = brainOfPiece[piece];
    // Every step is swept: what is known of the way ahead is forgotten.
    if (world.freeTicks[piece] > 0) world.freeTicks[piece] = 0;
    if (brain >= 0 && !(canStun && world.stunLeft[piece] > 0))
      brains[brain].states[world.state[piece]].move(world, piece);
    if (groundMoves && world.alive[piece] === 1 && program.pieces[piece].partOf < 0) moveByGround(world, piece);
  });
  eachAlive(world, (part) => {
    const { partOf, along, across, brain } = program.pieces[part];
    if (partOf < 0) return;
    const [facingX, facingY] = [world.facingX[partOf], world.facingY[partOf]];
    const [rightX, rightY] = program.isSideView ? [0, 1] : [-facingY, facingX];
    const ahead = program.isSideView ? [facingX < 0 ? -1 : 1, 0] : [facingX, facingY];
    world.x[part] = world.x[partOf] + along * ahead[0] + across * rightX;
    world.y[part] = world.y[partOf] + along * ahead[1] + across * rightY;
    if (brain < 0) [world.facingX[part], world.facingY[part]] = [facingX, facingY];
    if (world.hasJumped(partOf)) world.noteJump(part);
  });
  world.endJumps();
}

function moveShots(world: World): void {
  const { pieces, kinds } = world.level.program;
  const end = { x: 0, y: 0, touched: false };
  eachAlive(world, (shot) => {
    if (!pieces[shot].isShot) return;
    world.progress[shot]--;
    if (world.shotStep[shot] === 0) {
      holdBlow(world, shot);
      return;
    }
    const dx = world.facingX[shot] * world.shotStep[shot];
    const dy = world.facingY[shot] * world.shotStep[shot];
    sweepUntilContact(
      world.ground.gridOf(pieces[shot].kindIndex),
      world.x[shot],
      world.y[shot],
      world.level.standOfPiece[shot],
      dx,
      dy,
      end,
    );
    world.x[shot] = end.x;
    world.y[shot] = end.y;
    world.shotStep[shot] *= kinds[pieces[shot].kindIndex].slowing;
    if (end.touched) wearGround(world, shot, lastNormal.x, lastNormal.y);
    if (end.touched || world.progress[shot] <= 0) world.retire(shot, 'spent');
  });
}

/** Every piece against the player, by box and then by shape. */
function meetPlayer(world: World): void {
  const { level, player, encounter } = world;
  eachAlive(world, (piece) => {
    const index = level.meetingOfPiece[piece];
    if (index < 0) return;
    const { meeting, isThreat, onPlayer, onPiece } = level.playerMeetings[index];
    const fromX = player.beforeX - world.beforeX[piece];
    const fromY = player.beforeY - world.beforeY[piece];
    const moveX = player.x - player.beforeX - (world.x[piece] - world.beforeX[piece]);
    const moveY = player.y - player.beforeY - (world.y[piece] - world.beforeY[piece]);
    if (!world.isIn(piece) || !boxesMeet(world, piece)) {
      if (encounter[piece] === ENCOUNTER.box) world.boxOnly++;
      encounter[piece] = ENCOUNTER.none;
      return;
    }
    if (encounter[piece] === ENCOUNTER.none) encounter[piece] = ENCOUNTER.box;
    if (!shapesMeet(meeting, fromX, fromY, moveX, moveY)) return;
    encounter[piece] = ENCOUNTER.shape;
    world.touchTick[level.program.pieces[piece].kindIndex] = world.tick;
    if (isThreat && world.touching < 0 && player.safeLeft === 0) world.touching = piece;
    if (onPlayer && world.tick >= world.calmPlayer[piece]) {
      world.calmPlayer[piece] = world.tick + onPlayer.cooldownTicks;
      applyContact(world, onPlayer, piece, PLAYER);
    }
    if (onPiece && world.tick >= world.calmPiece[piece]) {
      world.calmPiece[piece] = world.tick + onPiece.cooldownTicks;
      applyContact(world, onPiece, PLAYER, piece);
    }
    if (!level.program.pieces[piece].isShot) return;
    world.nearness[piece] = NEARNESS.done;
    if (onPlayer || isThreat) spendShot(world, piece);
  });
}

/** Whether the boxes round both, at the beginning or the end of the tick or between, overlap. */
function boxesMeet({ level, player, x, y, beforeX, beforeY }: World, piece: number): boolean {
  const { west, north, east, south } = level.playerMeetings[level.meetingOfPiece[piece]].meeting;
  const offX = [player.beforeX - beforeX[piece], player.x - x[piece]];
  const offY = [player.beforeY - beforeY[piece], player.y - y[piece]];
  return (
    Math.min(...offX) <= east && Math.max(...offX) >= -west && Math.min(...offY) <= south && Math.max(...offY) >= -north
  );
}

/** Every piece of the one kind against every one of the other; several at once by rows, then columns, then number. */
function meetPair(world: World, pair: PairProgram): void {
  const { piecesOfKind } = world.level;
  const { grid } = world.ground;
  // As they stood before the first met anybody.
  const cellOf = new Map(
    piecesOfKind[pair.second]
      .filter((piece) => world.alive[piece] === 1)
      .map((piece) => [piece, cellIndexAt(grid, world.x[piece], world.y[piece])]),
  );
  const others = [...cellOf.keys()].sort((a, b) => cellOf.get(a)! - cellOf.get(b)! || a - b);
  for (const a of piecesOfKind[pair.first])
    for (const b of others)
      if (a !== b && !(pair.first === pair.second && b < a) && world.isIn(b) && world.isIn(a))
        meetTwo(world, pair, a, b);
}

function meetTwo(world: World, { meeting, onFirst, onSecond }: PairProgram, a: number, b: number): void {
  const { x, y, beforeX, beforeY, level } = world;
  const fromX = beforeX[a] - beforeX[b];
  const fromY = beforeY[a] - beforeY[b];
  const moveX = x[a] - beforeX[a] - (x[b] - beforeX[b]);
  const moveY = y[a] - beforeY[a] - (y[b] - beforeY[b]);
  if (!boundsMeet(meeting, fromX, fromY, moveX, moveY) || !shapesMeet(meeting, fromX, fromY, moveX, moveY)) return;
  const happens = [
    { contact: onSecond, by: a, on: b, isCalm: world.tick < world.calmOther[b] },
    { contact: onFirst, by: b, on: a, isCalm: world.tick < world.calmOther[a] },
  ];
  for (const { contact, by, on, isCalm } of happens) {
    if (!contact || isCalm) continue;
    world.calmOther[on] = world.tick + contact.cooldownTicks;
    applyContact(world, contact, by, on);
  }
  for (const { contact, by, isCalm } of happens)
    if (contact && !isCalm && level.program.pieces[by].isShot) spendShot(world, by);
}

function countDown(world: World): void {
  const { player } = world;
  player.stunLeft = Math.max(0, player.stunLeft - 1);
  player.safeLeft = Math.max(0, player.safeLeft - 1);
  player.pushLeft = Math.max(0, player.pushLeft - 1);
  player.cooldown = Math.max(0, player.cooldown - 1);
  if (player.speedLeft > 0 && --player.speedLeft === 0) player.speedFactor = 1;
  eachAlive(world, (piece) => {
    world.stunLeft[piece] = Math.max(0, world.stunLeft[piece] - 1);
    world.safeLeft[piece] = Math.max(0, world.safeLeft[piece] - 1);
    world.pushLeft[piece] = Math.max(0, world.pushLeft[piece] - 1);
    if (world.speedLeft[piece] > 0 && --world.speedLeft[piece] === 0) world.speedFactor[piece] = 1;
  });
}
