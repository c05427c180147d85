import { readDraft, writeGame, type GameDocument } from '@/core/index';

/** A draft that the server does not have yet, as it is kept in the browser. */
export interface KeptDraft {
  /** Revision on the server that it is based on. */
  revision: string;
  /** When it was kept, milliseconds since 1970. */
  at: number;
  document: GameDocument;
}

const PREFIX = 'gorge.draft.';

/**
 * Keeps the draft of a game in the browser from the edit until the server has it, so that a closed window, a dead server or a
 * dead battery loses nothing. One draft a game; a browser that has no room keeps none, and nothing else changes.
 */
export class DraftKeeper {
  constructor(
    private readonly storage: Pick<Storage, 'getItem' | 'setItem' | 'removeItem'> | undefined,
    private readonly gameId: string,
    private readonly now: () => number,
  ) {}

  /** False when there is no room for it. */
  keep(revision: string, document: GameDocument): boolean {
    try {
      this.storage?.setItem(this.key, JSON.stringify({ revision, at: this.now(), text: writeGame(document) }));
      return true;
    } catch {
      // An older one would only mislead.
      this.drop();
      return false;
    }
  }

  drop(): void {
    this.storage?.removeItem(this.key);
  }

  /** What was kept; undefined when nothing was, or when it cannot be read. */
  find(): KeptDraft | undefined {
    try {
      const kept = JSON.parse(this.storage?.getItem(this.key) ?? 'null') as {
        revision: string;
        at: number;
        text: string;
      } | null;
      if (!kept) return undefined;
      // An earlier version may have kept it.
      const read = readDraft(JSON.parse(kept.text));
      return read.ok ? { revision: kept.revision, at: kept.at, document: read.value } : undefined;
    } catch {
      return undefined;
    }
  }

  private get key(): string {
    return PREFIX + this.gameId;
  }
}
