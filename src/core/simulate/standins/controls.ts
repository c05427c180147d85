import type { LevelProgram } from '../../compile/levelProgram';
import type { RandomStream } from '../../foundation/random';
import { ACTION_BIT, pointInput, THROW_BIT, type Input } from '../engine/player/inputs';
import type { OwnState, StandIn } from './standIn';
import type { ControlId } from '../../people/traits';

/** A hand that does not look changes its keys this often, times a second. */
const CHANGES_PER_SECOND = 3;
const ACTS_SHARE = 0.4;

/** What a level comes to without anybody playing it: with nothing pressed, or with keys pressed at random. */
export function makeControl(program: LevelProgram, id: ControlId): StandIn {
  return id === 'idle' ? new Idle() : new Blind(program);
}

class Idle implements StandIn {
  reset(): void {}

  look(): void {}

  press(): Input {
    return 0;
  }
}

class Blind implements StandIn {
  private pressed: Input = 0;
  private nextChange = 0;

  constructor(private readonly program: LevelProgram) {}

  reset(): void {
    this.pressed = this.nextChange = 0;
  }

  look(): void {}

  press({ tick }: OwnState, random: RandomStream): Input {
    if (tick < this.nextChange) return this.pressed;
    const { ticksPerSecond, grid, player } = this.program;
    this.nextChange = tick + ticksPerSecond / CHANGES_PER_SECOND;
    const acts = random.nextUnit() < ACTS_SHARE ? ACTION_BIT : 0;
    this.pressed =
      player.control.scheme === 'steer to a point'
        ? pointInput(random.nextUnit() * grid.width, random.nextUnit() * grid.height)
        : random.nextInteger(0, 8) + acts;
    if (player.gun?.hasOwnKey && random.nextUnit() < ACTS_SHARE) this.pressed += THROW_BIT;
    return this.pressed;
  }
}
