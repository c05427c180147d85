import type { Act, CheckedBehavior } from '../language/checkedBehavior';

/** All acts of a behavior, wherever they stand. */
export function actsOf(behavior: CheckedBehavior): Act[] {
  return behavior.states.flatMap((state) => [
    ...state.enter,
    ...state.leave,
    ...state.repeats.flatMap((repeat) => repeat.acts),
    ...state.transitions.flatMap((transition) => transition.acts),
  ]);
}

/** Ids of the kinds that a behavior fires. */
export function firedKinds(behavior: CheckedBehavior | undefined): string[] {
  if (!behavior) return [];
  return actsOf(behavior).flatMap((act) =>
    act.type === 'do' && act.phrase.operation === 'fire' ? [act.phrase.names.kind.id] : [],
  );
}
