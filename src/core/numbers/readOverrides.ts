import type { Overrides } from '../compile/levelProgram';
import type { GameDocument, Level } from '../document/gameDocument';
import { kindOf } from '../document/resolveKind';
import type { Diagnostic } from '../foundation/diagnostic';
import { fail, succeed, type Result } from '../foundation/result';
import type { KnobDefinition } from '../language/checkedBehavior';
import { checkLevelCues } from '../written/checkLevelCues';
import { checkScripts } from '../written/checkScripts';
import { numbersOf, type GameNumber } from './gameNumbers';
import { faultOf, setTwice, withNumbers, type NumberOverride } from './withNumbers';

/** A number that can be set by its name, as it is listed: knobs of kinds and cues, and all others. */
export type NamedNumber = Omit<GameNumber, 'place'>;

/** Every number that can be set for runs of a level; knobs first. */
export function listNumbers(game: GameDocument, level: Level): NamedNumber[] {
  return [...knobsOf(game, level), ...numbersOf(game, level)];
}

function knobsOf(game: GameDocument, level: Level): NamedNumber[] {
  const scripts = checkScripts(game);
  const ofKinds = game.cast.flatMap(({ id }) => {
    const kind = kindOf(game, id);
    const knobs = (kind?.behavior && scripts.get(kind.behavior)?.knobs) || [];
    return knobs.map((knob) => describeKnob(id, knob, kind?.knobs?.[knob.name] ?? knob.value));
  });
  const ofCues = checkLevelCues(game, level)?.checked?.knobs ?? [];
  return [...ofKinds, ...ofCues.map(({ cue, knob }) => describeKnob(cue, knob, knob.value))];
}

function describeKnob(owner: string, { name, unit, low, high }: KnobDefinition, value: number): NamedNumber {
  return {
    name: `${owner}.${name}`,
    fullName: `knob:${owner}.${name}`,
    value,
    unit: unit ?? '',
    low,
    high,
    isWhole: false,
    about: 'a knob',
  };
}

/** Whether values of a number can be set, and if not why: a knob has its range, any other number its limits. */
export function checkValues(
  game: GameDocument,
  level: Level,
  name: string,
  values: readonly number[],
): Diagnostic | undefined {
  const knob = knobsOf(game, level).find((own) => own.name === name || own.fullName === name);
  for (const value of values) {
    const fault = knob && faultOf(name, value, knob, []);
    if (fault) return fault;
    const read = readOverrides(game, level, [{ name, value }]);
    if (!read.ok) return read.faults[0];
  }
  return undefined;
}

/**
 * Reads which numbers are to be set: knobs by kind or cue, all others by their names. Knobs come first where a name fits both.
 * Faults have an empty path, as they are in no document.
 */
export function readOverrides(
  game: GameDocument,
  level: Level,
  wanted: readonly NumberOverride[],
): Result<Overrides, Diagnostic> {
  const knobs = new Set(knobsOf(game, level).flatMap(({ name, fullName }) => [name, fullName]));
  const isKnob = ({ name }: NumberOverride) => knobs.has(name);
  const ofKnobs = wanted.filter(isKnob).map(({ name, value }) => {
    const [kind, knob] = name.replace(/^knob:/, '').split('.');
    return { kind, knob, value };
  });
  const repeated = ofKnobs.find(
    (one, index) => ofKnobs.findIndex((other) => other.kind === one.kind && other.knob === one.knob) !== index,
  );
  const numbers = wanted.filter((one) => !isKnob(one));
  const checked = withNumbers(game, level, numbers, [...knobs]);
  const faults = [
    ...(checked.ok ? [] : checked.faults),
    ...(repeated ? [setTwice(`${repeated.kind}.${repeated.knob}`)] : []),
  ];
  return faults.length > 0
    ? fail(faults)
    : succeed({ knobs: ofKnobs, ...(numbers.length > 0 ? { numbers: [...numbers] } : {}) });
}
