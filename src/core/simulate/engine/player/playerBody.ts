import { cosDegrees, sinDegrees } from '../../../foundation/exactMath';
import type { RulesProgram } from '../../../compile/cueProgram';
import type { PlayerProgram } from '../../../compile/levelProgram';

/** Everything about the player that changes during a run. Lengths in cells, speeds in cells a tick, durations in ticks. */
export class PlayerBody {
  x = 0.5;
  y = 0.5;
  beforeX = 0.5;
  beforeY = 0.5;
  /** Kept only where it matters for the next tick: on slippery ground and in the air. */
  velocityX = 0.5;
  velocityY = 0.5;
  facingX = 0.5;
  facingY = 0.5;
  isGrounded = false;
  ticksSinceGround = 0;
  bufferLeft = 0;
  jumpsUsed = 0;
  /** Where a step or slide that is under way leads; −1 while none is. */
  goalX = 0.5;
  goalY = 0.5;
  /** The place to which one walks on by itself, and the one that is pointed at just now; −1 while there is none. */
  walkX = 0.5;
  walkY = 0.5;
  pointedX = 0.5;
  pointedY = 0.5;
  /** Direction that was pressed last but not yet acted on, and since how many ticks. */
  pressed = 0;
  pressedTicks = 0;
  lastDirection = 0;
  lastAction = false;
  /** With two keys held at once: whether the one up or down counts. */
  turnsUpright = false;
  heldTicks = 0;
  /** Index of the piece that carries it, or −1. */
  rider = -1;

  health = 0.5;
  score = 0;
  carried = 0;
  delivered = 0;
  ammunition = -1;
  cooldown = 0;
  stunLeft = 0;
  safeLeft = 0;
  pushLeft = 0;
  pushX = 0.5;
  pushY = 0.5;
  speedLeft = 0;
  speedFactor = 0.5;

  reset(program: PlayerProgram): void {
    this.x = this.beforeX = program.x;
    this.y = this.beforeY = program.y;
    this.velocityX = this.velocityY = 0;
    this.facingX = cosDegrees(program.facing);
    this.facingY = sinDegrees(program.facing);
    this.isGrounded = false;
    this.ticksSinceGround = 1_000_000;
    this.bufferLeft = this.jumpsUsed = 0;
    this.goalX = this.goalY = -1;
    this.walkX = this.walkY = this.pointedX = this.pointedY = -1;
    this.pressed = this.pressedTicks = this.lastDirection = this.heldTicks = 0;
    this.lastAction = this.turnsUpright = false;
    this.rider = -1;
    this.health = program.health;
    this.score = this.carried = this.delivered = 0;
    this.ammunition = program.gun?.ammunition ?? -1;
    this.cooldown = this.stunLeft = this.safeLeft = this.pushLeft = this.speedLeft = 0;
    this.pushX = this.pushY = 0;
    this.speedFactor = 1;
  }

  /** Begins anew with the next life: what was scored, carried and delivered stays, everything else is as at the start. */
  comeBack(program: PlayerProgram, { backX, backY, backTicks, safeTicks }: RulesProgram): void {
    const { score, carried, delivered, ammunition } = this;
    this.reset(program);
    Object.assign(this, { score, carried, delivered, ammunition });
    this.x = this.beforeX = backX ?? program.x;
    this.y = this.beforeY = backY ?? program.y;
    this.stunLeft = backTicks;
    this.safeLeft = backTicks + safeTicks;
  }

  /** Takes over everything from another one. */
  copyFrom(other: PlayerBody): void {
    Object.assign(this, other);
  }

  get isUnderWay(): boolean {
    return this.goalX >= 0;
  }
}
