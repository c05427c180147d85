import type { GameDocument } from '../document/gameDocument';
import { resolvedCast } from '../document/resolveKind';
import { checkScript, TARGETS, type CheckedScript } from '../language/check/checkScript';

/** Every script of a game, checked. One that takes over another is checked after it. Documents are not changed in place. */
export function checkScripts(game: GameDocument): Map<string, CheckedScript> {
  const tags = [...resolvedCast(game).values()].flatMap((kind) => kind.names);
  const targets = [...new Set([...TARGETS, ...tags])];
  const texts = game.scripts.map((script) => script.lines.join('\n'));
  const sentInto = game.levels.flatMap((level) =>
    (level.cues ?? []).flatMap((line) => STRAGGLERS_GO.exec(line)?.[1] ?? []),
  );
  const context = [...targets, ...sentInto].join(' ');
  const indexOfName = new Map<string, number>();
  texts.forEach((text, index) => {
    const name = BEHAVIOR_NAME.exec(text)?.[1];
    if (name && !indexOfName.has(name)) indexOfName.set(name, index);
  });
  const checked = new Map<number, CheckedScript>();
  const underWay = new Set<number>();
  const check = (index: number): CheckedScript => {
    const known = checked.get(index);
    if (known) return known;
    const kept = remembered.get(game.scripts[index]);
    if (kept && kept.index === index && kept.context === context) return kept.script;
    underWay.add(index);
    const script = checkScript(texts[index], ['scripts', index], {
      targets,
      sentInto,
      behaviorNames: [...indexOfName.keys()],
      lookup: (name) => {
        const other = indexOfName.get(name);
        if (other === undefined) return undefined;
        return underWay.has(other) ? 'in a circle' : (check(other).behavior ?? 'broken');
      },
    });
    underWay.delete(index);
    checked.set(index, script);
    // What takes over another behavior can change without its own text.
    if (!USES.test(texts[index])) remembered.set(game.scripts[index], { index, context, script });
    return script;
  };
  return new Map(game.scripts.map((script, index) => [script.id, check(index)]));
}

/** Scripts are never changed, only replaced, so one that is the same object needs no second check. */
const remembered = new WeakMap<
  GameDocument['scripts'][number],
  { index: number; context: string; script: CheckedScript }
>();

const USES = /\buse\b/;

/** The state into which a wave sends its stragglers. */
const STRAGGLERS_GO = /^\s*stragglers\s+go\s+([a-zA-Z_]\w*)/;

/** The name as it stands at the beginning of a script, behind comments. */
const BEHAVIOR_NAME = /^(?:\s|#[^\n]*\n)*behavior\s+([a-zA-Z_]\w*)/;
