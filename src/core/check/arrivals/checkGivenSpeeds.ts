import { MOST_FOLLOWED_SPEED } from '../../compile/checkMovers';
import type { Diagnostic } from '../../foundation/diagnostic';
import { short, spanOfCue, warnInCues, type Subject } from '../subject';

/** Speeds that cues give and no eye can follow. */
export function checkGivenSpeeds(subject: Subject): Diagnostic[] {
  const { cues, ticksPerSecond } = subject.program;
  return cues.flatMap((cue, index) => {
    const speed = (cue.step?.[1] ?? 0) * ticksPerSecond;
    if (speed <= MOST_FOLLOWED_SPEED) return [];
    return [
      warnInCues(
        subject,
        spanOfCue(subject, index),
        'speed-implausible',
        `What ${cue.name} lets in goes at up to ${short(speed)} cells/s.`,
        `Nobody follows more than ${MOST_FOLLOWED_SPEED} cells/s with the eye; speeds are cells a second, whatever the tick rate.`,
      ),
    ];
  });
}
