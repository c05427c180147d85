import path from 'node:path';
import { CommandFault, EXIT, printResult } from '../output';

/** How data folders are kept; given by whoever starts the command line, since it has to do with processes. */
export interface DataKeeping {
  backUp: (dataFolder: string, file: string) => Promise<{ rows: Rows; fileBytes: number; madeAt: string }>;
  restore: (file: string, dataFolder: string, how: { replaces: boolean }) => Promise<{ rows: Rows; aside?: string }>;
}

type Rows = Record<string, number>;

export interface FolderOptions {
  data?: string;
}

/** `gorge backup FILE`: the whole data folder as one file, taken while the server runs. */
export async function backup(
  file: string,
  { data }: FolderOptions,
  { backUp }: DataKeeping,
  projectFolder: string,
): Promise<number> {
  const made = await told(backUp(dataFolder(data, projectFolder), path.resolve(file)));
  await printResult(
    `${file}: ${sayRows(made.rows)}; ${(made.fileBytes / 1048576).toFixed(1)} MB, of ${made.madeAt}, and read again.\n`,
  );
  return EXIT.good;
}

/** `gorge restore FILE`: makes a data folder of a backup. */
export async function restore(
  file: string,
  { data, replace = false }: FolderOptions & { replace?: boolean },
  keeping: DataKeeping,
  projectFolder: string,
): Promise<number> {
  const folder = dataFolder(data, projectFolder);
  const { rows, aside } = await told(keeping.restore(path.resolve(file), folder, { replaces: replace }));
  await printResult(
    `${folder}: ${sayRows(rows)}.\n${aside ? `What was there before lies in ${aside}.\n` : ''}npm start serves it.\n`,
  );
  return EXIT.good;
}

function dataFolder(given: string | undefined, projectFolder: string): string {
  return path.resolve(projectFolder, given ?? process.env.GORGE_DATA ?? '.data');
}

function sayRows({ games = 0, saves = 0, batches = 0, runs = 0 }: Rows): string {
  return `${games} games, ${saves} versions, ${batches} batches, ${runs} runs`;
}

/** What a user can do something about comes with a hint. */
async function told<Value>(work: Promise<Value>): Promise<Value> {
  try {
    return await work;
  } catch (error) {
    if (error instanceof Error && 'hint' in error && typeof error.hint === 'string')
      throw new CommandFault(error.message, error.hint);
    throw error;
  }
}
