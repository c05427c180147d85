import { describeFindings, runChunk, STAND_INS, type Finding, type GameDocument } from '@/core/index';
import { levelOf } from './gameFile';

/** What is found in runs of a casual player in a small level; enough of them for what only many runs show. */
export function findingsOf(game: GameDocument, runs = 32): Finding[] {
  const { notes, rows } = runChunk(levelOf(game, 'small'), STAND_INS[1], 1, runs);
  return describeFindings(notes, rows.length);
}
