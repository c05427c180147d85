/**
 * Frames of the screen as far as they are needed: one when it is asked for, and one after the other while something goes on.
 * At rest none is asked for, so that a page that is only looked at costs nothing.
 */
export class Frames {
  private request = 0;
  /** When the frame before was, while one follows the other. */
  private last: number | undefined;
  private isStopped = false;

  constructor(
    private readonly goesOn: () => boolean,
    /** Told how long ago the frame before was, milliseconds; 0 after a rest. */
    private readonly onFrame: (elapsedMs: number) => void,
  ) {}

  /** One frame at least. */
  readonly ask = (): void => {
    if (this.request === 0 && !this.isStopped) this.request = requestAnimationFrame(this.frame);
  };

  /** For good. */
  stop(): void {
    this.isStopped = true;
    cancelAnimationFrame(this.request);
    this.request = 0;
  }

  private readonly frame = (now: number): void => {
    this.request = 0;
    const elapsed = now - (this.last ?? now);
    this.onFrame(elapsed);
    this.last = this.goesOn() ? now : undefined;
    if (this.goesOn()) this.ask();
  };
}
