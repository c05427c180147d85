import type { Playback } from './playback';
import type { ReadingController } from './readingController';

/** A run that an address names: its seed, who plays it, and the moment. */
export interface AskedRun {
  seed: number;
  standIn: string;
  seconds: number;
}

const MOST_SEED = 4_000_000_000;

/** The run that an address asks for; undefined where it asks for none, or for what cannot be one. */
export function readAskedRun(search: URLSearchParams): AskedRun | undefined {
  const seed = Number(search.get('run') ?? NaN);
  const seconds = Number(search.get('at') ?? 0);
  if (!Number.isInteger(seed) || seed < 0 || seed > MOST_SEED) return undefined;
  return { seed, standIn: search.get('who') ?? 'casual', seconds: Number.isFinite(seconds) ? Math.max(0, seconds) : 0 };
}

/** The address under which a run is shown on the desk of its level. */
export function addressOfRun(gameId: string, levelId: string, { seed, standIn, seconds }: AskedRun): string {
  const search = new URLSearchParams({ run: String(seed), who: standIn, at: String(Number(seconds.toFixed(2))) });
  return `/games/${gameId}/levels/${levelId}?${search.toString()}`;
}

/** Has the Reading begin with a run, and the playback at its moment as soon as the run is there. */
export function showAskedRun(asked: AskedRun, reading: ReadingController, playback: Playback): void {
  reading.beginWith(asked.seed, asked.standIn);
  const end = reading.store.subscribe(({ sampleRun }) => {
    if (sampleRun?.seed !== asked.seed) return;
    end();
    // The playback hears of the run in the same moment; only then can it be moved.
    queueMicrotask(() => playback.seek(asked.seconds * sampleRun.ticksPerSecond));
  });
}
