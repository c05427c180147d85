import { NO_OVERRIDES, playKey, type ChunkResult, type GameDocument, type PlayTask } from '@/core/index';
import type { Stretch } from '@/server/contracts/numbers';
import { gorgeApi } from './gorgeApi';

/** So many stretches are asked for, or handed in, at once: a reply stays small. */
const AT_ONCE = 16;
/** What was measured is handed in so soon, so that little is lost with the page. */
const HANDED_IN_MS = 1500;

/** A server that does not answer is left alone for so long. */
const LEFT_ALONE_MS = 30_000;

type Asks = Pick<typeof gorgeApi, 'findNumbers' | 'keepNumbers'>;

/** Which runs are meant, where nothing needs to be set otherwise. */
export type WantedRuns = Omit<PlayTask, 'overrides'> & Partial<Pick<PlayTask, 'overrides'>>;

/**
 * Numbers that were measured once, by anybody: what the server keeps of them is asked for before runs are made, and runs that
 * were made are handed in. Where the server does not answer everything goes on, only slower.
 */
export class KeptNumbers {
  private readonly plays = new WeakMap<GameDocument, Map<string, Promise<string | undefined>>>();
  private waiting: { play: string; stretch: Stretch; result: ChunkResult }[] = [];
  private timer: ReturnType<typeof setTimeout> | undefined;
  private leftAloneUntilMs = 0;

  constructor(private readonly api: Asks = gorgeApi) {}

  /** What is known of some runs of a level, in the order in which they are asked for; it is told in parts as it comes in. */
  async find(
    game: GameDocument,
    levelId: string,
    wanted: readonly WantedRuns[],
    take: (run: WantedRuns, result: ChunkResult) => void,
    isWanted: () => boolean = () => true,
  ): Promise<void> {
    const play = await this.playOf(game, levelId);
    if (play === undefined) return;
    for (let at = 0; at < wanted.length && isWanted(); at += AT_ONCE) {
      if (performance.now() < this.leftAloneUntilMs) return;
      const part = wanted.slice(at, at + AT_ONCE);
      const stretches = part.map((own) => stretchOf(levelId, own));
      const known = await this.api.findNumbers({ play, stretches }).catch(() => this.leaveAlone());
      if (!known || !isWanted()) return;
      part.forEach((own, index) => {
        const result = known.at(index);
        if (result) take(own, result);
      });
    }
  }

  /** Hands in what some runs came to, soon. */
  async keep(game: GameDocument, levelId: string, runs: WantedRuns, result: ChunkResult): Promise<void> {
    const play = await this.playOf(game, levelId);
    if (play === undefined) return;
    this.waiting.push({ play, stretch: stretchOf(levelId, runs), result });
    if (this.waiting.length >= AT_ONCE) await this.handIn();
    else this.timer ??= setTimeout(() => void this.handIn(), HANDED_IN_MS);
  }

  private async handIn(): Promise<void> {
    clearTimeout(this.timer);
    this.timer = undefined;
    const waiting = this.waiting.splice(0);
    for (const play of new Set(waiting.map((own) => own.play))) {
      const own = waiting.filter((one) => one.play === play);
      const numbers = own.map(({ stretch, result }) => ({ stretch, result }));
      await this.api.keepNumbers({ play, numbers }).catch(() => this.leaveAlone());
    }
  }

  private leaveAlone(): void {
    this.leftAloneUntilMs = performance.now() + LEFT_ALONE_MS;
  }

  /** By what a level plays, in short; undefined where the browser has no means to work it out. */
  private playOf(game: GameDocument, levelId: string): Promise<string | undefined> {
    const ofGame = this.plays.get(game) ?? new Map<string, Promise<string | undefined>>();
    this.plays.set(game, ofGame);
    const known = ofGame.get(levelId) ?? hashOf(playKey(game, levelId));
    ofGame.set(levelId, known);
    return known;
  }
}

/** As the server and the command line name it. */
async function hashOf(text: string): Promise<string | undefined> {
  // Browsers have it only where the page came from the own machine, or encrypted.
  const subtle = globalThis.crypto?.subtle as SubtleCrypto | undefined;
  if (!subtle) return undefined;
  const digest = await subtle.digest('SHA-256', new TextEncoder().encode(text));
  return [...new Uint8Array(digest)].map((byte) => byte.toString(16).padStart(2, '0')).join('');
}

function stretchOf(
  levelId: string,
  { standInId, firstSeed, count, overrides = NO_OVERRIDES, tries }: WantedRuns,
): Stretch {
  return { levelId, standInId, overrides, firstSeed, count, ...(tries ? { tries } : {}) };
}

/** One for the page, so that what is handed in by one view is not asked for by the next. */
export const keptNumbers = new KeptNumbers();
