import { writeParts } from '../requests/writeParts';
import { readDraft, type Change, type GameDocument } from '@/core/index';

/** Changes that can be taken back, and those that were. */
export interface UndoHistory {
  past: readonly Change[];
  future: readonly Change[];
}

/** What is kept of a game in the browser. */
export interface KeptDraft extends UndoHistory {
  /** Revision on the server that it is based on. */
  revision: string;
  /** When it was kept, milliseconds since 1970. */
  at: number;
  /** Undefined where the server has everything: then only the changes are kept, for undo. */
  document: GameDocument | undefined;
}

const PREFIX = 'gorge.draft.';
/** So much of the changes is kept at most, characters; the newest ones. */
const MOST_HISTORY = 600_000;

/**
 * Keeps a game in the browser from the edit until the server has it, and the changes that led to it for undo, so that a closed
 * window, a dead server or a dead battery loses nothing. One draft a game; a browser that has no room for it keeps none, and
 * nothing else changes.
 */
export class DraftKeeper {
  /** Changes do not change, so each is written once. */
  private readonly written = new WeakMap<Change, string>();

  constructor(
    private readonly storage: Pick<Storage, 'getItem' | 'setItem' | 'removeItem'> | undefined,
    private readonly gameId: string,
    private readonly now: () => number,
  ) {}

  /** Keeps a draft, or with no document only the changes. False when there is no room for it. */
  keep(revision: string, document: GameDocument | undefined, history: UndoHistory): boolean {
    const kept = writeParts({ revision, at: this.now(), document }) ?? '{}';
    const past = this.writeNewest([...history.past].reverse()).reverse();
    const changes = `"past":[${past.join(',')}],"future":[${this.writeNewest(history.future).join(',')}]`;
    const withChanges = `${kept.slice(0, -1)},${changes}}`;
    // Where there is no room for the changes as well, the draft counts.
    if (this.store(withChanges) || (document && this.store(kept))) return true;
    // An older one would only mislead.
    this.drop();
    return false;
  }

  private writeNewest(changes: readonly Change[]): string[] {
    let room = MOST_HISTORY;
    const kept: string[] = [];
    for (const change of changes) {
      const text = this.written.get(change) ?? JSON.stringify(change);
      this.written.set(change, text);
      room -= text.length;
      if (room < 0) break;
      kept.push(text);
    }
    return kept;
  }

  private store(text: string): boolean {
    try {
      this.storage?.setItem(this.key, text);
      return true;
    } catch {
      return false;
    }
  }

  drop(): void {
    this.storage?.removeItem(this.key);
  }

  /** What was kept; undefined when nothing was, or when it cannot be read. */
  find(): KeptDraft | undefined {
    try {
      const kept = JSON.parse(this.storage?.getItem(this.key) ?? 'null') as Partial<StoredDraft> | null;
      if (!kept || typeof kept.revision !== 'string' || typeof kept.at !== 'number') return undefined;
      const { revision, at, past = [], future = [] } = kept;
      // Earlier versions kept the text of the document.
      const stored = kept.document ?? (kept.text === undefined ? undefined : (JSON.parse(kept.text) as unknown));
      if (stored === undefined) return { revision, at, document: undefined, past, future };
      const read = readDraft(stored);
      return read.ok ? { revision, at, document: read.value, past, future } : undefined;
    } catch {
      return undefined;
    }
  }

  private get key(): string {
    return PREFIX + this.gameId;
  }
}

interface StoredDraft extends UndoHistory {
  revision: string;
  at: number;
  document?: unknown;
  text?: string;
}
