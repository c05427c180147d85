// Log files that do not grow without end.
import { copyFileSync, existsSync, renameSync, statSync, truncateSync } from 'node:fs';

const MOST_BYTES = 10 * 1024 * 1024;
const KEPT = 3;

/**
 * Moves a log that has grown too large aside, keeping the last few. It is cut where it lies, so that whoever writes to it (at
 * its end) goes on.
 */
export function rotateLog(file, mostBytes = MOST_BYTES) {
  const size = statSync(file, { throwIfNoEntry: false })?.size ?? 0;
  if (size <= mostBytes) return false;
  for (let index = KEPT - 1; index >= 1; index--)
    if (existsSync(`${file}.${index}`)) renameSync(`${file}.${index}`, `${file}.${index + 1}`);
  copyFileSync(file, `${file}.1`);
  truncateSync(file);
  return true;
}
