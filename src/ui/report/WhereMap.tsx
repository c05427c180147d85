'use client';

import { SegmentedControl } from '@mantine/core';
import { useState } from 'react';
import type { CellCount, LevelSheet, Summary } from '@/core/index';
import { CellMap } from '../frame/CellMap';
import css from './report.module.css';

type MapName = 'endCells' | 'timeSpent' | 'waiting';

const MAPS: Record<MapName, { label: string; title: string; unit: string; tint: 'clay' | 'river' }> = {
  endCells: { label: 'Ends', title: 'Where runs end', unit: 'ends in a cell', tint: 'clay' },
  timeSpent: { label: 'Time', title: 'Where time is spent', unit: 's a run in a cell', tint: 'river' },
  waiting: {
    label: 'Waits',
    title: 'Where players wait',
    unit: 's a run in a cell',
    tint: 'river',
  },
};

/** The level with one of its maps over it: where runs end, where time is spent, where players wait. */
export function WhereMap({
  summary,
  sheet,
  isNarrowed,
}: {
  summary: Summary;
  sheet: LevelSheet;
  /** Whether a filter leaves only some of the runs; single runs tell where they ended, and not where they were. */
  isNarrowed: boolean;
}) {
  const [map, setMap] = useState<MapName>('endCells');
  const { title, unit, tint } = MAPS[map];
  return (
    <>
      <div className={css.mapHead}>
        <h2 className="heading rest">
          {title}
          {isNarrowed && map !== 'endCells' ? ', all runs' : ''}
        </h2>
        <SegmentedControl
          size="xs"
          aria-label="Which map"
          value={map}
          data={Object.entries(MAPS).map(([value, { label }]) => ({ value, label }))}
          onChange={(value) => setMap(value as MapName)}
        />
      </div>
      <CellMap
        ground={sheet}
        cells={cellsOf(map, summary, sheet.map[0].length)}
        width={368}
        tint={tint}
        goals={sheet.goals}
        label={title}
        unit={unit}
        testId={map === 'endCells' ? 'end-map' : 'time-map'}
      />
    </>
  );
}

function cellsOf(map: MapName, summary: Summary, columns: number): readonly CellCount[] {
  if (map === 'endCells') return summary.endCells;
  return summary[map].map(({ cell, seconds }) => ({
    column: cell % columns,
    row: Math.floor(cell / columns),
    count: Number(seconds.toFixed(2)),
  }));
}
