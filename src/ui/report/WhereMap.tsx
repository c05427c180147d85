'use client';

import { SegmentedControl } from '@mantine/core';
import { useState } from 'react';
import type { LevelSheet, Summary } from '@/core/index';
import { cellsOfMap, LEVEL_MAPS, type LevelMapName } from '../frame/levelMaps';
import { CellMap } from '../frame/CellMap';
import css from './report.module.css';

/** The level with one of its maps over it: where runs end, where it is lost and seen, where time is spent and waited. */
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
  const [map, setMap] = useState<LevelMapName>('endCells');
  const { title, unit, tint } = LEVEL_MAPS[map];
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
          data={Object.entries(LEVEL_MAPS).map(([value, { label }]) => ({ value, label }))}
          onChange={(value) => setMap(value as LevelMapName)}
        />
      </div>
      <CellMap
        ground={sheet}
        cells={cellsOfMap(map, summary, sheet.map[0].length)}
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
