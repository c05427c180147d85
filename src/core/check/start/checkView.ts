import { walkingSpeed } from '../../compile/gapReach';
import { warningAt, type Diagnostic } from '../../foundation/diagnostic';
import { progressAt } from '../../compile/scrollProgram';
import { short, type Subject } from '../subject';

/** Whether a player can keep ahead of a view that moves on: at the start, and at full speed. */
export function checkView({ program, level, path }: Subject): Diagnostic[] {
  const { scroll, player, isSideView, ticksPerSecond } = program;
  if (!scroll) return [];
  const faults: Diagnostic[] = [];
  const along = progressAt(scroll, player.x, player.y);
  if (along < scroll.from)
    faults.push(
      warningAt(
        { path: [...path, 'scroll'] },
        'starts-behind-view',
        `${player.name} begins ${short(scroll.from - along)} cells behind the rim of the view, so the run ends at once.`,
        'Let the rim begin farther back, or the player farther on.',
      ),
    );
  const speed = walkingSpeed(program);
  const own = scroll.step * ticksPerSecond;
  // Seen from the side, how quickly it climbs is another matter than how fast it runs.
  const isComparable = !isSideView || scroll.axis === 'x';
  if (speed !== undefined && isComparable && own > speed)
    faults.push(
      warningAt(
        { path: [...path, 'scroll', 'speed'] },
        'view-too-fast',
        `The view of ${level.name} moves on at ${short(own)} cells/s, and ${player.name} goes at ${short(speed)}.`,
        'Let it move slower than the player.',
      ),
    );
  return faults;
}
