/** Where the lines of a text begin, so that places in it are told at once however long it is. */
export class LineStarts {
  private readonly starts: number[] = [0];

  constructor(text: string) {
    for (let at = text.indexOf('\n'); at >= 0; at = text.indexOf('\n', at + 1)) this.starts.push(at + 1);
  }

  /** Line and column of a place, both counted from 1. */
  place(offset: number): { line: number; column: number } {
    let low = 0;
    let high = this.starts.length - 1;
    while (low < high) {
      const middle = (low + high + 1) >> 1;
      if (this.starts[middle] <= offset) low = middle;
      else high = middle - 1;
    }
    return { line: low + 1, column: offset - this.starts[low] + 1 };
  }
}
