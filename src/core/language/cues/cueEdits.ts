import type { Span } from '../../foundation/diagnostic';
import type { TextEdit } from '../edit/textEdit';
import type { Expression, KnobDefinition } from '../checkedBehavior';
import type { CheckedCues } from './checkedCues';

/** A number of a cue that can be turned without touching anything else of the text. */
export interface CueNumber {
  cue: string;
  what: 'interval' | 'jitter' | 'first' | 'rest';
  value: number;
  unit: string;
  low: number;
  high: number;
  /** Where the number itself stands. */
  from: number;
  to: number;
}

/** Every number of the times of cues: where a knob stands, its default; where a plain number stands, that. */
export function cueNumbers(text: string, checked: CheckedCues): CueNumber[] {
  return checked.cues.flatMap((cue) => {
    const name = cue.type === 'spawner' ? cue.spawner.name : cue.waves.name;
    const knobs = checked.knobs.filter((entry) => entry.cue === name).map(({ knob }) => knob);
    const find = (what: CueNumber['what'], expression: Expression | undefined): CueNumber[] => {
      const number = expression && placeOf(text, expression, knobs);
      return number ? [{ cue: name, what, ...number }] : [];
    };
    if (cue.type === 'waves') return [...find('first', cue.waves.first), ...find('rest', cue.waves.rest)];
    const { every, jitter, first } = cue.spawner;
    return [...find('interval', every.value), ...find('jitter', jitter), ...find('first', first)];
  });
}

function placeOf(
  text: string,
  expression: Expression,
  knobs: readonly KnobDefinition[],
): Omit<CueNumber, 'cue' | 'what'> | undefined {
  if (expression.type === 'quantity') {
    const { value, unit = '', span } = expression;
    const high = unit === 'ms' ? 20_000 : unit === 'ticks' ? 1200 : 20;
    return { value, unit, low: 0, high: Math.max(high, value * 2), ...numberIn(text, span) };
  }
  const knob = expression.type === 'knob' ? knobs.find(({ name }) => name === expression.name) : undefined;
  if (!knob) return undefined;
  const at = text.indexOf('=', knob.span.to) + 1;
  const { value, unit = '', low, high } = knob;
  return { value, unit, low, high, ...numberIn(text, { ...knob.span, from: at, to: text.length }) };
}

function numberIn(text: string, span: Span): { from: number; to: number } {
  const found = /-?\d+(?:\.\d+)?/.exec(text.slice(span.from, span.to));
  const from = span.from + (found?.index ?? 0);
  return { from, to: from + (found?.[0].length ?? 0) };
}

/** Writes another number in its place; comments and layout stay. */
export function setCueNumber(number: CueNumber, value: number): TextEdit[] {
  const kept = Math.min(number.high, Math.max(number.low, value));
  return [{ from: number.from, to: number.to, insert: String(Number(kept.toFixed(3))) }];
}
