import { makeHitShape } from '../arena/meeting';
import { outlineOf } from './compileBodies';
import { liesUpright, type CueProgram } from './cueProgram';
import type { KindProgram } from './levelProgram';

/**
 * Gives what stands in gaps a hit shape as long as the widest gap that it may stand in, so that nobody passes a gap without
 * meeting its strip. Beside a narrower gap it lies within what blocks there.
 */
export function stretchStrips(kinds: readonly KindProgram[], cues: readonly CueProgram[]): KindProgram[] {
  const stretched = [...kinds];
  for (const cue of cues) {
    if (cue.type !== 'spawner' || !cue.gap || cue.gap.strip < 0) continue;
    const { strip, most } = cue.gap;
    const { hit } = stretched[strip];
    const [wide, high] = [hit.west + hit.east, hit.north + hit.south];
    const isUpright = liesUpright(cue);
    const box = outlineOf({
      form: 'box',
      width: isUpright ? wide : Math.max(wide, most),
      height: isUpright ? Math.max(high, most) : high,
    });
    stretched[strip] = { ...stretched[strip], hit: makeHitShape([box]) };
  }
  return stretched;
}
