/** So many of the last looks at the work count. */
const KEPT = 10;

/** How fast runs are made: over the last looks between which there was something to do. */
export class WorkSpeed {
  private readonly stretches: { ms: number; runs: number }[] = [];
  private runs = 0;

  constructor(private at: number) {}

  /** Notes how many runs have been made in all, and whether any are under way; gives runs a second. */
  note(now: number, runs: number, isBusy: boolean): number {
    const stretch = { ms: Math.max(1, now - this.at), runs: runs - this.runs };
    this.at = now;
    this.runs = runs;
    if (!isBusy && stretch.runs === 0) return 0;
    this.stretches.push(stretch);
    if (this.stretches.length > KEPT) this.stretches.shift();
    const sum = (of: 'ms' | 'runs') => this.stretches.reduce((all, one) => all + one[of], 0);
    return (1000 * sum('runs')) / sum('ms');
  }
}
