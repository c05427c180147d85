import { createStore } from 'zustand/vanilla';
import { writeGame, type GameDocument } from '@/core/index';
import type { GameReply } from '@/server/contracts/games';
import { ApiFault, faultOf } from '../requests/api';
import { gorgeApi } from '../requests/gorgeApi';
import type { DeskSession } from './deskSession';
import { DraftKeeper, type KeptDraft } from './keptDraft';

export interface SaveState {
  status: 'saved' | 'waiting' | 'saving' | 'retrying' | 'refused' | 'clash';
  /** Revision on the server that the draft is based on. */
  revision: string;
  savedAt: string;
  message: string;
  /** What was not saved when the game was left, as long as nobody has decided about it. */
  kept: KeptDraft | undefined;
}

const QUIET_MS = 500;
const RETRY_MS = 1500;
/** No more than this is sent by a page that is being left; browsers refuse more. */
const MOST_LEAVING_BYTES = 60_000;

/** Saves a session by itself, a moment after the last change; says what became of it and never gives up a draft. */
export class Saving {
  readonly store;
  private savedGame: GameDocument;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private isSending = false;
  private unsubscribe: (() => void) | undefined;
  private readonly drafts: DraftKeeper;
  /** What was sent and may have been saved without a reply. */
  private inDoubt: GameDocument | undefined;

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
    const isSaved = kept !== undefined && isSame(kept.document, game);
    if (isSaved) this.drafts.drop();
    this.store = createStore<SaveState>(() => ({
      status: 'saved',
      revision,
      savedAt,
      message: '',
      kept: isSaved ? undefined : kept,
    }));
  }

  /** Takes up what was not saved when the game was left: one step that undo takes back. */
  takeUpKept(): void {
    const { kept } = this.store.getState();
    this.store.setState({ kept: undefined });
    if (kept) this.session.change('Changes that were not saved', (draft) => void Object.assign(draft, kept.document));
  }

  /** Lets go of what was not saved. */
  dropKept(): void {
    this.store.setState({ kept: undefined });
    if (!this.hasUnsaved) this.drafts.drop();
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
    this.isKept = this.drafts.keep(this.store.getState().revision, this.session.state.game);
  }

  /** Whether leaving now would lose anything: it is neither on the server nor kept in the browser. */
  get wouldLose(): boolean {
    return this.hasUnsaved && !this.isKept;
  }

  private isKept = false;

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
    if (!this.session.isInGesture) {
      if (this.hasUnsaved) this.keepDraft();
      else if (!this.store.getState().kept) this.drafts.drop();
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
      else if (!this.store.getState().kept) this.drafts.drop();
      if (this.hasUnsaved) this.schedule(QUIET_MS);
    } catch (error) {
      if (await this.wasSaved(error)) return;
      this.inDoubt = game;
      this.noteFailure(error);
    } finally {
      this.isSending = false;
    }
  }

  /**
   * Whether a clash is one with oneself: what the server has is what was sent before and got no reply. Then that is the
   * revision to go on from.
   */
  private async wasSaved(error: unknown): Promise<boolean> {
    const { inDoubt } = this;
    if (!inDoubt || !(error instanceof ApiFault) || error.status !== 409) return false;
    try {
      const { revision, savedAt, document } = await gorgeApi.game(inDoubt.id);
      if (!isSame(document, inDoubt)) return false;
      this.inDoubt = undefined;
      this.store.setState({ status: 'waiting', revision, savedAt, message: '' });
      this.schedule(0);
      return true;
    } catch {
      return false;
    }
  }

  private noteFailure(error: unknown): void {
    const fault = faultOf(error);
    if (error instanceof ApiFault && error.status === 409) {
      this.store.setState({ status: 'clash', message: fault.message });
    } else if (error instanceof ApiFault && error.mayPass) {
      this.store.setState({
        status: 'retrying',
        message: `${fault.message} Your changes are kept here and saved as soon as it is back.`,
      });
      this.schedule(RETRY_MS);
    } else {
      this.store.setState({ status: 'refused', message: `${fault.message} ${fault.hint}` });
    }
  }

  /** Saves at once; resolves when everything is on the server, false when that could not be done. */
  async flush(): Promise<boolean> {
    this.session.finishGesture('edit');
    for (let attempt = 0; attempt < 3 && this.hasUnsaved; attempt++) {
      clearTimeout(this.timer);
      while (this.isSending) await new Promise((resolve) => setTimeout(resolve, 20));
      if (this.hasUnsaved) await this.send();
    }
    return !this.hasUnsaved;
  }

  /** After a clash: takes the version of the server; the own one is gone from here. */
  async takeTheirs(): Promise<void> {
    const { revision, savedAt, document } = await gorgeApi.game(this.session.state.game.id);
    this.savedGame = document;
    this.session.replace(document);
    this.store.setState({ status: 'saved', revision, savedAt, message: '' });
  }

  /** After a clash: saves the own version on top of theirs, which stays as an earlier revision. */
  async saveOverTheirs(): Promise<void> {
    const { revision } = await gorgeApi.game(this.session.state.game.id);
    this.store.setState({ status: 'waiting', revision, message: '' });
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
