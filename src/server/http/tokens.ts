import { createHash, timingSafeEqual } from 'node:crypto';

/** So many wrong tokens may be shown within {@link WINDOW_MS}; then every one is refused unread until they are past. */
const MOST_GUESSES = 20;
const WINDOW_MS = 60_000;

/** What a cookie holds instead of the token. */
export function hashOf(token: string): string {
  return createHash('sha256').update(`gorge ${token}`).digest('hex');
}

/** Whether two texts are equal, in a time that tells nothing of where they differ. */
export function isSameSecret(shown: string, real: string): boolean {
  const digest = (text: string) => createHash('sha256').update(text).digest();
  return timingSafeEqual(digest(shown), digest(real));
}

/** Slows down who guesses. */
export class GuessGuard {
  private guesses: number[] = [];

  constructor(private readonly now: () => number) {}

  /** Whether so many have been wrong lately that nobody is listened to; seconds to wait, or 0. */
  get waitSeconds(): number {
    const [oldest] = (this.guesses = this.guesses.filter((at) => at > this.now() - WINDOW_MS));
    if (this.guesses.length < MOST_GUESSES) return 0;
    return Math.max(1, Math.ceil((oldest + WINDOW_MS - this.now()) / 1000));
  }

  noteWrong(): void {
    this.guesses.push(this.now());
  }
}
