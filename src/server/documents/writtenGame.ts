import { createHash } from 'node:crypto';
import { writeGame, type GameDocument } from '@/core/index';

/** A game as it is stored: its text, and the address of that. */
export interface WrittenGame {
  id: string;
  name: string;
  text: string;
  /** SHA-256 of the text. */
  revision: string;
}

/** Address of a revision: SHA-256 of the text of the document. */
export function revisionOf(text: string): string {
  return createHash('sha256').update(text).digest('hex');
}

export function writeDown(document: GameDocument): WrittenGame {
  const text = writeGame(document);
  return { id: document.id, name: document.name, text, revision: revisionOf(text) };
}
