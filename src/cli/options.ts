import { InvalidArgumentError } from 'commander';
import { readStart, type Overrides } from '@/core/index';
import { CommandFault } from './output';

/** Reads a whole number of an option within limits. */
export function wholeNumber(low: number, high: number): (text: string) => number {
  return (text) => {
    const value = Number(text);
    if (!/^-?\d+$/.test(text.trim()) || value < low || value > high)
      throw new InvalidArgumentError(`It must be a whole number from ${low} to ${high}.`);
    return value;
  };
}

/** Collects `KIND.KNOB=VALUE`. */
export function collectKnob(text: string, before: Overrides['knobs']): Overrides['knobs'] {
  const match = /^([^.=\s]+)\.([^.=\s]+)=(.+)$/.exec(text);
  const value = match ? Number(match[3]) : NaN;
  if (!match || !Number.isFinite(value))
    throw new InvalidArgumentError('Write KIND.KNOB=VALUE with a number, as in warden.pace=3.');
  return [...before, { kind: match[1], knob: match[2], value }];
}

/** Reads where a try starts: `player at 12,7; wave 4`. */
export function readFrom(text: string | undefined): Pick<Overrides, 'playerAt' | 'from'> {
  if (text === undefined) return {};
  const read = readStart(text);
  if (!read.ok) throw new CommandFault(read.faults[0].message, read.faults[0].hint);
  return read.value;
}
