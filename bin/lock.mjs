// One starter a data folder: a lock file that names its owner, taken at one stroke.
import { linkSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { isAlive } from './processes.mjs';

/**
 * Takes the lock for this process; gives the number of the process that holds it instead, when one does. A lock whose owner is
 * gone is taken over. `holding` is a text that the command lines of owners hold.
 */
export function takeLock(file, holding) {
  const own = `${file}.${process.pid}`;
  writeFileSync(own, String(process.pid), { mode: 0o600 });
  try {
    for (;;) {
      try {
        linkSync(own, file);
        return undefined;
      } catch (error) {
        if (error.code !== 'EEXIST') throw error;
      }
      const owner = lockOwner(file);
      if (owner !== undefined && isAlive(owner, holding)) return owner;
      setAside(file, owner, holding);
    }
  } finally {
    rmSync(own, { force: true });
  }
}

/** Lets the lock go, if this process has it. */
export function releaseLock(file) {
  if (lockOwner(file) === process.pid) rmSync(file, { force: true });
}

/** The number of the process that holds a lock, or held it last; undefined where none does. */
export function lockOwner(file) {
  try {
    return Number(readFileSync(file, 'utf8'));
  } catch {
    return undefined;
  }
}

/** Moves a lock without an owner away; if somebody has taken it between, it is put back. */
function setAside(file, owner, holding) {
  const aside = `${file}.${process.pid}.gone`;
  try {
    renameSync(file, aside);
  } catch (error) {
    if (error.code === 'ENOENT') return;
    throw error;
  }
  const moved = lockOwner(aside);
  if (moved !== owner && isAlive(moved, holding)) {
    try {
      linkSync(aside, file);
    } catch {
      // A third one has it already.
    }
  }
  rmSync(aside, { force: true });
}
