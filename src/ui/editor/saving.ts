import { createStore } from 'zustand/vanilla';
import type { GameDocument } from '@/core/index';
import type { GameReply } from '@/server/contracts/games';
import { ApiFault, faultOf } from '../requests/api';
import { gorgeApi } from '../requests/gorgeApi';
import type { DeskSession } from './deskSession';

export interface SaveState {
  status: 'saved' | 'waiting' | 'saving' | 'retrying' | 'refused' | 'clash';
  /** Revision on the server that the draft is based on. */
  revision: string;
  savedAt: string;
  message: string;
}

const QUIET_MS = 500;
const RETRY_MS = 1500;

/** Saves a session by itself, a moment after the last change; says what became of it and never gives up a draft. */
export class Saving {
  readonly store;
  private savedGame: GameDocument;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private isSending = false;
  private unsubscribe: (() => void) | undefined;

  constructor(
    private readonly session: DeskSession,
    revision: string,
    savedAt: string,
  ) {
    this.savedGame = session.state.game;
    this.store = createStore<SaveState>(() => ({ status: 'saved', revision, savedAt, message: '' }));
  }

  /** Begins to follow the session. */
  open(): void {
    this.unsubscribe ??= this.session.store.subscribe((state, before) => {
      if (state.game !== before.game) this.noteChange();
    });
  }

  get hasUnsaved(): boolean {
    return this.session.state.game !== this.savedGame;
  }

  private noteChange(): void {
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
      this.savedGame = game;
      this.store.setState({ status: this.hasUnsaved ? 'waiting' : 'saved', revision, savedAt, message: '' });
      if (this.hasUnsaved) this.schedule(QUIET_MS);
    } catch (error) {
      this.noteFailure(error);
    } finally {
      this.isSending = false;
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

let closingSaves: Promise<unknown> = Promise.resolve();

/** Fetches a game once the desks that were closed before have saved: only then is what the server has the newest. */
export async function openSaved(gameId: string): Promise<GameReply> {
  await closingSaves;
  return gorgeApi.game(gameId);
}
