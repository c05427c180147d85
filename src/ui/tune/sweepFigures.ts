import { BRIEF_RULES, type BriefMeasure, type SweptPoint } from '@/core/index';

/** What somebody comes to in a measure at a point; undefined where these runs do not say. */
export function figureAt({ cells }: SweptPoint, standIn: string, measure: BriefMeasure) {
  const cell = cells.find((own) => own.standIn === standIn);
  return cell && BRIEF_RULES[measure].of(cell.summary);
}

/** "41 (35–48) %" */
export function sayFigure(figure: ReturnType<typeof figureAt>, measure: BriefMeasure): string {
  if (!figure) return '–';
  const { unit, step } = BRIEF_RULES[measure];
  const places = unit === '%' ? 0 : step < 1 ? 2 : 1;
  return `${figure.value.toFixed(places)} (${figure.low.toFixed(places)}–${figure.high.toFixed(places)}) ${unit}`;
}

/** Stretches of a line of values in which something is so, each reaching half way to its neighbours. */
export function stretchesWhere(values: readonly number[], isSo: (index: number) => boolean): [number, number][] {
  const stretches: [number, number][] = [];
  const edge = (index: number, other: number) =>
    values[other] === undefined ? values[index] : (values[index] + values[other]) / 2;
  values.forEach((_, index) => {
    if (!isSo(index)) return;
    const last = stretches.at(-1);
    const from = edge(index, index - 1);
    if (last?.[1] === from) last[1] = edge(index, index + 1);
    else stretches.push([from, edge(index, index + 1)]);
  });
  return stretches;
}
