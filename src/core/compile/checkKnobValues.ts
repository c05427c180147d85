import { errorAt, type Diagnostic } from '../foundation/diagnostic';
import type { KnobDefinition } from '../language/checkedBehavior';
import { nearestWord } from '../foundation/nearestWord';

/** Faults of knob values set on a kind or a piece: no such knob, or outside the range. */
export function checkKnobValues(
  owner: string,
  values: Record<string, number> | undefined,
  definitions: readonly KnobDefinition[],
  path: (string | number)[],
): Diagnostic[] {
  return Object.entries(values ?? {}).flatMap(([name, value]) => {
    const knob = definitions.find((definition) => definition.name === name);
    const place = { path: [...path, name] };
    if (!knob) {
      const known = definitions.map((definition) => definition.name);
      const nearest = nearestWord(name, known);
      return [
        errorAt(
          place,
          'unknown-knob',
          `${owner} sets the knob \`${name}\`, which its behavior does not have.`,
          nearest ? `Did you mean \`${nearest}\`?` : `Its knobs are ${known.join(', ') || 'none'}.`,
        ),
      ];
    }
    if (value >= knob.low && value <= knob.high) return [];
    const unit = knob.unit ? ` ${knob.unit}` : '';
    return [
      errorAt(
        place,
        'knob-out-of-range',
        `${owner} sets \`${name}\` to ${value}${unit}; the range is ${knob.low}..${knob.high}${unit}.`,
        'Choose a value in the range, or widen the range in the script.',
      ),
    ];
  });
}
