import { decide } from './brain';
import { findTouchingThreat } from './contacts';
import { movePiece, movePlayer } from './motion';
import { look } from './perception';
import type { EndCause, Outcome } from './runEvent';
import type { World } from './world';

/** How a run ended; `piece` is −1 when no piece caused it. */
export interface RunEnd {
  outcome: Outcome;
  cause: EndCause;
  piece: number;
}

/** What decides for the pieces in a tick. The reference interpreter can stand in for the compiled brains. */
export type DecideAll = (world: World) => void;

/** Every piece with a brain looks, then every one decides, all on the same world. */
export function lookAndDecide(world: World): void {
  const { brains, brainOfPiece } = world.level;
  for (let piece = 0; piece < world.pieceCount; piece++) {
    const brain = brainOfPiece[piece];
    if (brain < 0) continue;
    const eyes = brains[brain].eyes;
    if (eyes) look(world, piece, eyes);
  }
  for (let piece = 0; piece < world.pieceCount; piece++) {
    const brain = brainOfPiece[piece];
    if (brain >= 0) decide(world, piece, brains[brain]);
  }
}

/**
 * One tick. The order is always the same: inputs, perception, behaviors, motion, contacts, rules. A touch in the tick in
 * which the exit is reached counts as lost. Gives the end of the run, or undefined while it goes on.
 */
export function runTick(world: World, input: number, decideAll: DecideAll = lookAndDecide): RunEnd | undefined {
  const { brains, brainOfPiece } = world.level;
  world.playerBeforeX = world.playerX;
  world.playerBeforeY = world.playerY;
  // A loop, since copying a short array by `set` costs more than all the rest of a piece.
  for (let piece = 0; piece < world.pieceCount; piece++) {
    world.beforeX[piece] = world.x[piece];
    world.beforeY[piece] = world.y[piece];
  }
  decideAll(world);
  movePlayer(world, input);
  for (let piece = 0; piece < world.pieceCount; piece++) {
    const brain = brainOfPiece[piece];
    if (brain >= 0) movePiece(world, piece, brains[brain].states[world.state[piece]].motion);
  }
  const touching = findTouchingThreat(world);
  world.tick++;
  const end = applyRules(world, touching);
  if (end && world.events) logEnd(world, end);
  return end;
}

function applyRules(world: World, touching: number): RunEnd | undefined {
  const { exit, timeLimitTicks } = world.level.program;
  if (touching >= 0) return { outcome: 'lost', cause: 'touched', piece: touching };
  const isInExit =
    world.playerX >= exit.x &&
    world.playerX <= exit.x + exit.width &&
    world.playerY >= exit.y &&
    world.playerY <= exit.y + exit.height;
  if (isInExit) return { outcome: 'won', cause: 'reached the exit', piece: -1 };
  if (world.tick >= timeLimitTicks) return { outcome: 'out of time', cause: 'clock', piece: -1 };
  return undefined;
}

function logEnd(world: World, end: RunEnd): void {
  world.events?.push({
    type: 'end',
    tick: world.tick,
    outcome: end.outcome,
    cause: end.cause,
    piece: end.piece >= 0 ? world.level.program.pieces[end.piece].id : undefined,
    x: world.playerX,
    y: world.playerY,
  });
}
