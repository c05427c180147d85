import type { GameDocument, Level } from '../document/gameDocument';
import { kindOf } from '../document/resolveKind';
import { warningAt, type Diagnostic } from '../foundation/diagnostic';
import { actsOf, forEachTest, type CheckedBehavior, type Phrase } from '../language/checkedBehavior';
import type { ScriptVerdict } from './compileLevel';

/**
 * What compiles but cannot work in a level: targets that nobody there has as a tag, sounds that nobody makes. Kinds are those
 * that stand there, come in or are fired.
 */
export function checkTargets(
  game: GameDocument,
  level: Level,
  kindIds: readonly string[],
  scripts: ReadonlyMap<string, ScriptVerdict>,
): Diagnostic[] {
  const kinds = kindIds.map((id) => kindOf(game, id)!);
  const tags = new Set(['player', ...kinds.flatMap((kind) => kind.names)]);
  const used = [...new Set(kinds.flatMap((kind) => kind.behavior ?? []))].flatMap((id) => {
    const behavior = scripts.get(id)?.behavior;
    return behavior ? [{ id, behavior }] : [];
  });
  const shouted = new Set(used.flatMap(({ behavior }) => soundsOf(behavior)));
  return used.flatMap(({ id, behavior }) => {
    const path = ['scripts', game.scripts.findIndex((script) => script.id === id)];
    const faults: Diagnostic[] = [];
    for (const phrase of phrasesOf(behavior)) {
      if (phrase.target !== undefined && !tags.has(phrase.target))
        faults.push(
          warningAt(
            { path, span: phrase.span },
            'target-missing',
            `Nobody there has the tag \`${phrase.target}\`, so this never comes to anything.`,
            'Place a kind with this tag, or give the tag to a kind that is there.',
          ),
        );
      const sound = phrase.operation === 'hears' ? phrase.names.sound.id : undefined;
      if (sound !== undefined && sound !== 'player' && !shouted.has(sound))
        faults.push(
          warningAt(
            { path, span: phrase.span },
            'sound-never-made',
            `Nobody there shouts \`${sound}\`.`,
            `Add \`shout ${sound} within 5 cells\` to a behavior there, or listen for another sound.`,
          ),
        );
    }
    return faults;
  });
}

function soundsOf(behavior: CheckedBehavior): string[] {
  return actsOf(behavior).flatMap((act) =>
    act.type === 'do' && act.phrase.operation === 'shout' ? [act.phrase.names.sound.id] : [],
  );
}

/** Motions and tests of a behavior. */
function phrasesOf(behavior: CheckedBehavior): Phrase[] {
  return behavior.states.flatMap((state) => {
    const phrases: Phrase[] = [state.motion];
    for (const { condition } of state.transitions) forEachTest(condition, (phrase) => phrases.push(phrase));
    return phrases;
  });
}
