import { InvalidArgumentError } from 'commander';
import { readSwept, type NumberOverride, type Swept } from '@/core/index';

/** Reads a whole number of an option within limits. */
export function wholeNumber(low: number, high: number): (text: string) => number {
  return (text) => {
    const value = Number(text);
    if (!/^-?\d+$/.test(text.trim()) || value < low || value > high)
      throw new InvalidArgumentError(`It must be a whole number from ${low} to ${high}.`);
    return value;
  };
}

/** Collects `NAME=VALUE`. */
export function collectNumber(text: string, before: readonly NumberOverride[]): NumberOverride[] {
  const number = readNumber(text);
  if (!number) throw new InvalidArgumentError('Write NAME=VALUE with a number, as in warden.pace=3 or clock=40.');
  return [...before, number];
}

function readNumber(text: string): NumberOverride | undefined {
  const match = /^([^=\s]+)=(.+)$/.exec(text);
  const value = match ? Number(match[2]) : NaN;
  return match && match[2].trim() !== '' && Number.isFinite(value) ? { name: match[1], value } : undefined;
}

/** An arm as it is written: `expert`, `casual warden.pace=3 clock=40`, `casual@flue-maze`. */
export interface WrittenArm {
  standIn: string;
  level: string | undefined;
  set: NumberOverride[];
}

/** Collects arms. */
export function collectArm(text: string, before: readonly WrittenArm[]): WrittenArm[] {
  const [who, ...rest] = text.trim().split(/[\s,]+/);
  const [standIn, level] = who.split('@');
  const set = rest.map(readNumber);
  if (!standIn || set.some((number) => number === undefined))
    throw new InvalidArgumentError('Write STANDIN[@LEVEL] [NAME=VALUE …], as in "casual warden.pace=3".');
  return [...before, { standIn, level, set: set as NumberOverride[] }];
}

/** Collects `NAME=LOW..HIGH/COUNT`, or `NAME=A,B,C`. */
export function collectSwept(text: string, before: readonly Swept[]): Swept[] {
  const swept = readSwept(text);
  if (!swept) throw new InvalidArgumentError('Write NAME=LOW..HIGH/COUNT or NAME=A,B,C, as in warden.pace=1..4/7.');
  return [...before, swept];
}
