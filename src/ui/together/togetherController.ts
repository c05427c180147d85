import { createStore } from 'zustand/vanilla';
import type { Person, PlaceInGame, TogetherEvent } from '@/server/contracts/together';
import { gorgeApi } from '../requests/gorgeApi';

/** What is selected is told no oftener than this. */
const TELL_MS = 300;
/** Who is alone need not hear of each other window at once. */
const LETTERS = 'abcdefghijklmnopqrstuvwxyz0123456789';

/** The name of this window, by which it is told from others of the same person. */
export function newTabName(): string {
  return Array.from({ length: 16 }, () => LETTERS[Math.floor(Math.random() * LETTERS.length)]).join('');
}

/** Who else has a game open; tells them where this window is, and hears what they do. */
export class Together {
  readonly store = createStore<{ others: readonly Person[] }>(() => ({ others: [] }));
  private place: PlaceInGame;
  private told = '';
  private timer: ReturnType<typeof setTimeout> | undefined;
  private stop: (() => void) | undefined;

  constructor(
    private readonly gameId: string,
    levelId: string | null,
    private readonly tab = newTabName(),
  ) {
    this.place = { levelId, selection: [] };
  }

  /** Begins to follow; what is heard beside who is there goes to `hear`. */
  open(hear: (event: Exclude<TogetherEvent, { type: 'here' }>) => void): void {
    this.stop ??= gorgeApi.followGame(
      this.gameId,
      this.tab,
      (event) => {
        if (event.type === 'here') this.store.setState({ others: event.others });
        else hear(event);
      },
      () => {
        // The server may have been started anew and know nothing of this window.
        this.told = '';
        this.schedule(0);
      },
    );
  }

  /** Something else is selected here. */
  select(selection: readonly string[]): void {
    this.place = { ...this.place, selection: selection.slice(0, 200) };
    this.schedule(TELL_MS);
  }

  private schedule(ms: number): void {
    if (!this.stop) return;
    this.timer ??= setTimeout(() => {
      this.timer = undefined;
      const said = JSON.stringify(this.place);
      if (said === this.told) return;
      this.told = said;
      // Nothing depends on it: the next place is told again.
      gorgeApi.sayPlace(this.gameId, this.tab, this.place).catch(() => (this.told = ''));
    }, ms);
  }

  close(): void {
    clearTimeout(this.timer);
    this.timer = undefined;
    this.stop?.();
    this.stop = undefined;
    this.store.setState({ others: [] });
  }
}
