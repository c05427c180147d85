'use client';

import { NativeSelect, RangeSlider } from '@mantine/core';
import { useState } from 'react';
import type { Summary } from '@/core/index';
import type { ReportReply, RunFilter } from '@/server/contracts/batches';
import { cellsOfMap, LEVEL_MAP_NAMES, LEVEL_MAPS, type LevelMapName } from '../frame/levelMaps';
import { CellMap } from '../frame/CellMap';
import { faultOf } from '../requests/api';
import css from './report.module.css';
import type { ReportPlace } from './reportAddress';
import { useWatchedGround } from './useWatchedGround';
import { WATCHED_RUNS } from './watchedGround';

interface WhereMapProps {
  report: ReportReply;
  filter: RunFilter;
  summary: Summary;
  /** Of which runs it is, where not of all. */
  ofWhich: string | undefined;
  /** When the last run ended, s. */
  end: number;
  during: ReportPlace['during'];
  onDuring: (during: ReportPlace['during']) => void;
}

/** The level with one of its maps over it: where runs end, where it is lost, close, seen, where time is spent and waited. */
export function WhereMap({ report, filter, summary, ofWhich, end, during, onDuring }: WhereMapProps) {
  const { sheet } = report;
  const [map, setMap] = useState<LevelMapName | 'watched'>('endCells');
  const watched = useWatchedGround(report, filter, map === 'watched');
  const { title, unit, tint } = map === 'watched' ? WATCHED : LEVEL_MAPS[map];
  const cells = map === 'watched' ? (watched.data ?? []) : cellsOfMap(map, summary, sheet.map[0].length);
  // Where time is spent is known of every run that was made since it is counted.
  const isKept = map === 'endCells' || map === 'watched' || summary.timeSpent.length > 0;
  return (
    <>
      <div className={css.mapHead}>
        <h2 className="heading rest">Where</h2>
        <NativeSelect
          size="xs"
          aria-label="Which map"
          className={css.mapChoice}
          value={map}
          data={[
            ...LEVEL_MAP_NAMES.map((value) => ({ value, label: LEVEL_MAPS[value].title })),
            { value: 'watched', label: WATCHED.title },
          ]}
          onChange={(event) => setMap(event.currentTarget.value as LevelMapName | 'watched')}
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
        {map === 'watched'
          ? sayWatched(watched)
          : !isKept
            ? 'These runs were made before this was counted; a new batch has it.'
            : cells.length === 0
              ? 'Nothing of the kind happens in these runs.'
              : (ofWhich ?? `Of all ${summary.runs} runs.`)}
      </p>
      {map !== 'endCells' && map !== 'watched' && <During end={Math.ceil(end)} during={during} onDuring={onDuring} />}
    </>
  );
}

const WATCHED = { title: 'Which ground is watched', unit: '% of the time', tint: 'ochre' } as const;

function sayWatched({ data, error }: ReturnType<typeof useWatchedGround>): string {
  if (error) return `These runs could not be played again: ${faultOf(error).message}`;
  if (!data) return `Playing ${WATCHED_RUNS} runs again …`;
  return data.length === 0
    ? 'Nobody watches any ground in these runs.'
    : `Of the first ${WATCHED_RUNS} of these runs, played again.`;
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
