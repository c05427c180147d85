import type { ScoreProgram } from '../../../compile/cueProgram';
import type { EndCause, Outcome } from '../runEvent';
import { layBack } from '../effects';
import type { World } from '../world';
import { holds } from './ruleConditions';

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
export function applyRules(world: World, touching: number, takenBy: EndCause | undefined): RunEnd | undefined {
  const { rules, exit, timeLimitTicks } = world.level.program;
  for (let index = 0; index < rules.scores.length; index++) scoreOne(world, index, rules.scores[index]);
  const loss = findLoss(world, touching, takenBy);
  if (loss) {
    noteLoss(world, loss.piece);
    if (!comeBack(world, loss)) return loss;
  }
  if (rules.loses.some((condition) => holds(world, condition))) return { outcome: 'lost', cause: 'rule', piece: -1 };
  const { player } = world;
  const isInExit =
    exit !== undefined &&
    player.x >= exit.x &&
    player.x <= exit.x + exit.width &&
    player.y >= exit.y &&
    player.y <= exit.y + exit.height;
  if (isInExit) return { outcome: 'won', cause: 'reached the exit', piece: -1 };
  if (rules.wins.some((condition) => holds(world, condition))) return { outcome: 'won', cause: 'rule', piece: -1 };
  if (world.tick >= timeLimitTicks) return { outcome: 'out of time', cause: 'clock', piece: -1 };
  return undefined;
}

function findLoss(world: World, touching: number, takenBy: EndCause | undefined): RunEnd | undefined {
  if (touching >= 0) return { outcome: 'lost', cause: 'touched', piece: touching };
  if (world.endedBy > -2) return { outcome: 'lost', cause: 'defeated', piece: world.endedBy };
  return takenBy && { outcome: 'lost', cause: takenBy, piece: -1 };
}

function noteLoss({ loss, tick, player }: World, piece: number): void {
  loss.tick = tick;
  loss.piece = piece;
  loss.x = player.x;
  loss.y = player.y;
}

/** Takes a life and puts the player back; false when it was the last. */
function comeBack(world: World, loss: RunEnd): boolean {
  if (world.livesLeft <= 1) return false;
  const { rules, pieces } = world.level.program;
  world.livesLeft--;
  world.endedBy = -2;
  world.events?.push({
    type: 'life lost',
    tick: world.tick,
    cause: loss.cause,
    piece: loss.piece >= 0 ? pieces[loss.piece].id : undefined,
    left: world.livesLeft,
    x: world.player.x,
    y: world.player.y,
  });
  if (rules.laysBack) layBack(world);
  world.player.comeBack(world.level.program.player, rules);
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
    case 'holds':
      now = before === 0 && holds(world, event.condition) ? 1 : before;
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
