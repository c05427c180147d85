import { markBox, type GameDocument, type Level } from '../document/gameDocument';
import type { BrainNames } from './compileBrain';

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
