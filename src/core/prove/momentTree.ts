import type { Input } from '../simulate/engine/player/inputs';
import type { Press } from './presses';

/** What is pressed, tick by tick, by which a level is won. */
export interface Witness {
  inputs: Input[];
  ticks: number;
  /** How often something new is pressed. */
  presses: number;
}

/** From which moment each moment of a search was come to, and by what. */
export class MomentTree {
  private readonly parent: number[] = [];
  private readonly pressed: (Press | undefined)[] = [];
  private readonly ticks: number[] = [];

  /** Adds the next moment; the first has no parent, −1, and nothing was pressed. */
  add(parent: number, press: Press | undefined, ticks: number): void {
    this.parent.push(parent);
    this.pressed.push(press);
    this.ticks.push(ticks);
  }

  /** All that is pressed from the start to a moment, and one press more. */
  witnessOf(last: number, press: Press, ticks: number): Witness {
    const rows: { press: Press; ticks: number }[] = [{ press, ticks }];
    for (let moment = last; this.parent[moment] >= 0; moment = this.parent[moment])
      rows.push({ press: this.pressed[moment]!, ticks: this.ticks[moment] });
    const inputs = rows
      .reverse()
      .flatMap(({ press: own, ticks: count }) =>
        Array.from({ length: count }, (_, tick) => (own.isOnce && tick > 0 ? 0 : own.input)),
      );
    return { inputs, ticks: inputs.length, presses: countPresses(inputs) };
  }
}

/** How often something else is pressed than before. */
export function countPresses(inputs: readonly Input[]): number {
  return inputs.filter((input, tick) => input !== 0 && input !== inputs[tick - 1]).length;
}
