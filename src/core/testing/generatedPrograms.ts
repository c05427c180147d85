import { compileGameLevel } from '../pipeline';
import type { LevelProgram } from '../compile/levelProgram';
import { RandomStream } from '../foundation/random';
import { ACTION_BIT, pointInput, THROW_BIT } from '../simulate/engine/player/inputs';
import { generatedGame, type GeneratedOptions } from './generatedLevel';

/** A program made from a seed. */
export interface GeneratedProgram {
  seed: number;
  program: LevelProgram;
}

/** So many programs from seeds on, those passed over that do not compile; the exit is out of reach. */
export function generatedPrograms(firstSeed: number, count: number, options?: GeneratedOptions): GeneratedProgram[] {
  const programs: GeneratedProgram[] = [];
  for (let seed = firstSeed; programs.length < count; seed++) {
    const compiled = compileGameLevel(generatedGame(seed, options), 'small');
    if (compiled.ok)
      programs.push({ seed, program: { ...compiled.value, exit: { x: -99, y: -99, width: 0, height: 0 } } });
  }
  return programs;
}

/** What somebody without a plan presses: keys held for a while, now and then the action, places pointed at. */
export function generatedInputs({ seed, program }: GeneratedProgram, ticks: number): number[] {
  const random = new RandomStream(seed, 29);
  const { width, height } = program.grid;
  const points = program.player.control.scheme === 'steer to a point';
  const inputs: number[] = [];
  while (inputs.length < ticks) {
    const held = points
      ? pointInput(random.nextUnit() * width, random.nextUnit() * height)
      : random.nextInteger(0, 8) +
        (random.nextUnit() < 0.3 ? ACTION_BIT : 0) +
        (random.nextUnit() < 0.3 ? THROW_BIT : 0);
    for (let count = random.nextInteger(1, 40); count > 0; count--) inputs.push(held);
  }
  return inputs.slice(0, ticks);
}
