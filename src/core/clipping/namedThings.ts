import { actsOf, forEachTest, type CheckedBehavior } from '../language/checkedBehavior';
import { VOCABULARY, type NamedThing } from '../language/vocabulary';

/** Something of the game that a behavior names, and where. */
export interface ThingNamed {
  of: 'kind' | 'ground' | 'mark';
  thing: NamedThing;
}

/** What the names behind each word are of. */
const NAMES = new Map(
  VOCABULARY.map(({ operation, parameters }) => [
    operation as string,
    parameters.flatMap((parameter) => (parameter.type === 'name' ? [{ name: parameter.name, of: parameter.of }] : [])),
  ]),
);

/** Every kind, ground and mark that a behavior names; nothing for one that has faults. */
export function thingsNamed(behavior: CheckedBehavior | undefined): ThingNamed[] {
  if (!behavior) return [];
  const phrases: { operation: string; names: object }[] = [
    ...actsOf(behavior).flatMap((act) => (act.type === 'do' ? [act.phrase] : [])),
    ...behavior.states.flatMap(({ motion, facing }) => (facing ? [motion, facing] : [motion])),
  ];
  for (const { transitions } of behavior.states)
    for (const { condition } of transitions) forEachTest(condition, (phrase) => phrases.push(phrase));
  return phrases.flatMap(({ operation, names }) =>
    (NAMES.get(operation) ?? []).flatMap(({ name, of }) => {
      const first = (names as Record<string, NamedThing | undefined>)[name];
      if (!first || of === 'sound') return [];
      return [first, ...(first.more ?? [])].map((thing) => ({ of, thing }));
    }),
  );
}

/** The behaviors that a text takes over. */
export function behaviorsUsed(lines: readonly string[]): string[] {
  return lines.flatMap((line) => /^\s*use\s+([a-zA-Z_]\w*)/.exec(line)?.[1] ?? []);
}
