import { hitShapeOf, kindOf, standReachOf } from '../../document/resolveKind';
import { reachOf } from '../../document/outlineShape';
import { warningAt, type Diagnostic } from '../../foundation/diagnostic';
import { short, type Subject } from '../subject';

/** A hit shape this many times as long as the body is most likely a slip. */
const MOST_TIMES = 3;

/** Kinds that others meet far outside of the body that stands. */
export function checkShapes({ game, program }: Subject): Diagnostic[] {
  const strips = new Set(
    program.cues.flatMap((cue) =>
      cue.type === 'spawner' && cue.gap ? [cue.gap.first, cue.gap.second, cue.gap.strip] : [],
    ),
  );
  return program.kinds.flatMap(({ id }, kindIndex) => {
    const kind = kindOf(game, id);
    // What stands beside a gap has its place from what others meet.
    if (!kind?.hit || strips.has(kindIndex)) return [];
    const hit = reachOf(hitShapeOf(kind));
    const stand = standReachOf(kind);
    const [long, body] = [
      Math.max(hit.west + hit.east, hit.north + hit.south),
      Math.max(stand.west + stand.east, stand.north + stand.south),
    ];
    if (long <= body * MOST_TIMES) return [];
    return [
      warningAt(
        { path: ['cast', game.cast.findIndex((entry) => entry.id === id), 'hit'] },
        'hit-larger-than-body',
        `${kind.name} is met over ${short(long)} cells, but its body, which walls meet, is ${short(body)} cells long.`,
        'Give it a stand shape of its own, or a smaller hit shape.',
      ),
    ];
  });
}
