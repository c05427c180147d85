import type { GameDocument, Level } from '../../document/gameDocument';
import { markBox } from '../../document/markBox';

/** What names in a script stand for; indices are given out as they come up. */
export interface BrainNames {
  grounds: readonly string[];
  /** Middles of the marks of the level. */
  marks: ReadonlyMap<string, { x: number; y: number }>;
  kinds: readonly string[];
  tags: string[];
  sounds: string[];
}

/** What names in scripts stand for in a level. */
export function namesForBrains(game: GameDocument, level: Level, kindIds: readonly string[]): BrainNames {
  const marks = level.marks.map((mark) => {
    const [x, y, width, height] = markBox(mark);
    return [mark.id, { x: x + width / 2, y: y + height / 2 }] as const;
  });
  return {
    grounds: game.terrain.map((ground) => ground.id),
    marks: new Map(marks),
    kinds: kindIds,
    tags: [],
    sounds: [],
  };
}
