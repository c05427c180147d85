import { changedParts, withChangedParts, type GameDocument, type PartChange } from '@/core/index';

/** What a worker is told of a game: the whole of it the first time, and then only what has changed. */
export interface GameNews {
  whole?: GameDocument;
  changes: PartChange[];
}

/** The page's end: remembers what one worker knows, so that an edit costs what it changes and not the size of the game. */
export class GameFeed {
  private known: GameDocument | undefined;

  next(game: GameDocument): GameNews {
    const { known } = this;
    this.known = game;
    return known ? { changes: changedParts(known, game) } : { whole: game, changes: [] };
  }
}

/** The worker's end: puts together again what the page has. Unchanged parts stay the same objects from version to version. */
export class GameMirror {
  private known: GameDocument | undefined;

  /** The game as it was told last. */
  get game(): GameDocument {
    if (!this.known) throw new Error('A worker was told of changes to a game that it does not know.');
    return this.known;
  }

  take({ whole, changes }: GameNews): GameDocument {
    this.known = withChangedParts(whole ?? this.game, changes);
    return this.known;
  }
}
