'use client';

import { NativeSelect, RangeSlider } from '@mantine/core';
import { useState } from 'react';
import type { LevelSheet, Summary } from '@/core/index';
import { cellsOfMap, LEVEL_MAP_NAMES, LEVEL_MAPS, type LevelMapName } from '../frame/levelMaps';
import { CellMap } from '../frame/CellMap';
import css from './report.module.css';
import type { ReportPlace } from './reportAddress';

interface WhereMapProps {
  summary: Summary;
  sheet: LevelSheet;
  /** Of which runs it is, where not of all. */
  ofWhich: string | undefined;
  /** When the last run ended, s. */
  end: number;
  during: ReportPlace['during'];
  onDuring: (during: ReportPlace['during']) => void;
}

/** The level with one of its maps over it: where runs end, where it is lost, close, seen, where time is spent and waited. */
export function WhereMap({ summary, sheet, ofWhich, end, during, onDuring }: WhereMapProps) {
  const [map, setMap] = useState<LevelMapName>('endCells');
  const { title, unit, tint } = LEVEL_MAPS[map];
  const cells = cellsOfMap(map, summary, sheet.map[0].length);
  // Where time is spent is known of every run that was made since it is counted.
  const isKept = map === 'endCells' || summary.timeSpent.length > 0;
  return (
    <>
      <div className={css.mapHead}>
        <h2 className="heading rest">Where</h2>
        <NativeSelect
          size="xs"
          aria-label="Which map"
          className={css.mapChoice}
          value={map}
          data={LEVEL_MAP_NAMES.map((value) => ({ value, label: LEVEL_MAPS[value].title }))}
          onChange={(event) => setMap(event.currentTarget.value as LevelMapName)}
        />
      </div>
      <CellMap
        ground={sheet}
        cells={cells}
        width={368}
        tint={tint}
        goals={sheet.goals}
        label={title}
        unit={unit}
        testId={map === 'endCells' ? 'end-map' : 'time-map'}
      />
      <p className={`quiet ${css.mapNote}`}>
        {!isKept
          ? 'These runs were made before this was counted; a new batch has it.'
          : cells.length === 0
            ? 'Nothing of the kind happens in these runs.'
            : (ofWhich ?? `Of all ${summary.runs} runs.`)}
      </p>
      {map !== 'endCells' && <During end={Math.ceil(end)} during={during} onDuring={onDuring} />}
    </>
  );
}

/** Of which seconds of the runs the map is made. */
function During({ end, during, onDuring }: Pick<WhereMapProps, 'end' | 'during' | 'onDuring'>) {
  const whole: [number, number] = [0, end];
  const [shown, setShown] = useState<[number, number]>(during ? [...during] : whole);
  return (
    <div className={css.during}>
      <span className="quiet">
        seconds {shown[0]} to {shown[1]}
      </span>
      <RangeSlider
        size="sm"
        className={css.duringSlider}
        thumbFromLabel="Map from second"
        thumbToLabel="Map until second"
        min={0}
        max={end}
        minRange={1}
        label={(second) => `${second} s`}
        value={shown}
        onChange={setShown}
        onChangeEnd={([from, to]) => onDuring(from === 0 && to === end ? undefined : [from, to])}
      />
    </div>
  );
}
