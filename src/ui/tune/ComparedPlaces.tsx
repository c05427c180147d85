'use client';

import { NativeSelect } from '@mantine/core';
import { useMemo, useState } from 'react';
import { CartesianGrid, Line, LineChart, XAxis, YAxis } from 'recharts';
import {
  sheetOfLevel,
  standInName,
  summaryOf,
  type CellCount,
  type ComparedStandIn,
  type GameDocument,
  type LevelSheet,
  type Summary,
} from '@/core/index';
import { Chart, Key, MARGIN, TICK, timeAxis } from '../charts/Chart';
import { CellMap } from '../frame/CellMap';
import { cellsOfMap, LEVEL_MAP_NAMES, LEVEL_MAPS, type LevelMapName } from '../frame/levelMaps';
import css from './tune.module.css';

/** Three stand beside each other. */
const MAP_WIDTH = 204;
/** Fewer samples than this say too little to draw. */
const LEAST_SAMPLES = 30;

interface ComparedPlacesProps {
  before: GameDocument;
  after: GameDocument;
  levelId: string;
  standIns: readonly ComparedStandIn[];
}

/** Where things happen in both versions, side by side and one less the other, and how pressure goes in both. */
export function ComparedPlaces({ before, after, levelId, standIns }: ComparedPlacesProps) {
  const [standIn, setStandIn] = useState('casual');
  const one = standIns.find((own) => own.standIn === standIn) ?? standIns[0];
  const sides = useMemo(
    () =>
      [before, after].map((game, side) => {
        const sheet = sheetOfLevel(game, levelId, one.standIn);
        return sheet && { sheet, summary: summaryOf(one.sums[side], sheet) };
      }),
    [before, after, levelId, one],
  );
  const [then, now] = sides;
  if (!then || !now) return null;
  return (
    <section aria-label="Where and when they differ" className={css.places}>
      <div className={css.head}>
        <h3 className="heading">Where and when</h3>
        <NativeSelect
          size="xs"
          aria-label="Whose runs"
          value={one.standIn}
          data={standIns.map((own) => ({ value: own.standIn, label: standInName(after, own.standIn) }))}
          onChange={(event) => setStandIn(event.currentTarget.value)}
        />
      </div>
      <Maps then={then} now={now} />
      <BothTempos then={then.summary} now={now.summary} />
    </section>
  );
}

interface Side {
  sheet: LevelSheet;
  summary: Summary;
}

function Maps({ then, now }: { then: Side; now: Side }) {
  const [map, setMap] = useState<LevelMapName>('endCells');
  const { title, unit, tint } = LEVEL_MAPS[map];
  const [before, after] = [then, now].map(({ sheet, summary }) => cellsOfMap(map, summary, sheet.map[0].length));
  const most = [...before, ...after].reduce((highest, { count }) => Math.max(highest, count), 0);
  const isSameSize =
    then.sheet.map.length === now.sheet.map.length && then.sheet.map[0].length === now.sheet.map[0].length;
  const shared = { width: MAP_WIDTH, unit, tint };
  const ground = (side: Side) => ({ ground: side.sheet, goals: side.sheet.goals });
  return (
    <>
      <NativeSelect
        size="xs"
        aria-label="Which map"
        className={css.mapChoice}
        value={map}
        data={LEVEL_MAP_NAMES.map((value) => ({ value, label: LEVEL_MAPS[value].title }))}
        onChange={(event) => setMap(event.currentTarget.value as LevelMapName)}
      />
      <div className={css.maps}>
        <div>
          <div className="quiet small">before</div>
          <CellMap
            {...shared}
            {...ground(then)}
            cells={before}
            most={most}
            label={`${title}, before`}
            testId="map-then"
          />
        </div>
        <div>
          <div className="quiet small">draft</div>
          <CellMap {...shared} {...ground(now)} cells={after} most={most} label={`${title}, draft`} testId="map-now" />
        </div>
        <div>
          <div className="quiet small">draft less before</div>
          {isSameSize ? (
            <CellMap
              {...shared}
              {...ground(now)}
              tint="river"
              cells={lessOf(after, before)}
              less={lessOf(before, after)}
              label={`${title}, draft less before`}
              testId="map-difference"
            />
          ) : (
            <p className="quiet">The levels are not of one size.</p>
          )}
        </div>
      </div>
    </>
  );
}

/** The cells in which one map has more than another, with how much more. */
function lessOf(cells: readonly CellCount[], others: readonly CellCount[]): CellCount[] {
  const key = ({ column, row }: CellCount) => `${column} ${row}`;
  const counts = new Map(others.map((cell) => [key(cell), cell.count]));
  return cells.flatMap((cell) => {
    const count = Number((cell.count - (counts.get(key(cell)) ?? 0)).toFixed(2));
    return count > 0 ? [{ ...cell, count }] : [];
  });
}

/** The median of pressure over the time of runs, of both laid over each other. */
function BothTempos({ then, now }: { then: Summary; now: Summary }) {
  const medians = (summary: Summary) =>
    new Map(
      summary.pacing.filter(({ samples }) => samples >= LEAST_SAMPLES).map(({ seconds, median }) => [seconds, median]),
    );
  const [before, after] = [medians(then), medians(now)];
  const times = [...new Set([...before.keys(), ...after.keys()])].sort((a, b) => a - b);
  if (times.length === 0) return null;
  return (
    <Chart
      title="Tempo"
      note={
        <>
          pressure from 0 to 1, the median of runs: <Key colour="var(--dim)">before</Key>,{' '}
          <Key colour="var(--river)">draft</Key>
        </>
      }
      height={110}
    >
      <LineChart
        data={times.map((seconds) => ({ seconds, before: before.get(seconds), after: after.get(seconds) }))}
        margin={MARGIN}
      >
        <CartesianGrid vertical={false} stroke="var(--layer)" />
        <XAxis {...timeAxis(times[times.length - 1])} />
        <YAxis domain={[0, 1]} ticks={[0, 0.5, 1]} tick={TICK} stroke="var(--layer)" />
        <Line
          dataKey="before"
          stroke="var(--dim)"
          strokeDasharray="4 3"
          strokeWidth={1.5}
          dot={false}
          isAnimationActive={false}
        />
        <Line dataKey="after" stroke="var(--river)" strokeWidth={1.5} dot={false} isAnimationActive={false} />
      </LineChart>
    </Chart>
  );
}
