import type { ArenaView } from './arenaView';

interface Place {
  x: number;
  y: number;
}

/** Two fingers on the arena: what they do together moves the picture, what they do apart from each other zooms it. */
export class Fingers {
  private readonly down = new Map<number, Place>();
  /** From the second finger until the last one is lifted. */
  private isHeldByTwo = false;

  constructor(private readonly view: ArenaView) {}

  /** Takes note of a finger; true when it is not the only one, so that no gesture of one finger is meant. */
  press(id: number, place: Place): boolean {
    this.down.set(id, place);
    if (this.down.size > 1) this.isHeldByTwo = true;
    return this.isHeldByTwo;
  }

  /** True while two move the picture. */
  move(id: number, place: Place): boolean {
    if (!this.down.has(id)) return this.isHeldByTwo;
    const before = this.middle();
    this.down.set(id, place);
    const after = this.middle();
    if (before && after) {
      this.view.pan(after.x - before.x, after.y - before.y);
      if (before.apart > 0 && after.apart > 0) this.view.zoom(after.apart / before.apart, after.x, after.y);
    }
    return this.isHeldByTwo;
  }

  /** True when the finger was one of two: lifting it is no click. */
  lift(id: number): boolean {
    this.down.delete(id);
    const wasHeld = this.isHeldByTwo;
    if (this.down.size === 0) this.isHeldByTwo = false;
    return wasHeld;
  }

  private middle(): (Place & { apart: number }) | undefined {
    const [one, other] = this.down.values();
    if (!one || !other) return undefined;
    return { x: (one.x + other.x) / 2, y: (one.y + other.y) / 2, apart: Math.hypot(one.x - other.x, one.y - other.y) };
  }
}
