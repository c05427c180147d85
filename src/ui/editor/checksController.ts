import { createStore } from 'zustand/vanilla';
import type { Diagnostic, GameDocument, PlayedCheck } from '@/core/index';

export interface ChecksState {
  /** What was found; undefined until the first check has ended. */
  found: readonly Diagnostic[] | undefined;
  /** The game that was checked: what is found names its places. */
  game: GameDocument | undefined;
  /** What came of the saved checks of the level; undefined until they were played for the first time. */
  played: readonly PlayedCheck[] | undefined;
  isChecking: boolean;
  /** Why nothing was found out; empty when all is well. */
  failure: string;
}

/** What checks, in a thread of its own, and can be ended. */
export interface Checker {
  check: (game: GameDocument, levelId: string) => Promise<Diagnostic[]>;
  /** Plays the saved checks of a level of the game that was checked last. */
  play: (levelId: string) => Promise<PlayedCheck[]>;
  end: () => void;
}

/** Painting and typing may go on for so long before it is looked at what they came to; longer where that itself takes long. */
const REST_MS = 180;
const MOST_REST_MS = 1000;
/** So long a newer game waits for the end of a check. */
const PATIENCE_MS = 1000;
/** A check that takes longer is given up. */
const MOST_MS = 10_000;

/** Checks the draft beside the page, the newest state of it, and gives up what takes too long. */
export class ChecksController {
  readonly store = createStore<ChecksState>(() => ({
    found: undefined,
    game: undefined,
    played: undefined,
    isChecking: false,
    failure: '',
  }));
  private checker: Checker | undefined;
  private timer: ReturnType<typeof setTimeout> | undefined;
  /** The newest game that waits for the end of a check, and how long it does. */
  private waiting: GameDocument | undefined;
  private patience: ReturnType<typeof setTimeout> | undefined;
  /** Counts what was asked for: replies to older questions are not wanted. */
  private asked = 0;
  /** How long a check took last, milliseconds. */
  private checkMs = 0;

  constructor(
    private readonly levelId: string,
    private readonly start: () => Checker,
  ) {}

  /** Checks this game once no newer one comes for a moment; the first one at once. */
  show(game: GameDocument): void {
    clearTimeout(this.timer);
    const restMs = Math.min(MOST_REST_MS, Math.max(REST_MS, this.checkMs));
    this.timer = setTimeout(() => this.check(game), this.asked === 0 ? 0 : restMs);
  }

  /** Begins, or waits for a while for the end of what is still being checked: a new thread costs about as much. */
  private check(game: GameDocument): void {
    if (!this.store.getState().isChecking) {
      void this.begin(game);
      return;
    }
    this.waiting = game;
    this.patience ??= setTimeout(() => {
      // What is still being checked is of no use any more, and would hold up this.
      this.dropChecker();
      this.goOn();
    }, PATIENCE_MS);
  }

  private async begin(game: GameDocument): Promise<void> {
    const asked = ++this.asked;
    this.checker ??= this.start();
    this.store.setState({ isChecking: true });
    const since = performance.now();
    try {
      const found = await inTime(this.checker.check(game, this.levelId));
      if (asked !== this.asked) return;
      this.checkMs = performance.now() - since;
      this.store.setState({ found, game, failure: '' });
      if (!this.waiting) {
        // Those are looked at second: they take longer, and say nothing of a level that cannot be run.
        const played = await inTime(this.checker.play(this.levelId));
        if (asked !== this.asked) return;
        this.store.setState({ played });
      }
    } catch (error) {
      if (asked !== this.asked) return;
      this.dropChecker();
      this.store.setState({ failure: error instanceof Error ? error.message : String(error) });
    }
    this.store.setState({ isChecking: false });
    this.goOn();
  }

  private goOn(): void {
    clearTimeout(this.patience);
    const game = this.waiting;
    this.waiting = this.patience = undefined;
    if (game) void this.begin(game);
  }

  private dropChecker(): void {
    this.checker?.end();
    this.checker = undefined;
  }

  stop(): void {
    clearTimeout(this.timer);
    clearTimeout(this.patience);
    this.waiting = this.patience = undefined;
    this.asked++;
    this.dropChecker();
  }
}

async function inTime<Value>(work: Promise<Value>): Promise<Value> {
  let timer: ReturnType<typeof setTimeout> | undefined;
  const tooLong = new Promise<never>((_, reject) => {
    const message = `The checks took longer than ${MOST_MS / 1000} s and were given up. The level can be run all the same.`;
    timer = setTimeout(() => reject(new Error(message)), MOST_MS);
  });
  try {
    return await Promise.race([work, tooLong]);
  } finally {
    clearTimeout(timer);
  }
}
