import { readFileSync } from 'node:fs';
import path from 'node:path';
import * as z from 'zod';

const settingsShape = z.object({
  databasePort: z.number().int(),
  databasePassword: z.string().min(8),
});

export type DatabaseSettings = z.infer<typeof settingsShape>;

/** Folder for everything that Gorge writes; moved by the environment variable GORGE_DATA. */
export function dataFolder(): string {
  return path.resolve(/* turbopackIgnore: true */ process.cwd(), process.env.GORGE_DATA ?? '.data');
}

/** How to reach the private database, as the start command wrote it down. Read anew each time, since the port may move. */
export function databaseSettings(): DatabaseSettings {
  const file = path.join(dataFolder(), 'database.json');
  return settingsShape.parse(JSON.parse(readFileSync(file, 'utf8')));
}
