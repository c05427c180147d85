import { createStore } from 'zustand/vanilla';
import {
  mergeGames,
  sayChanges,
  sayClash,
  writeGame,
  type GameDocument,
  type SaidClash,
  type Side,
} from '@/core/index';
import type { GameReply } from '@/server/contracts/games';
import { ApiFault, faultOf } from '../requests/api';
import { gorgeApi } from '../requests/gorgeApi';
import { passed } from '../workers/turns';
import type { DeskSession } from './deskSession';
import { DraftKeeper, type KeptDraft } from './keptDraft';

/** Two sides that both changed the game, and cannot be joined without somebody choosing. */
export interface OpenClash {
  theirs: GameReply;
  /** What both changed, each in its own way; empty where the two do not fit together for another reason. */
  places: readonly SaidClash[];
  /** Why they do not fit together. */
  reasons: readonly string[];
}

export interface SaveState {
  status: 'saved' | 'waiting' | 'saving' | 'retrying' | 'refused' | 'clash';
  /** Revision on the server that the draft is based on. */
  revision: string;
  savedAt: string;
  message: string;
  /** What was not saved when the game was left, as long as nobody has decided about it. */
  kept: KeptDraft | undefined;
  /** What the designer has to choose between. */
  clash: OpenClash | undefined;
  /** What somebody else had changed and was joined to the draft, in words; the newest time. */
  joined: readonly string[] | undefined;
  /** What came in from somebody else just now, with nothing of one's own to be joined to; the newest time. */
  heard: { by: string; changes: readonly string[] } | undefined;
}

const QUIET_MS = 500;
const RETRY_MS = 1500;
/** No more than this is sent by a page that is being left; browsers refuse more. */
const MOST_LEAVING_BYTES = 60_000;

/**
 * Saves a session by itself, a moment after the last change; says what became of it and never gives up a draft. What somebody
 * else has saved meanwhile is joined to it; where both touch the same place, the designer chooses.
 */
export class Saving {
  readonly store;
  /** What the server has as far as is known here: the draft is based on it. */
  private savedGame: GameDocument;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private isSending = false;
  private unsubscribe: (() => void) | undefined;
  private readonly drafts: DraftKeeper;
  /** What was sent and may have been saved without a reply. */
  private inDoubt: GameDocument | undefined;
  private isKept = false;

  constructor(
    private readonly session: DeskSession,
    revision: string,
    savedAt: string,
    storage?: Storage,
  ) {
    const { game } = session.state;
    this.savedGame = game;
    this.drafts = new DraftKeeper(storage, game.id, Date.now);
    const kept = this.drafts.find();
    // A reply that was lost: the server has it all the same.
    const isSaved = kept !== undefined && (kept.document ? isSame(kept.document, game) : kept.revision === revision);
    if (isSaved) session.resume(game, kept);
    this.store = createStore<SaveState>(() => ({
      status: 'saved',
      revision,
      savedAt,
      message: '',
      kept: isSaved || !kept?.document ? undefined : kept,
      clash: undefined,
      joined: undefined,
      heard: undefined,
    }));
    if (kept && !this.store.getState().kept) this.keepHistory();
  }

  /** Takes up what was not saved when the game was left, with the changes that led to it. */
  async takeUpKept(): Promise<void> {
    const { kept, revision } = this.store.getState();
    this.store.setState({ kept: undefined });
    if (!kept?.document) return;
    if (kept.revision === revision) this.session.resume(kept.document, kept);
    else await this.takeUpOlder(kept.document, kept.revision);
  }

  /** The draft is based on another revision than the one that was opened: what was saved since is joined to it. */
  private async takeUpOlder(mine: GameDocument, baseRevision: string): Promise<void> {
    const theirs: GameReply = { ...this.store.getState(), document: this.savedGame };
    const base = await gorgeApi.revision(mine.id, baseRevision).catch(() => undefined);
    const merged = base && mergeGames(base, mine, theirs.document);
    if (merged?.ok && merged.value.clashes.length === 0) {
      this.takeIn('Changes that were not saved', merged.value.game);
      return;
    }
    this.takeIn('Changes that were not saved', mine);
    if (base) this.savedGame = base;
    this.openClash(theirs);
  }

  /** Lets go of what was not saved. */
  dropKept(): void {
    this.store.setState({ kept: undefined });
    if (!this.hasUnsaved) this.keepHistory();
  }

  /** The page is being left: what is under the hand counts, is kept, and is sent if it is small enough for that. */
  leave(): void {
    this.session.finishGesture('edit');
    if (!this.hasUnsaved) return;
    this.keepDraft();
    const { game } = this.session.state;
    const { revision, status } = this.store.getState();
    if (status === 'clash' || this.isSending || writeGame(game).length > MOST_LEAVING_BYTES) return;
    gorgeApi.save(game.id, revision, game, { keepalive: true }).catch(() => undefined);
  }

  private keepDraft(): void {
    // What waits for a decision is not written over.
    if (this.store.getState().kept) return;
    this.isKept = this.drafts.keep(this.store.getState().revision, this.session.state.game, this.session.history);
  }

  /** The server has everything; what can be taken back stays so after a reload. */
  private keepHistory(): void {
    if (this.store.getState().kept) return;
    const { history } = this.session;
    if (history.past.length + history.future.length === 0) this.drafts.drop();
    else this.drafts.keep(this.store.getState().revision, undefined, history);
  }

  /** Whether leaving now would lose anything: it is neither on the server nor kept in the browser. */
  get wouldLose(): boolean {
    return this.hasUnsaved && !this.isKept;
  }

  /** Begins to follow the session. */
  open(): void {
    this.unsubscribe ??= this.session.store.subscribe((state, before) => {
      if (state.game !== before.game) this.noteChange();
      // A gesture has ended: what it came to is an edit now.
      else if (state.past !== before.past && this.hasUnsaved) this.keepDraft();
    });
  }

  get hasUnsaved(): boolean {
    return this.session.state.game !== this.savedGame;
  }

  private noteChange(): void {
    if (!this.session.isInGesture || this.session.isTyping) {
      if (this.hasUnsaved) this.keepDraft();
      else this.keepHistory();
    }
    if (this.store.getState().status === 'clash') return;
    if (!this.hasUnsaved) {
      clearTimeout(this.timer);
      if (!this.isSending) this.store.setState({ status: 'saved', message: '' });
      return;
    }
    this.store.setState({ status: 'waiting', message: '' });
    this.schedule(QUIET_MS);
  }

  private schedule(ms: number): void {
    clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.send(), ms);
  }

  private async send(): Promise<void> {
    if (this.isSending || this.session.isInGesture) {
      this.schedule(QUIET_MS);
      return;
    }
    const { game } = this.session.state;
    this.isSending = true;
    this.store.setState({ status: 'saving' });
    try {
      const { revision, savedAt } = await gorgeApi.save(game.id, this.store.getState().revision, game);
      this.inDoubt = undefined;
      this.savedGame = game;
      this.store.setState({ status: this.hasUnsaved ? 'waiting' : 'saved', revision, savedAt, message: '' });
      if (this.hasUnsaved) this.keepDraft();
      else this.keepHistory();
      if (this.hasUnsaved) this.schedule(QUIET_MS);
    } catch (error) {
      await this.noteFailure(error, game);
    } finally {
      this.isSending = false;
    }
  }

  private async noteFailure(error: unknown, sent: GameDocument): Promise<void> {
    const fault = faultOf(error);
    if (error instanceof ApiFault && error.status === 409) {
      await this.meetTheirs();
      return;
    }
    this.inDoubt = sent;
    if (error instanceof ApiFault && error.mayPass) {
      this.store.setState({
        status: 'retrying',
        message: `${fault.message} Your changes are kept here and saved as soon as it is back.`,
      });
      this.schedule(RETRY_MS);
    } else {
      this.store.setState({ status: 'refused', message: `${fault.message} ${fault.hint}` });
    }
  }

  /** Somebody has saved since: oneself without a reply, or somebody else, whose changes are joined where they can be. */
  private async meetTheirs(): Promise<void> {
    try {
      const theirs = await gorgeApi.game(this.session.state.game.id);
      if (this.inDoubt && isSame(theirs.document, this.inDoubt)) this.goOnFrom(theirs, this.inDoubt);
      else if (!this.join(theirs)) this.openClash(theirs);
    } catch {
      this.store.setState({
        status: 'retrying',
        message: 'Somebody else has saved; theirs is fetched as soon as it can be.',
      });
      this.schedule(RETRY_MS);
    }
  }

  private goOnFrom({ revision, savedAt }: GameReply, savedGame: GameDocument): void {
    this.inDoubt = undefined;
    this.savedGame = savedGame;
    this.store.setState({ status: 'waiting', revision, savedAt, message: '', clash: undefined });
    this.schedule(0);
  }

  /** Joins theirs to the draft where both touch different things; false where somebody has to choose. */
  private join(theirs: GameReply): boolean {
    const merged = mergeGames(this.savedGame, this.session.state.game, theirs.document);
    if (!merged.ok || merged.value.clashes.length > 0) return false;
    const joined = sayChanges(this.savedGame, theirs.document);
    this.goOnFrom(theirs, theirs.document);
    this.session.takeTheirs('What somebody else had saved', merged.value.game);
    this.store.setState({ joined });
    return true;
  }

  private openClash(theirs: GameReply): void {
    const mine = this.session.state.game;
    const merged = mergeGames(this.savedGame, mine, theirs.document);
    clearTimeout(this.timer);
    this.store.setState({
      status: 'clash',
      message: 'Somebody else has changed the same things.',
      clash: {
        theirs,
        places: merged.ok ? merged.value.clashes.map((clash) => sayClash(clash, mine, theirs.document)) : [],
        reasons: merged.ok ? [] : merged.faults.slice(0, 5).map(({ message }) => message),
      },
    });
  }

  /** Somebody has saved the game: what is new comes in by itself, as soon as nothing is under the hand here. */
  hear(revision: string, by: string): void {
    this.heardRevision = { revision, by };
    void this.takeInHeard();
  }

  private heardRevision: { revision: string; by: string } | undefined;
  private isFetching = false;

  private async takeInHeard(): Promise<void> {
    const heard = this.heardRevision;
    const isOff = this.unsubscribe === undefined;
    if (!heard || this.isFetching || isOff) return;
    if (this.isSending || this.session.isInGesture) {
      setTimeout(() => void this.takeInHeard(), QUIET_MS);
      return;
    }
    const { revision, clash, kept } = this.store.getState();
    this.heardRevision = undefined;
    // What waits for a decision, or for a reply, is met when that comes.
    if (heard.revision === revision || clash || kept || this.inDoubt || this.hasUnsaved) return;
    this.isFetching = true;
    try {
      const theirs = await gorgeApi.game(this.session.state.game.id);
      if (!this.hasUnsaved && !this.session.isInGesture && !this.isSending) this.replaceBy(theirs, heard.by);
    } catch {
      // The next save says so, or the next time that somebody is heard.
    } finally {
      this.isFetching = false;
    }
    if (this.heardRevision) void this.takeInHeard();
  }

  /** Nothing of one's own waits: the game is what they made of it. */
  private replaceBy({ revision, savedAt, document }: GameReply, by: string): void {
    const changes = sayChanges(this.savedGame, document);
    if (revision === this.store.getState().revision) return;
    this.store.setState({ revision, savedAt });
    // Known before the session tells of it: what came from the server is nothing that waits to be saved.
    this.savedGame = document;
    this.session.takeTheirs('What somebody else has changed', document);
    this.savedGame = this.session.state.game;
    clearTimeout(this.timer);
    this.store.setState({ status: 'saved', message: '', heard: { by, changes } });
    this.keepHistory();
  }

  /** Makes another document the draft, as one step that can be taken back. */
  private takeIn(label: string, document: GameDocument): void {
    this.session.change(label, (draft) => {
      for (const field of Object.keys(draft)) if (!(field in document)) delete draft[field as never];
      Object.assign(draft, document);
    });
  }

  /** Saves at once; resolves when everything is on the server, false when that could not be done. */
  async flush(): Promise<boolean> {
    this.session.finishGesture('edit');
    for (let attempt = 0; attempt < 3 && this.hasUnsaved; attempt++) {
      clearTimeout(this.timer);
      while (this.isSending) await passed(20);
      if (this.hasUnsaved && !this.store.getState().clash) await this.send();
    }
    return !this.hasUnsaved;
  }

  /** After a clash: joins both sides, each place of the clash as the designer has chosen; both stay in the history. */
  async joinAsChosen(sides: readonly Side[]): Promise<void> {
    const { clash } = this.store.getState();
    if (!clash) return;
    const { theirs } = clash;
    const mine = this.session.state.game;
    const base = this.savedGame;
    const { ways } = clashesOf(base, mine, theirs.document);
    const merged = mergeGames(base, mine, theirs.document, (way) => sides[ways.indexOf(way.join('\n'))] ?? 'mine');
    if (!merged.ok) {
      this.store.setState({ clash: { ...clash, reasons: merged.faults.slice(0, 5).map(({ message }) => message) } });
      return;
    }
    await gorgeApi.setAside(mine.id, mine);
    this.goOnFrom(theirs, theirs.document);
    this.takeIn('Both sides joined', merged.value.game);
    await this.flush();
  }

  /** After a clash: takes the version of the server; the own one is kept in the history, beside it. */
  async takeTheirs(): Promise<void> {
    const mine = this.session.state.game;
    const theirs = this.store.getState().clash?.theirs ?? (await gorgeApi.game(mine.id));
    await gorgeApi.setAside(mine.id, mine);
    const { revision, savedAt, document } = theirs;
    this.savedGame = document;
    this.inDoubt = undefined;
    this.session.replace(document);
    this.store.setState({ status: 'saved', revision, savedAt, message: '', clash: undefined });
    this.keepHistory();
  }

  /** After a clash: saves the own version on top of theirs, which stays in the history. */
  async saveOverTheirs(): Promise<void> {
    const theirs = this.store.getState().clash?.theirs ?? (await gorgeApi.game(this.session.state.game.id));
    this.goOnFrom(theirs, theirs.document);
    await this.flush();
  }

  /** The desk closes: what is not saved yet is saved first. */
  async close(): Promise<void> {
    this.unsubscribe?.();
    this.unsubscribe = undefined;
    const closing = this.flush().finally(() => clearTimeout(this.timer));
    closingSaves = Promise.allSettled([closingSaves, closing]);
    await closing;
  }
}

/** Where two sides clash, as texts in the order in which they are shown. */
function clashesOf(base: GameDocument, mine: GameDocument, theirs: GameDocument): { ways: readonly string[] } {
  const merged = mergeGames(base, mine, theirs);
  return { ways: merged.ok ? merged.value.clashes.map(({ way }) => way.join('\n')) : [] };
}

/** Whether two documents say the same. */
function isSame(one: GameDocument, other: GameDocument): boolean {
  return writeGame(one) === writeGame(other);
}

let closingSaves: Promise<unknown> = Promise.resolve();

/** Fetches a game once the desks that were closed before have saved: only then is what the server has the newest. */
export async function openSaved(gameId: string): Promise<GameReply> {
  await closingSaves;
  return gorgeApi.game(gameId);
}
