import { factsOfCondition } from '../vocabulary';
import { actsOf, forEachTest, type CheckedBehavior, type Phrase, type StateDefinition } from '../checkedBehavior';
import type { FaultList } from './faultList';

/**
 * Behaviors that act on what they have seen, while nothing in them ever looks: a chase then stands still, and who faces the
 * player looks where it goes. Said once, where it begins.
 */
export function noteSightless(states: readonly StateDefinition[], faults: FaultList): void {
  const behavior = { states } as CheckedBehavior;
  if (states.some(looks)) return;
  const needs = [
    ...states.flatMap(({ motion, facing }) => [motion, ...(facing ? [facing] : [])]),
    ...actsOf(behavior).flatMap((act) => (act.type === 'do' ? [act.phrase] : [])),
  ].flatMap((phrase) => {
    const what = needOf(phrase);
    return what ? [{ what, span: phrase.span }] : [];
  });
  if (needs.length === 0) return;
  const what = [...new Set(needs.map((need) => need.what))];
  const list = what.length > 1 ? `${what.slice(0, -1).join(', ')} and ${what.at(-1)}` : what[0];
  faults.warning(
    needs[0].span,
    'never-sees',
    `It ${list}, but nothing in this behavior ever looks, so it never does.`,
    `Let it look, as in \`go … when sees player within 8 cells\`${what.includes(CHASES) ? '; `do follow player` goes after it unseen' : ''}.`,
  );
}

/** Whether a state looks for anybody. */
function looks({ transitions }: StateDefinition): boolean {
  let isLooking = false;
  for (const { condition } of transitions)
    forEachTest(condition, ({ operation }) => (isLooking ||= factsOfCondition(operation).looks));
  return isLooking;
}

const CHASES = 'chases what it sees';

/** What a phrase does with what has been seen; undefined for phrases that need no sight. */
function needOf({ operation, choices, names, quantities }: Phrase): string | undefined {
  if (operation === 'chase') return choices.knowing === 'always' ? undefined : CHASES;
  if (operation === 'travel' && choices.place === 'sighting' && !names.mark) return 'travels to the last sighting';
  if (operation === 'turn' && choices.place !== 'sound') return 'turns to the player';
  const { range } = quantities;
  const isUnseen = range?.type !== 'quantity' || range.value >= 0;
  if (operation === 'face' && ((choices.to === 'player' && !isUnseen) || choices.to === 'sighting'))
    return 'faces the player while it sees it';
  return undefined;
}
