// Keeps something alive that may end: begins it anew, later and later as long as it does not last.
import { sleep } from './processes.mjs';

const FIRST_PAUSE_MS = 500;
const MOST_PAUSE_MS = 30_000;
/** What has lasted for so long has begun well: the next pause is short again. */
const LASTING_MS = 60_000;

/**
 * Calls `begin`, which resolves when what it began has ended, again and again until `isOver()`. A failure to begin counts as
 * an end. `onEnd` is told how long is waited.
 */
export async function keepAlive(begin, isOver, onEnd) {
  let pauseMs = FIRST_PAUSE_MS;
  while (!isOver()) {
    const startedAt = Date.now();
    let failure;
    try {
      await begin();
    } catch (error) {
      failure = error;
    }
    if (isOver()) return;
    if (Date.now() - startedAt > LASTING_MS) pauseMs = FIRST_PAUSE_MS;
    onEnd(pauseMs, failure);
    await sleep(pauseMs);
    pauseMs = Math.min(MOST_PAUSE_MS, pauseMs * 2);
  }
}
