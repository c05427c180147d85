import { wrap } from 'comlink';
import type { Checker } from '../editor/checksController';
import type { Checks } from './checks.worker';
import { GameFeed } from './gameFeed';

/** Starts a worker that checks games. */
export function startChecksWorker(): Checker {
  const worker = new Worker(new URL('./checks.worker.ts', import.meta.url), { type: 'module' });
  const api = wrap<Checks>(worker);
  const feed = new GameFeed();
  return {
    check: (game, levelId) => api.check(feed.next(game), levelId),
    play: (levelId) => api.play(levelId),
    end: () => worker.terminate(),
  };
}
