import { bug, playKey, readGame } from '@/core/index';
import type { ChunkTask } from '@/queue/chunkTask';
import { hashOfPlay, numbersFolder, NumberStore } from '@/queue/numberStore';
import { findDocumentText } from '../database/games';

let opened: { folder: string; store: NumberStore } | undefined;

/** The numbers that desk, server and command line share; undefined where none are kept. */
export function keptNumbers(): NumberStore | undefined {
  const folder = numbersFolder(process.cwd());
  if (folder === undefined) return undefined;
  if (opened?.folder !== folder) opened = { folder, store: new NumberStore(folder) };
  return opened.store;
}

/** So many levels of documents are kept in mind. */
const KEPT = 64;
const plays = new Map<string, Promise<string>>();

/** By what the level of a task plays, in short. */
export function playOfTask({ documentHash, levelId }: ChunkTask): Promise<string> {
  const key = `${documentHash} ${levelId}`;
  const known = plays.get(key) ?? readPlay(documentHash, levelId);
  plays.delete(key);
  plays.set(key, known);
  known.catch(() => plays.delete(key));
  for (const [oldest] of plays) if (plays.size > KEPT) plays.delete(oldest);
  return known;
}

async function readPlay(documentHash: string, levelId: string): Promise<string> {
  const read = readGame(await findDocumentText(documentHash));
  return hashOfPlay(playKey(read.ok ? read.value : bug('a document that cannot be read'), levelId));
}
