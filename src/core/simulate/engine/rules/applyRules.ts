import { isInArea } from '../../../arena/area';
import type { ScoreProgram } from '../../../compile/cueProgram';
import { layRimBack } from '../scroll';
import type { EndCause, Outcome } from '../runEvent';
import { layBack } from '../effects';
import { NOBODY } from '../runNumbers';
import type { World } from '../world';
import { NO_PIECE } from './preparedRules';
import type { ConditionTest } from '../joined';

/** How a run ended; `piece` is −1 when no piece caused it. */
export interface RunEnd {
  outcome: Outcome;
  cause: EndCause;
  piece: number;
}

/**
 * The rules of a tick, always in this order: scores; what loses a life, or the run; the rules that lose; the exit and the
 * rules that win; the clock. A touch in the tick in which the exit is reached counts as lost.
 */
export function applyRules(world: World): RunEnd | undefined {
  const { exit, timeLimitTicks } = world.level.program;
  countScores(world);
  const loss = findLoss(world);
  if (loss) {
    noteLoss(world, loss.piece);
    if (!comeBack(world, loss)) return loss;
  }
  if (holdsAny(world, world.level.rules.loses)) return { outcome: 'lost', cause: 'rule', piece: -1 };
  const { player } = world;
  if (exit && isInArea(exit, player.x, player.y)) return { outcome: 'won', cause: 'reached the exit', piece: -1 };
  if (holdsAny(world, world.level.rules.wins)) return { outcome: 'won', cause: 'rule', piece: -1 };
  if (world.tick >= timeLimitTicks) return { outcome: 'out of time', cause: 'clock', piece: -1 };
  return undefined;
}

/** Points for all that has happened since the last tick. */
export function countScores(world: World): void {
  const { scores } = world.level.program.rules;
  for (let index = 0; index < scores.length; index++) scoreOne(world, index, scores[index]);
}

function findLoss(world: World): RunEnd | undefined {
  const { touching, takenBy } = world;
  if (touching >= 0) return { outcome: 'lost', cause: 'touched', piece: touching };
  if (world.endedBy > NOBODY) return { outcome: 'lost', cause: 'defeated', piece: world.endedBy };
  return takenBy && { outcome: 'lost', cause: takenBy, piece: -1 };
}

function holdsAny(world: World, conditions: readonly ConditionTest[]): boolean {
  for (let index = 0; index < conditions.length; index++) if (conditions[index](world, NO_PIECE)) return true;
  return false;
}

function noteLoss(world: World, piece: number): void {
  world.lossTick = world.tick;
  world.lossPiece = piece;
  world.lossX = world.player.x;
  world.lossY = world.player.y;
}

/** Takes a life and puts the player back; false when it was the last. */
function comeBack(world: World, loss: RunEnd): boolean {
  if (world.livesLeft <= 1) return false;
  const { rules } = world.level.program;
  world.livesLeft--;
  world.endedBy = NOBODY;
  world.events?.push({
    type: 'life lost',
    tick: world.tick,
    cause: loss.cause,
    piece: loss.piece >= 0 ? world.logName(loss.piece) : undefined,
    left: world.livesLeft,
    x: world.player.x,
    y: world.player.y,
  });
  if (rules.laysBack) layBack(world);
  world.player.comeBack(world.level.program.player, rules);
  layRimBack(world);
  return true;
}

/** Points for what has happened since the last tick, each event once. */
function scoreOne(world: World, index: number, { points, event }: ScoreProgram): void {
  const before = world.scored[index];
  let now = before;
  switch (event.type) {
    case 'defeated':
      now = sumOf(world.defeated, event.kinds);
      break;
    case 'collected':
      now = sumOf(world.collectedInAll, event.kinds);
      break;
    case 'filled':
      now = sumOf(world.filled, event.kinds);
      break;
    case 'delivery':
      now = world.player.delivered;
      break;
    case 'every':
      now = Math.floor(world.tick / event.ticks);
      break;
    case 'each':
      now = Math.floor(world.farthest / event.length + 1e-9);
      break;
    case 'holds':
      now = before === 0 && world.level.rules.scores[index]!(world, NO_PIECE) ? 1 : before;
      break;
  }
  if (now === before) return;
  world.scored[index] = now;
  world.player.score += points * (now - before);
  world.events?.push({ type: 'score', tick: world.tick, points: points * (now - before), total: world.player.score });
}

function sumOf(counts: Int32Array, kinds: readonly number[]): number {
  let sum = 0;
  for (let index = 0; index < kinds.length; index++) sum += counts[kinds[index]];
  return sum;
}
