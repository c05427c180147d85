/** How full the table may get before it grows. */
const FULLEST = 0.6;

/** A set of marks of 64 bits, as two numbers of 32 bits each, that takes eight to fourteen bytes for each. */
export class Marks {
  size = 0;
  private slots = 1 << 12;
  private first = new Uint32Array(this.slots);
  private second = new Uint32Array(this.slots);

  /** Adds a mark; gives whether it was not there yet. */
  add(first: number, second: number): boolean {
    // Two zeros stand for nothing.
    const [one, two] = first === 0 && second === 0 ? [0, 1] : [first, second];
    let slot = one & (this.slots - 1);
    while (this.first[slot] !== 0 || this.second[slot] !== 0) {
      if (this.first[slot] === one && this.second[slot] === two) return false;
      slot = (slot + 1) & (this.slots - 1);
    }
    this.first[slot] = one;
    this.second[slot] = two;
    if (++this.size > FULLEST * this.slots) this.grow();
    return true;
  }

  private grow(): void {
    const { first, second } = this;
    this.slots *= 2;
    this.size = 0;
    this.first = new Uint32Array(this.slots);
    this.second = new Uint32Array(this.slots);
    first.forEach((one, slot) => (one !== 0 || second[slot] !== 0) && this.add(one, second[slot]));
  }
}
