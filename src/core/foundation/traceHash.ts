const floatView = new Float64Array(1);
const wordView = new Uint32Array(floatView.buffer);

/**
 * Running 64-bit hash over the bits of numbers, as two 32-bit lanes. It is the fingerprint of a run: equal hashes mean
 * that every position in every tick was equal to the last bit. Not for secrets.
 */
export class TraceHash {
  private laneA = 0x811c9dc5 | 0;
  private laneB = 0x1b873593 | 0;

  addInteger(value: number): void {
    this.laneA = Math.imul(this.laneA ^ value, 0x01000193);
    this.laneB = Math.imul((this.laneB << 13) | (this.laneB >>> 19), 5) ^ Math.imul(value, 0xcc9e2d51);
  }

  addFloat(value: number): void {
    floatView[0] = value === 0 ? 0 : value;
    this.addInteger(wordView[0]);
    this.addInteger(wordView[1]);
  }

  addText(text: string): void {
    for (let index = 0; index < text.length; index++) this.addInteger(text.charCodeAt(index));
  }

  /** Sixteen hexadecimal digits. */
  digest(): string {
    return hex(this.laneA) + hex(this.laneB);
  }
}

function hex(lane: number): string {
  return (lane >>> 0).toString(16).padStart(8, '0');
}
