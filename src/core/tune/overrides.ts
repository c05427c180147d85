import type { Overrides } from '../compile/levelProgram';
import { sayStart } from '../compile/readStart';

/** What is set otherwise, by name: `{"warden.pace": 3, "clock": 40}`. */
export function overridesByName({ knobs, numbers = [] }: Overrides): Record<string, number> {
  return Object.fromEntries([
    ...knobs.map(({ kind, knob, value }): [string, number] => [`${kind}.${knob}`, value]),
    ...numbers.map(({ name, value }): [string, number] => [name, value]),
  ]);
}

/** "warden.pace=3, clock=40, from 20 s on"; empty where nothing is set otherwise. */
export function sayOverrides(overrides: Overrides): string {
  return [
    ...Object.entries(overridesByName(overrides)).map(([name, value]) => `${name}=${value}`),
    ...sayStart(overrides).map(({ text }) => text),
  ].join(', ');
}
