import { promisify } from 'node:util';
import { strToU8, zip, type AsyncZippable } from 'fflate';
import { readAllGames } from '../database/games';
import { answer } from '../http/faults';

const zipInThreads = promisify((files: AsyncZippable, done: (error: Error | null, archive: Uint8Array) => void) =>
  zip(files, done),
);

/** All games on the shelf as one archive of game files; those that cannot be read as they are stored. */
export function exportAll(): Promise<Response> {
  return answer(async () => {
    const { games, unreadable } = await readAllGames();
    const files = [
      ...games.map(({ id, json }) => [id, json] as const),
      ...unreadable.map(({ id, text }) => [id, text] as const),
    ];
    const archive = await zipInThreads(
      Object.fromEntries(files.map(([id, text]) => [`${id}.gorge.json`, strToU8(text)])),
    );
    return new Response(archive as Uint8Array<ArrayBuffer>, {
      headers: { 'content-type': 'application/zip', 'content-disposition': 'attachment; filename="gorge-games.zip"' },
    });
  });
}
