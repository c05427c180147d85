import type { CheckedBehavior, Phrase } from '../../language/checkedBehavior';
import { warningAt, type Diagnostic } from '../../foundation/diagnostic';
import { kindOf } from '../../document/resolveKind';
import type { Subject } from '../subject';

/** Walkers, seen from the side, that do not fall: to them there are no ledges, and they walk on air. */
export function checkFooting({ game, program }: Subject): Diagnostic[] {
  if (!program.isSideView) return [];
  return program.kinds.flatMap(({ id, name, falls, floats }) => {
    const script = game.scripts.find((own) => own.id === kindOf(game, id)?.behavior);
    const behavior = Object.values(program.behaviors).find((own) => script?.lines.some((line) => names(line, own)));
    if (falls || floats || !script || !behavior) return [];
    const text = script.lines.join('\n');
    const walks = behavior.states.some(({ motion }) => motion.operation === 'pace' || mindsLedges(motion, text));
    if (!walks) return [];
    return [
      warningAt(
        { path: ['cast', game.cast.findIndex((entry) => entry.id === id)] },
        'walks-on-air',
        `\`${behavior.name}\` walks, but ${name} does not fall, so it minds no ledge and goes on over the air.`,
        'Let the kind fall (`falls`); or, if it flies, let it float (`floats`).',
      ),
    ];
  });
}

function names(line: string, { name }: CheckedBehavior): boolean {
  return new RegExp(`^\\s*behavior\\s+${name}\\b`).test(line);
}

/** Whether it is written out that it minds ledges: left out, it stands there as well, and means nothing for what flies. */
function mindsLedges({ span }: Phrase, text: string): boolean {
  return text.slice(span.from, span.to).includes('minding ledges');
}
