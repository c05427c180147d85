import { actsOf, type CheckedBehavior } from '../language/checkedBehavior';

/** Ids of the kinds that a behavior fires or lays down. */
export function firedKinds(behavior: CheckedBehavior | undefined): string[] {
  if (!behavior) return [];
  return actsOf(behavior).flatMap((act) =>
    act.type === 'do' && (act.phrase.operation === 'fire' || act.phrase.operation === 'drop')
      ? [act.phrase.names.kind.id]
      : [],
  );
}
