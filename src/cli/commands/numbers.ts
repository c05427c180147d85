import { listNumbers, type NamedNumber } from '@/core/index';
import { chooseLevel, openGame } from '../gameFile';
import { CommandFault, EXIT, printJson, printResult } from '../output';

export interface NumbersOptions {
  /** May be left out where there is only one. */
  level?: string;
  json?: boolean;
}

/** `gorge numbers GAME`: every number that can be set for some runs, by its name. */
export async function numbers(file: string, options: NumbersOptions): Promise<number> {
  const opened = openGame(file);
  const levelId = chooseLevel(opened, options.level);
  const level = opened.game.levels.find(({ id }) => id === levelId);
  if (!level) {
    const known = opened.game.levels.map(({ id }) => id).join(', ');
    throw new CommandFault(`There is no level \`${levelId}\`.`, `The levels are ${known}.`);
  }
  const all = withOwnNames(listNumbers(opened.game, level));
  if (options.json) await printJson({ version: 1, level: levelId, numbers: all.map(describe) });
  else await printResult(all.map(say).join(''));
  return EXIT.good;
}

/** Names that several numbers have are told with their rooms. */
function withOwnNames(all: readonly NamedNumber[]): NamedNumber[] {
  const counts = new Map<string, number>();
  for (const { name } of all) counts.set(name, (counts.get(name) ?? 0) + 1);
  return all.map((number) => (counts.get(number.name) === 1 ? number : { ...number, name: number.fullName }));
}

function describe({ name, value, unit, low, high, isWhole, about }: NamedNumber): object {
  return { name, value: value ?? null, unit, low: finite(low), high: finite(high), whole: isWhole, about };
}

function finite(value: number): number | null {
  return Number.isFinite(value) ? value : null;
}

/** "warden.pace  2.2 cells/s  0.5..6" */
function say({ name, value, unit, low, high }: NamedNumber): string {
  return `${name.padEnd(36)} ${`${value ?? '–'} ${unit}`.trimEnd().padEnd(16)} ${sayRange(low, high)}\n`;
}

function sayRange(low: number, high: number): string {
  if (Number.isFinite(low)) return Number.isFinite(high) ? `${low}..${high}` : `${low} or more`;
  return Number.isFinite(high) ? `${high} or less` : 'any';
}
