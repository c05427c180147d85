import type { GameDocument, Level } from '../document/gameDocument';
import { readCueForm } from '../language/cues/cueForm';
import { namesForCues } from './checkLevelCues';

/** The cues of a level as written, block by block, with their places in the text. */
export function cueBlocksOf(game: GameDocument, level: Level): ReturnType<typeof readCueForm> {
  return readCueForm(textOfCues(level), { ...namesForCues(game, level), cues: [] });
}

/** The text of the cues and rules of a level. */
export function textOfCues(level: Level): string {
  return (level.cues ?? []).join('\n');
}
