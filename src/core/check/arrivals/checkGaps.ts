import { cellsBetweenGaps } from '../../compile/cueProgram';
import { gapReach } from '../../compile/gapReach';
import type { Diagnostic } from '../../foundation/diagnostic';
import { warnInCues, type Subject } from '../subject';

/** How far the middle of a gap may shift against how far the player gets in the time between two of them. */
export function checkGaps(subject: Subject): Diagnostic[] {
  const { program, cues } = subject;
  return program.cues.flatMap((cue, index) => {
    const reach = cue.type === 'spawner' ? gapReach(program, cue) : undefined;
    if (cue.type !== 'spawner' || !cue.gap || !reach) return [];
    const [spot] = cue.place.spots;
    const length = Math.max(Math.abs(spot.height), Math.abs(spot.width));
    const seconds = (Math.max(0, cue.everyTicks - cue.jitterTicks) / program.ticksPerSecond) * reach.timeFactor;
    const shift = Math.min(cue.gap.shift, length - cue.gap.least);
    const cells = cellsBetweenGaps(reach, seconds) + Math.max(0, cue.gap.least - reach.size);
    if (shift <= cells) return [];
    const definition = cues?.cues[index];
    return [
      warnInCues(
        subject,
        definition?.type === 'spawner' ? definition.spawner.gap?.span : undefined,
        'gap-out-of-reach',
        `From one gap of ${cue.name} to the next the middle may shift by ${shift.toFixed(1)} cells, but ${program.player.name} gets no farther than ${cells.toFixed(1)} cells in the ${seconds.toFixed(2)} s between them.`,
        `Write \`shifting at most ${(Math.floor(cells * 10) / 10).toFixed(1)} cells\`, or let them come more seldom.`,
      ),
    ];
  });
}
