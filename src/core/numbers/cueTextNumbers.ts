import { isUnitName } from '../foundation/units';
import type { CueNames } from '../language/cues/cueConditions';
import { readCueForm, type CueFormPart } from '../language/cues/cueForm';

/** A number that stands in the text of cues and rules. */
export interface CueTextNumber {
  name: string;
  value: number;
  unit: string;
  /** Where it stands in the text, characters from its start. */
  from: number;
  to: number;
}

/**
 * Every number of cues and rules: the name of the cue, or `rules`, then the first word of the clause in which it stands, as in
 * `draughts.every`, `draughts.first`, `ember_tide.wave-2.coal`; `score-2` for the second clause of a word, `every.2` for the
 * second number of a clause. Numbers of waves themselves, which only count them, and of knobs, which have names of their own,
 * are left out.
 */
export function cueTextNumbers(text: string, names: CueNames): CueTextNumber[] {
  return readCueForm(text, names).flatMap(({ keyword, name, lines }) => {
    const counts = new Map<string, number>();
    const countOf = (key: string) => {
      const count = (counts.get(key) ?? 0) + 1;
      counts.set(key, count);
      return count;
    };
    const owner = keyword === 'rules' ? keyword : name;
    let wave = '';
    return lines.flatMap((line) => {
      if (line.word === 'knob') return [];
      if (line.word === 'wave') {
        wave = `wave-${countOf('wave')}`;
        return [];
      }
      return clausesOf(line.parts).flatMap((clause) => {
        const key = [owner, ...(line.depth === 1 ? [wave] : []), wordOf(clause)].join('.');
        const numbers = numbersIn(clause);
        if (numbers.length === 0) return [];
        const repeated = countOf(key);
        const first = repeated === 1 ? key : `${key}-${repeated}`;
        return numbers.map((number, index) => ({ name: index === 0 ? first : `${first}.${index + 1}`, ...number }));
      });
    });
  });
}

/** What stands between commas. */
function clausesOf(parts: readonly CueFormPart[]): CueFormPart[][] {
  const clauses: CueFormPart[][] = [[]];
  for (const part of parts) {
    if (part.text === ',') clauses.push([]);
    else clauses[clauses.length - 1].push(part);
  }
  return clauses;
}

/** The word by which a clause is told: its first one; what is given is told by its own name. */
function wordOf(clause: readonly CueFormPart[]): string {
  const words = clause.filter(({ type, text }) => type !== 'number' && /^[a-zA-Z_]/.test(text));
  return (words[0]?.text === 'give' ? words[1] : words[0])?.text ?? 'number';
}

function numbersIn(clause: readonly CueFormPart[]): Omit<CueTextNumber, 'name'>[] {
  return clause.flatMap(({ type, text, from, to }, index) => {
    if (type !== 'number') return [];
    const next = clause.at(index + 1);
    const unit = next?.type === 'word' && isUnitName(next.text) ? next.text : '';
    return [{ value: Number(text), unit, from, to }];
  });
}
