import { straightSteps } from '../../compile/entryPlaces';
import { cosDegrees, sinDegrees } from '../../foundation/exactMath';
import type { Diagnostic } from '../../foundation/diagnostic';
import { short, warnInCues, type Subject } from '../subject';

/** Gaps that are taken away by their age in mid-picture, before the player has passed them. */
export function checkRetirement(subject: Subject): Diagnostic[] {
  const { program, cues } = subject;
  const { player, grid, kinds, ticksPerSecond } = program;
  return program.cues.flatMap((cue, index) => {
    if (cue.type !== 'spawner' || !cue.gap || cue.retireTicks === Infinity) return [];
    const steps = straightSteps(program, cue);
    if (!steps) return [];
    const [spot] = cue.place.spots;
    const heading = cue.heading ? cue.heading[0] : spot.inward;
    const [dx, dy] = [cosDegrees(heading), sinDegrees(heading)];
    const gone = steps[0] * cue.retireTicks;
    const [x, y] = [spot.x + spot.width / 2 + dx * gone, spot.y + spot.height / 2 + dy * gone];
    const isInView = x > 0 && y > 0 && x < grid.width && y < grid.height;
    // One that flies towards them has come on by then.
    const flown = player.control.scheme === 'flap' ? player.step * cue.retireTicks : 0;
    const { hit } = kinds[cue.gap.first];
    const half = Math.abs(dx) > Math.abs(dy) ? (hit.west + hit.east) / 2 : (hit.north + hit.south) / 2;
    const before = (player.x - x) * dx + (player.y - y) * dy + player.radius + half - flown;
    if (!isInView || before <= 0) return [];
    const definition = cues?.cues[index];
    return [
      warnInCues(
        subject,
        definition?.type === 'spawner' ? definition.spawner.span : undefined,
        'retires-in-view',
        `${kinds[cue.gap.first].name} of ${cue.name} vanishes in mid-picture: after ${short(cue.retireTicks / ticksPerSecond, 2)} s it is at ${short(x)}, ${short(y)}, ${short(before)} cells before it has passed ${player.name}.`,
        'Write `retire when outside by 2 cells`, or a longer time.',
      ),
    ];
  });
}
