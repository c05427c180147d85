/**
 * Which places are taken, in ascending order, as a linked list: loops over pieces pass over the many places that are only kept
 * for what may come. A place that is taken while a loop is before it is still visited, as in a loop over all places; one
 * that is left stays in the list until {@link forgetLeft}, so loops ask whether it is still taken.
 */
export class LiveList {
  /** `next[0]` is the first, `next[place + 1]` the one behind a place in the list; the number of places behind the last. */
  readonly next: Int32Array;
  private readonly isLinked: Uint8Array;

  constructor(private readonly size: number) {
    this.next = new Int32Array(size + 1).fill(size);
    this.isLinked = new Uint8Array(size);
  }

  add(place: number): void {
    if (this.isLinked[place] === 1) return;
    let before = place - 1;
    while (before >= 0 && this.isLinked[before] === 0) before--;
    this.next[place + 1] = this.next[before + 1];
    this.next[before + 1] = place;
    this.isLinked[place] = 1;
  }

  /** Takes out those that are no longer taken. */
  forgetLeft(isTaken: Uint8Array): void {
    let before = -1;
    for (let place = this.next[0]; place < this.size; place = this.next[place + 1]) {
      if (isTaken[place] === 1) {
        this.next[before + 1] = place;
        before = place;
      } else this.isLinked[place] = 0;
    }
    this.next[before + 1] = this.size;
  }

  /** Begins anew with those that are taken; with `isOf`, only with those of them that belong to the list. */
  reset(isTaken: Uint8Array, isOf?: Uint8Array): void {
    this.isLinked.fill(0);
    let before = -1;
    for (let place = 0; place < this.size; place++) {
      if (isTaken[place] === 0 || (isOf && isOf[place] === 0)) continue;
      this.isLinked[place] = 1;
      this.next[before + 1] = place;
      before = place;
    }
    this.next[before + 1] = this.size;
  }
}
