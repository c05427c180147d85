/** How often a level is cleared with a number at a value: percent, with its interval. */
export interface RateRow {
  value: string;
  rate: number;
  low: number;
  high: number;
}

/** What was measured for a recipe. */
export interface RatesBlock {
  levelId: string;
  number: string;
  unit: string;
  rows: RateRow[];
}

const HEAD = /^rates (\S+) (\S+) in (.+)$/;
const ROW = /^(\S+)\s+(\d+) \((\d+)–(\d+)\)$/;

/** Reads a fenced block of a recipe, by what stands behind its fence and in it; undefined where it is not one. */
export function readRates(info: string, text: string): RatesBlock | undefined {
  const head = HEAD.exec(info.trim());
  if (!head) return undefined;
  const rows = text
    .trim()
    .split('\n')
    .flatMap((line) => {
      const row = ROW.exec(line.trim());
      return row ? [{ value: row[1], rate: +row[2], low: +row[3], high: +row[4] }] : [];
    });
  return { levelId: head[1], number: head[2], unit: head[3], rows };
}
