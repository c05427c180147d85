import type { CellCount, Summary } from '@/core/index';

/** What of many runs can be laid over a level. */
export const LEVEL_MAP_NAMES = [
  'endCells',
  'lossCells',
  'closeCells',
  'pressureCells',
  'seenCells',
  'sightCells',
  'timeSpent',
  'waiting',
] as const satisfies readonly (keyof Summary)[];
export type LevelMapName = (typeof LEVEL_MAP_NAMES)[number];

interface LevelMap {
  /** A short word for narrow places. */
  label: string;
  title: string;
  /** Of the darkest cell. */
  unit: string;
  tint: 'clay' | 'ochre' | 'river';
}

/** What the maps are called, in the order in which they are offered. */
export const LEVEL_MAPS: Readonly<Record<LevelMapName, LevelMap>> = {
  endCells: { label: 'Ends', title: 'Where runs end', unit: 'ends in a cell', tint: 'clay' },
  lossCells: { label: 'Losses', title: 'Where lives and health are lost', unit: 'times in a cell', tint: 'clay' },
  closeCells: { label: 'Close', title: 'Where it is close', unit: 'close calls in a cell', tint: 'ochre' },
  pressureCells: { label: 'Pressure', title: 'Where much presses', unit: 'of 1, the mean there', tint: 'ochre' },
  seenCells: { label: 'In sight', title: 'Where players are in sight', unit: '% of the time there', tint: 'ochre' },
  sightCells: { label: 'First seen', title: 'Where players are first seen', unit: 'runs in a cell', tint: 'ochre' },
  timeSpent: { label: 'Time', title: 'Where time is spent', unit: 's a run in a cell', tint: 'river' },
  waiting: { label: 'Waits', title: 'Where players wait', unit: 's a run in a cell', tint: 'river' },
};

/** The cells of a map, of a level of so many columns; of those in which something happened only. */
export function cellsOfMap(map: LevelMapName, summary: Summary, columns: number): readonly CellCount[] {
  const at = (cell: number, count: number, decimals: number) => ({
    column: cell % columns,
    row: Math.floor(cell / columns),
    count: Number(count.toFixed(decimals)),
  });
  switch (map) {
    case 'timeSpent':
    case 'waiting':
      return summary[map].map(({ cell, seconds }) => at(cell, seconds, 2));
    case 'pressureCells':
      return summary[map].map(({ cell, value }) => at(cell, value, 2));
    case 'seenCells':
      return summary[map].map(({ cell, value }) => at(cell, 100 * value, 0));
    default:
      return summary[map];
  }
}

/** All maps of a summary. */
export function mapsOf(summary: Summary): Pick<Summary, LevelMapName> {
  return Object.fromEntries(LEVEL_MAP_NAMES.map((name) => [name, summary[name]])) as Pick<Summary, LevelMapName>;
}
