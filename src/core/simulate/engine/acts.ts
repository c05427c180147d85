import type { ActProgram, FacingProgram } from '../../compile/levelProgram';
import { headingDegrees, cosDegrees, sinDegrees } from '../../foundation/exactMath';
import { assertNever } from '../../foundation/result';
import { quicken } from './effects';
import { launch, launchShot } from './shots';
import { forgetWay } from './movers/freeWay';
import { takeSighting } from './sounds';
import { prepareValue, READING_VALUES } from './values';
import { NEVER } from './never';
import type { World } from './world';

/** Something done in one moment. */
export type ActFunction = (world: World, piece: number) => void;

type ActOf<Act extends ActProgram['act']> = Extract<ActProgram, { act: Act }>;

/** How each act is made ready. */
const ACTS: { [Act in ActProgram['act']]: (program: ActOf<Act>) => ActFunction } = {
  set: (program) => {
    const value = prepareValue(program.value, READING_VALUES);
    const { slot } = program;
    return (world, piece) => {
      const next = value(world, piece);
      // What is no number, as after a division by zero, leaves the memory as it was.
      if (Number.isFinite(next)) world.memory[piece * world.memoryPerPiece + slot] = next;
    };
  },
  face:
    ({ facing }) =>
    (world, piece) => {
      turnTo(world, piece, facing);
      if (world.freeTicks[piece] > 0) forgetWay(world, piece);
    },
  shout:
    ({ sound, range }) =>
    (world, piece) => {
      world.soundsNext.add(sound, piece, world.x[piece], world.y[piece], range);
      world.events?.push({
        type: 'shout',
        tick: world.tick,
        piece: world.logName(piece),
        sound: world.level.program.sounds[sound],
      });
    },
  tell:
    ({ range }) =>
    (world, piece) =>
      tellSighting(world, piece, range),
  fire: (program) => (world, piece) => fire(world, piece, program),
  hurry:
    ({ factor, ticks }) =>
    (world, piece) =>
      quicken(world, factor, ticks, piece),
  forget: () => (world, piece) => void (world.lastSeenTick[piece] = NEVER),
  vanish: () => (world, piece) => world.retire(piece, 'left'),
};

export function prepareAct(program: ActProgram): ActFunction {
  const prepare = ACTS[program.act] as (program: ActProgram) => ActFunction;
  return prepare(program);
}

/** Turns a piece at once. `ahead` and what cannot be known leave it as it is. */
export function turnTo(world: World, piece: number, facing: FacingProgram): void {
  switch (facing.to) {
    case 'heading':
      world.facingX[piece] = facing.x;
      world.facingY[piece] = facing.y;
      return;
    case 'back':
      world.facingX[piece] = -world.facingX[piece];
      world.facingY[piece] = -world.facingY[piece];
      return;
    case 'player':
      if (facing.range < 0 ? world.sights[piece] === 1 : isPlayerWithin(world, piece, facing.range))
        facePlace(world, piece, world.player.x, world.player.y);
      return;
    case 'sighting':
      if (world.lastSeenTick[piece] !== NEVER) facePlace(world, piece, world.lastSeenX[piece], world.lastSeenY[piece]);
      return;
    case 'ahead':
      return;
    default:
      assertNever(facing);
  }
}

function isPlayerWithin(world: World, piece: number, range: number): boolean {
  if (!world.hasPlayer) return false;
  const dx = world.player.x - world.x[piece];
  const dy = world.player.y - world.y[piece];
  return dx * dx + dy * dy <= range * range;
}

export function facePlace(world: World, piece: number, x: number, y: number): void {
  const dx = x - world.x[piece];
  const dy = y - world.y[piece];
  const distance = Math.sqrt(dx * dx + dy * dy);
  if (distance < 1e-6) return;
  world.facingX[piece] = dx / distance;
  world.facingY[piece] = dy / distance;
}

function tellSighting(world: World, piece: number, range: number): void {
  const { piecesOfKind, program } = world.level;
  for (const other of piecesOfKind[program.pieces[piece].kindIndex]) {
    if (other === piece || world.alive[other] === 0) continue;
    const dx = world.x[other] - world.x[piece];
    const dy = world.y[other] - world.y[piece];
    if (dx * dx + dy * dy <= range * range) takeSighting(world, other, piece);
  }
}

const aim = { x: 1.5, y: 0.5 };

function fire(world: World, piece: number, program: Extract<ActProgram, { act: 'fire' }>): void {
  takeAim(world, piece, program);
  if (program.spread > 0) {
    const stray = (world.randomOf(piece).nextUnit() * 2 - 1) * program.spread;
    const heading = headingDegrees(aim.x, aim.y) + stray;
    aim.x = cosDegrees(heading);
    aim.y = sinDegrees(heading);
  }
  const places = world.level.shotsOfKind[program.kind];
  if (!places) return;
  launch.x = world.x[piece];
  launch.y = world.y[piece];
  launch.aimX = aim.x;
  launch.aimY = aim.y;
  launch.step = program.step;
  launch.ticks = program.ticks;
  launchShot(world, places.first, places.count);
}

function takeAim(world: World, piece: number, program: Extract<ActProgram, { act: 'fire' }>): void {
  aim.x = world.facingX[piece];
  aim.y = world.facingY[piece];
  if (program.aim === 'heading') {
    aim.x = program.x;
    aim.y = program.y;
  }
  if (program.aim !== 'player' && program.aim !== 'leading') return;
  let dx = world.player.x - world.x[piece];
  let dy = world.player.y - world.y[piece];
  if (program.aim === 'leading') {
    const ticks = ticksToMeet(dx, dy, world.playerMovedX, world.playerMovedY, program.step);
    dx += world.playerMovedX * ticks;
    dy += world.playerMovedY * ticks;
  }
  const distance = Math.sqrt(dx * dx + dy * dy);
  if (distance < 1e-6) return;
  aim.x = dx / distance;
  aim.y = dy / distance;
}

/** The first time at which a shot of a speed meets what is at (dx, dy) and goes on evenly; 0 when it never does. */
function ticksToMeet(dx: number, dy: number, moveX: number, moveY: number, step: number): number {
  const a = moveX * moveX + moveY * moveY - step * step;
  const b = 2 * (dx * moveX + dy * moveY);
  const c = dx * dx + dy * dy;
  if (Math.abs(a) < 1e-12) return b < 0 ? -c / b : 0;
  const discriminant = b * b - 4 * a * c;
  if (discriminant < 0) return 0;
  const root = Math.sqrt(discriminant);
  const first = (-b - root) / (2 * a);
  const second = (-b + root) / (2 * a);
  const earlier = Math.min(first, second);
  const later = Math.max(first, second);
  return earlier > 0 ? earlier : Math.max(0, later);
}
