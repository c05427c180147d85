import { createStore } from 'zustand/vanilla';
import type { GameDocument, RecordedRun } from '@/core/index';
import type { KeptTry } from './tryController';

const MOST_KEPT = 20;

export interface KeptTriesState {
  tries: readonly KeptTry[];
}

/** Tries of one level that were kept as inputs, on this machine. The newest stands first. */
export class KeptTries {
  readonly store = createStore<KeptTriesState>(() => ({ tries: [] }));
  private readonly key: string;

  constructor(
    gameId: string,
    levelId: string,
    private readonly storage: Pick<Storage, 'getItem' | 'setItem'>,
  ) {
    this.key = `gorge.tries.${gameId}.${levelId}`;
  }

  /** Reads what was kept; what cannot be read is left alone and counts as nothing. */
  load(): void {
    try {
      const kept: unknown = JSON.parse(this.storage.getItem(this.key) ?? '[]');
      if (Array.isArray(kept)) this.store.setState({ tries: kept.filter(isKeptTry) });
    } catch {
      this.store.setState({ tries: [] });
    }
  }

  keep(played: KeptTry): void {
    this.save([played, ...this.store.getState().tries].slice(0, MOST_KEPT));
  }

  remove(played: KeptTry): void {
    this.save(this.store.getState().tries.filter((other) => other !== played));
  }

  private save(tries: readonly KeptTry[]): void {
    this.store.setState({ tries });
    try {
      this.storage.setItem(this.key, JSON.stringify(tries));
    } catch {
      // The machine keeps no more; the tries of this visit are still listed.
    }
  }
}

function isKeptTry(value: unknown): value is KeptTry {
  if (typeof value !== 'object' || value === null) return false;
  const { inputs, seed, overrides, seconds } = value as Partial<KeptTry>;
  return (
    Array.isArray(inputs) && typeof seed === 'number' && typeof seconds === 'number' && Array.isArray(overrides?.knobs)
  );
}

export interface Replay {
  run: RecordedRun;
  /** Whether it went exactly as when it was played. */
  isSame: boolean;
}

/** Plays a kept try again on a version of the game; undefined when the level cannot be run. */
export async function replayTry(game: GameDocument, kept: KeptTry): Promise<Replay | undefined> {
  const { compileGameLevel, recordRun } = await import('./runEngine');
  const compiled = compileGameLevel(game, kept.levelId, kept.overrides);
  if (!compiled.ok) return undefined;
  const whole = recordRun(compiled.value, { type: 'inputs', inputs: kept.inputs }, kept.seed);
  // A try that was given up ends with its last input.
  const frames = Math.min(whole.frames.length, (kept.inputs.length + 1) * whole.frameSize);
  const run = { ...whole, frames: whole.frames.slice(0, frames) };
  const endedThen = kept.outcome === 'given up' ? undefined : kept.outcome;
  const endTick = whole.record?.ticks ?? Infinity;
  const outcome = endTick <= kept.inputs.length ? whole.record?.outcome : undefined;
  const seconds = Math.min(endTick, kept.inputs.length) / whole.ticksPerSecond;
  return { run, isSame: outcome === endedThen && Math.abs(seconds - kept.seconds) < 1e-6 };
}
