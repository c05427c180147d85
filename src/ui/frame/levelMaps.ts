import type { CellCount, Summary } from '@/core/index';

/** What of many runs can be laid over a level. */
export type LevelMapName = 'endCells' | 'lossCells' | 'sightCells' | 'timeSpent' | 'waiting';

interface LevelMap {
  label: string;
  title: string;
  unit: string;
  tint: 'clay' | 'ochre' | 'river';
}

/** The maps in the order in which they are offered; with a short word, a title and the unit of the darkest cell. */
export const LEVEL_MAPS: Readonly<Record<LevelMapName, LevelMap>> = {
  endCells: { label: 'Ends', title: 'Where runs end', unit: 'ends in a cell', tint: 'clay' },
  lossCells: { label: 'Losses', title: 'Where lives and health are lost', unit: 'times in a cell', tint: 'clay' },
  sightCells: { label: 'Seen', title: 'Where players are first seen', unit: 'runs in a cell', tint: 'ochre' },
  timeSpent: { label: 'Time', title: 'Where time is spent', unit: 's a run in a cell', tint: 'river' },
  waiting: { label: 'Waits', title: 'Where players wait', unit: 's a run in a cell', tint: 'river' },
};

/** The cells of a map, of a level of so many columns; of those in which something happened only. */
export function cellsOfMap(map: LevelMapName, summary: Summary, columns: number): readonly CellCount[] {
  if (map !== 'timeSpent' && map !== 'waiting') return summary[map];
  return summary[map].map(({ cell, seconds }) => ({
    column: cell % columns,
    row: Math.floor(cell / columns),
    count: Number(seconds.toFixed(2)),
  }));
}
