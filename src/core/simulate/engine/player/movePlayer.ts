import { sweepBody, sweepUntilContact, type SweepResult } from '../../../arena/sweep';
import { isSolidAt } from '../../../arena/grid';
import { FOOTING, type ControlProgram, type GroundProgram, type PlayerProgram } from '../../../compile/levelProgram';
import { assertNever } from '../../../foundation/result';
import type { GroundState } from '../groundState';
import { directionOf, hasAction, hasPoint, INPUT_COLUMNS, INPUT_ROWS, pointX, pointY, type Input } from './inputs';
import type { PlayerBody } from './playerBody';
import { walkOn } from './walkOn';

/** What stops a fall from above in levels seen from the side: tops of carriers. */
export interface Supports {
  /** Index of the carrier on whose top a body lands while it falls by `dy`, or −1; `topY` is then where it stands. */
  findTop: (body: PlayerBody, dy: number) => number;
  topY: number;
}

export const NO_SUPPORTS: Supports = { findTop: () => -1, topY: 0 };

const EVEN_DIAGONAL = Math.SQRT1_2;
const sweep: SweepResult = { x: 0, y: 0, touched: false };

/** Moves the player's body by one tick of input. Everything that it needs is given, so that it can be tried out ahead. */
export function movePlayer(
  body: PlayerBody,
  input: Input,
  program: PlayerProgram,
  ground: GroundState,
  isSideView: boolean,
  supports: Supports,
): void {
  const isHeld = body.stunLeft > 0;
  const direction = isHeld ? 0 : directionOf(input);
  const acts = !isHeld && hasAction(input);
  notePress(body, direction);
  const { control } = program;
  switch (control.scheme) {
    case 'eight ways':
    case 'four ways':
    case 'steer to a point':
    case 'along a rail':
      moveFreely(body, direction, isHeld ? 0 : input, program, control, ground);
      break;
    case 'one cell a press':
      stepCells(body, control.step, control.bufferTicks, program, ground);
      break;
    case 'slide until blocked':
      slide(body, control.step, control.bufferTicks, program, ground);
      break;
    case 'flap':
    case 'run and jump':
      moveInAir(body, direction, acts, program, control, ground, supports);
      break;
    default:
      assertNever(control);
  }
  if (!isSideView) body.isGrounded = true;
  body.lastDirection = direction;
  body.lastAction = acts;
}

/** A direction counts as pressed in the tick in which it changes, however long it is then held. */
function notePress(body: PlayerBody, direction: number): void {
  if (direction > 0 && direction !== body.lastDirection) {
    body.pressed = direction;
    body.pressedTicks = 0;
  } else {
    body.pressedTicks++;
  }
}

/** Wished move of a tick, in cells; reused. */
const wish = { x: 0, y: 0 };

function moveFreely(
  body: PlayerBody,
  direction: number,
  input: Input,
  program: PlayerProgram,
  control: Extract<ControlProgram, { scheme: 'eight ways' | 'four ways' | 'steer to a point' | 'along a rail' }>,
  ground: GroundState,
): void {
  const type = ground.isPlain ? undefined : ground.typeAt(body.x, body.y);
  readWish(
    body,
    direction,
    input,
    program,
    control,
    ground,
    control.step * body.speedFactor * (type?.speedFactor ?? 1),
  );
  if (wish.x !== 0 || wish.y !== 0) face(body, wish.x, wish.y);
  if (type?.footing === FOOTING.slippery) {
    body.velocityX += clamp(wish.x - body.velocityX, type.grip);
    body.velocityY += clamp(wish.y - body.velocityY, type.grip);
  } else {
    body.velocityX = wish.x;
    body.velocityY = wish.y;
  }
  const shoveX = (type?.pushX ?? 0) + (body.pushLeft > 0 ? body.pushX : 0);
  const shoveY = (type?.pushY ?? 0) + (body.pushLeft > 0 ? body.pushY : 0);
  const dx = body.velocityX + shoveX;
  const dy = body.velocityY + shoveY;
  if (dx === 0 && dy === 0) return;
  const fromX = body.x;
  const fromY = body.y;
  sweepBody(ground.grid, fromX, fromY, program.stand, dx, dy, sweep);
  body.x = sweep.x;
  body.y = sweep.y;
  if (!sweep.touched) return;
  body.velocityX = sweep.x - fromX - shoveX;
  body.velocityY = sweep.y - fromY - shoveY;
  if (control.scheme === 'four ways') turnIn(body, fromX, fromY, program, control, ground);
}

function readWish(
  body: PlayerBody,
  direction: number,
  input: Input,
  program: PlayerProgram,
  control: Extract<ControlProgram, { scheme: 'eight ways' | 'four ways' | 'steer to a point' | 'along a rail' }>,
  ground: GroundState,
  step: number,
): void {
  let columns = INPUT_COLUMNS[direction];
  let rows = INPUT_ROWS[direction];
  wish.x = wish.y = 0;
  if (control.scheme === 'steer to a point') {
    if (control.goesOn) {
      if (body.stunLeft === 0) walkOn(body, input, program, ground, step, wish);
      return;
    }
    if (!hasPoint(input)) return;
    const dx = pointX(input) - body.x;
    const dy = pointY(input) - body.y;
    const distance = Math.sqrt(dx * dx + dy * dy);
    if (distance === 0) return;
    const share = distance <= step ? 1 : step / distance;
    wish.x = dx * share;
    wish.y = dy * share;
    return;
  }
  if (control.scheme === 'along a rail') {
    if (control.isAcross) rows = 0;
    else columns = 0;
  } else if (control.scheme === 'four ways' && columns !== 0 && rows !== 0) {
    // Of two keys held at once the one counts that was not yet followed, as long as both are held.
    if (direction !== body.lastDirection) body.turnsUpright = body.facingX !== 0;
    if (body.turnsUpright) columns = 0;
    else rows = 0;
  }
  const isDiagonal = columns !== 0 && rows !== 0;
  const length =
    isDiagonal && !(control.scheme === 'eight ways' && !control.evenDiagonals) ? step * EVEN_DIAGONAL : step;
  wish.x = columns * length;
  wish.y = rows * length;
}

/** A body that just misses an opening is led into it, as far as the scheme allows. */
function turnIn(
  body: PlayerBody,
  fromX: number,
  fromY: number,
  program: PlayerProgram,
  control: Extract<ControlProgram, { scheme: 'four ways' }>,
  ground: GroundState,
): void {
  const isAcross = wish.x !== 0;
  const headway = isAcross ? Math.abs(body.x - fromX) : Math.abs(body.y - fromY);
  if (headway > 1e-6) return;
  const [along, aside] = isAcross ? [body.x, body.y] : [body.y, body.x];
  const middle = Math.floor(aside) + 0.5;
  const ahead = Math.floor(along) + Math.sign(isAcross ? wish.x : wish.y);
  const isOpen = isAcross
    ? !isSolidAt(ground.grid, ahead, Math.floor(aside))
    : !isSolidAt(ground.grid, Math.floor(aside), ahead);
  const off = middle - aside;
  if (!isOpen || off === 0 || Math.abs(off) > control.cornering) return;
  const move = clamp(off, control.step * body.speedFactor);
  sweepBody(ground.grid, body.x, body.y, program.stand, isAcross ? 0 : move, isAcross ? move : 0, sweep);
  body.x = sweep.x;
  body.y = sweep.y;
}

/** One cell for each press; a press shortly before the end of a step is kept for the next. */
function stepCells(
  body: PlayerBody,
  step: number,
  bufferTicks: number,
  program: PlayerProgram,
  ground: GroundState,
): void {
  if (!body.isUnderWay) {
    shove(body, program, ground);
    const direction = body.pressed;
    body.pressed = 0;
    if (direction === 0 || body.pressedTicks > bufferTicks) return;
    const columns = INPUT_COLUMNS[direction];
    // There are no diagonal steps: of two keys the sideways one counts.
    const rows = columns !== 0 ? 0 : INPUT_ROWS[direction];
    const column = Math.floor(body.x) + columns;
    const row = Math.floor(body.y) + rows;
    face(body, columns, rows);
    if (isSolidAt(ground.grid, column, row)) return;
    // From something that moves one hops straight across, as long as there is room beside the middle.
    const staysAside = body.rider >= 0 && hasRoom(ground, program, body.x + columns, body.y + rows);
    body.goalX = staysAside ? body.x + columns : column + 0.5;
    body.goalY = staysAside ? body.y + rows : row + 0.5;
  }
  const factor = body.speedFactor * (ground.isPlain ? 1 : ground.typeAt(body.x, body.y).speedFactor);
  if (!goTowardsGoal(body, step * factor)) return;
  const isCarriedOn = !ground.isPlain && ground.typeAt(body.x, body.y).slides;
  const [column, row] = [Math.floor(body.x) + body.facingX, Math.floor(body.y) + body.facingY];
  if (isCarriedOn && !isSolidAt(ground.grid, column, row)) {
    body.goalX = column + 0.5;
    body.goalY = row + 0.5;
  } else body.goalX = body.goalY = -1;
}

function hasRoom(ground: GroundState, { stand }: PlayerProgram, x: number, y: number): boolean {
  const { grid } = ground;
  const west = Math.floor(x - stand.west);
  const east = Math.floor(x + stand.east);
  const north = Math.floor(y - stand.north);
  const south = Math.floor(y + stand.south);
  return !(
    isSolidAt(grid, west, north) ||
    isSolidAt(grid, east, north) ||
    isSolidAt(grid, west, south) ||
    isSolidAt(grid, east, south)
  );
}

function goTowardsGoal(body: PlayerBody, step: number): boolean {
  const dx = body.goalX - body.x;
  const dy = body.goalY - body.y;
  const distance = Math.sqrt(dx * dx + dy * dy);
  if (distance <= step) {
    body.x = body.goalX;
    body.y = body.goalY;
    return true;
  }
  body.x += (dx / distance) * step;
  body.y += (dy / distance) * step;
  return false;
}

/** Ground that pushes, and blows, move also a body that does not move itself. */
function shove(body: PlayerBody, program: PlayerProgram, ground: GroundState): void {
  const type: GroundProgram | undefined = ground.isPlain ? undefined : ground.typeAt(body.x, body.y);
  const dx = (type?.pushX ?? 0) + (body.pushLeft > 0 ? body.pushX : 0);
  const dy = (type?.pushY ?? 0) + (body.pushLeft > 0 ? body.pushY : 0);
  if (dx === 0 && dy === 0) return;
  sweepBody(ground.grid, body.x, body.y, program.stand, dx, dy, sweep);
  body.x = sweep.x;
  body.y = sweep.y;
}

/** Goes on in one heading from middle to middle of cells until the next one is closed; a press shortly before is kept. */
function slide(body: PlayerBody, step: number, bufferTicks: number, program: PlayerProgram, ground: GroundState): void {
  if (!body.isUnderWay) {
    shove(body, program, ground);
    const direction = body.pressed;
    body.pressed = 0;
    if (direction === 0 || body.pressedTicks > bufferTicks) return;
    const columns = INPUT_COLUMNS[direction];
    face(body, columns, columns !== 0 ? 0 : INPUT_ROWS[direction]);
    // Marks that a slide is under way; where it ends shows as it goes on.
    body.goalX = body.goalY = 0;
  }
  let left = step * body.speedFactor;
  while (left > 0) {
    const column = Math.floor(body.x);
    const row = Math.floor(body.y);
    const ahead = (column + 0.5 - body.x) * body.facingX + (row + 0.5 - body.y) * body.facingY;
    const isOpen = !isSolidAt(ground.grid, column + body.facingX, row + body.facingY);
    if (!isOpen && ahead <= left) {
      body.x = column + 0.5;
      body.y = row + 0.5;
      body.goalX = body.goalY = -1;
      return;
    }
    const move = Math.min(left, ahead > 0 ? ahead : 1 + ahead);
    body.x += body.facingX * move;
    body.y += body.facingY * move;
    left -= move;
  }
}

/** Flapping, and running and jumping: sideways first, then up or down, so that what is underfoot is known exactly. */
function moveInAir(
  body: PlayerBody,
  direction: number,
  acts: boolean,
  program: PlayerProgram,
  control: Extract<ControlProgram, { scheme: 'flap' | 'run and jump' }>,
  ground: GroundState,
  supports: Supports,
): void {
  const under =
    body.isGrounded && !ground.isPlain ? ground.typeAt(body.x, body.y + program.stand.south + 0.02) : undefined;
  const factor = body.speedFactor * (under?.speedFactor ?? 1);
  if (control.scheme === 'flap') {
    body.velocityX = (program.facing > 90 && program.facing < 270 ? -control.step : control.step) * body.speedFactor;
    if (acts && !body.lastAction) body.velocityY = -control.lift;
  } else {
    const wished = INPUT_COLUMNS[direction] * control.step * factor;
    if (wished !== 0) face(body, wished, 0);
    if (under?.footing === FOOTING.slippery) body.velocityX += clamp(wished - body.velocityX, under.grip);
    else body.velocityX = wished;
    jump(body, acts, control);
  }
  body.velocityY = Math.min(control.mostFall, body.velocityY + control.gravity);
  const pushX = (under?.pushX ?? 0) + (body.pushLeft > 0 ? body.pushX : 0);
  const dx = body.velocityX + pushX;
  if (dx !== 0) {
    sweepUntilContact(ground.grid, body.x, body.y, program.stand, dx, 0, sweep);
    if (sweep.touched) body.velocityX = 0;
    body.x = sweep.x;
    body.y = sweep.y;
  }
  fallOrRise(body, body.velocityY + (body.pushLeft > 0 ? body.pushY : 0), program, ground, supports);
}

function jump(body: PlayerBody, acts: boolean, control: Extract<ControlProgram, { scheme: 'run and jump' }>): void {
  const isPress = acts && !body.lastAction;
  if (isPress) body.bufferLeft = control.bufferTicks + 1;
  const canTakeOff = body.isGrounded || (body.ticksSinceGround <= control.coyoteTicks && body.jumpsUsed === 0);
  if (body.bufferLeft > 0 && canTakeOff) {
    body.velocityY = -control.jump;
    body.jumpsUsed = 1;
    body.bufferLeft = 0;
    body.isGrounded = false;
    return;
  }
  // In the air the first jump counts as used, whether it was made or not.
  if (isPress && Math.max(1, body.jumpsUsed) < control.jumps) {
    body.velocityY = -control.jump;
    body.jumpsUsed = Math.max(1, body.jumpsUsed) + 1;
    body.bufferLeft = 0;
    return;
  }
  if (body.bufferLeft > 0) body.bufferLeft--;
}

function fallOrRise(
  body: PlayerBody,
  dy: number,
  program: PlayerProgram,
  ground: GroundState,
  supports: Supports,
): void {
  sweepUntilContact(ground.grid, body.x, body.y, program.stand, 0, dy, sweep);
  const carrier = dy >= 0 ? supports.findTop(body, sweep.y - body.y) : -1;
  if (carrier >= 0) body.y = supports.topY;
  else body.y = sweep.y;
  body.rider = carrier;
  const isStopped = carrier >= 0 || sweep.touched;
  body.isGrounded = isStopped && dy >= 0;
  if (isStopped) body.velocityY = 0;
  if (body.isGrounded) {
    body.jumpsUsed = 0;
    body.ticksSinceGround = 0;
  } else {
    body.ticksSinceGround++;
  }
}

function face(body: PlayerBody, x: number, y: number): void {
  // Straight, as it mostly is, there is nothing to work out.
  if (x === 0 || y === 0) {
    body.facingX = x > 0 ? 1 : x < 0 ? -1 : 0;
    body.facingY = y > 0 ? 1 : y < 0 ? -1 : 0;
    return;
  }
  const length = Math.sqrt(x * x + y * y);
  body.facingX = x / length;
  body.facingY = y / length;
}

function clamp(value: number, most: number): number {
  return value > most ? most : value < -most ? -most : value;
}
