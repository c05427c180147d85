'use client';

import { Area, ComposedChart, Line, ReferenceArea, ReferenceLine, Tooltip, XAxis, YAxis } from 'recharts';
import { BRIEF_RULES, type BriefLine, type BriefMeasure, type SweptPoint } from '@/core/index';
import { Chart, Key, MARGIN, TICK, TOOLTIP } from '../charts/Chart';
import { figureAt, stretchesWhere } from './sweepFigures';

/** Colours of who plays, from the least to the most able. */
const COLOURS = ['var(--clay)', 'var(--ochre-line)', 'var(--river)', 'var(--ink)', 'var(--moss)', 'var(--dim)'];

export function colourOfStandIn(index: number): string {
  return COLOURS[index % COLOURS.length];
}

interface SweepChartProps {
  name: string;
  unit: string;
  now: number | undefined;
  points: readonly SweptPoint[];
  standIns: readonly { id: string; name: string }[];
  measure: BriefMeasure;
  brief: readonly BriefLine[];
  /** What the values are called, where they are no numbers. */
  labels?: readonly string[];
}

/** What each comes to over the values of a number: lines with their intervals, the band that is meant, and where the brief holds. */
export function SweepChart({ name, unit, now, points, standIns, measure, brief, labels }: SweepChartProps) {
  const rule = BRIEF_RULES[measure];
  const data = points.map((point) => ({
    at: point.values[0],
    ...Object.fromEntries(
      standIns.flatMap(({ id }) => {
        const figure = figureAt(point, id, measure);
        return figure
          ? [
              [id, figure.value],
              [`${id} band`, [figure.low, figure.high]],
            ]
          : [];
      }),
    ),
  }));
  const values = points.map((point) => point.values[0]);
  const meant = brief.filter((line) => line.measure === measure);
  const ends = { isAnimationActive: false, connectNulls: true } as const;
  const note = (
    <>
      {standIns.map((one, index) => (
        <Key key={one.id} colour={colourOfStandIn(index)}>
          {one.name}{' '}
        </Key>
      ))}
    </>
  );
  return (
    <Chart title={`${rule.name} over ${name}`} note={note} height={270}>
      <ComposedChart data={data} margin={{ ...MARGIN, bottom: 14 }}>
        <XAxis
          dataKey="at"
          type="number"
          domain={['dataMin', 'dataMax']}
          ticks={values}
          tickFormatter={(at: number) => labels?.[at] ?? String(at)}
          tick={TICK}
          stroke="var(--layer)"
          label={{ value: unit, position: 'insideBottomRight', offset: -8, fontSize: 11, fill: 'var(--dim)' }}
        />
        <YAxis
          tick={TICK}
          stroke="var(--layer)"
          width={62}
          domain={rule.unit === '%' ? [0, 100] : [0, 'auto']}
          unit={rule.unit === 'a run' ? '' : ` ${rule.unit}`}
        />
        {stretchesWhere(values, (index) => points[index].brief === 'may hold').map(([from, to]) => (
          <ReferenceArea key={`may ${from}`} x1={from} x2={to} fill="var(--moss)" fillOpacity={0.08} />
        ))}
        {stretchesWhere(values, (index) => points[index].brief === 'holds').map(([from, to]) => (
          <ReferenceArea
            key={`holds ${from}`}
            x1={from}
            x2={to}
            fill="var(--moss)"
            fillOpacity={0.24}
            label={{ value: 'brief holds', position: 'insideBottom', fontSize: 11, fill: 'var(--moss)' }}
          />
        ))}
        {meant.map(({ standIn, least, most }, index) => (
          <ReferenceArea
            key={`band ${index}`}
            y1={least ?? 0}
            y2={most ?? (rule.unit === '%' ? 100 : rule.most)}
            fill={colourOfStandIn(standIns.findIndex(({ id }) => id === standIn))}
            fillOpacity={0.1}
            ifOverflow="hidden"
          />
        ))}
        {now !== undefined && (
          <ReferenceLine
            x={now}
            stroke="var(--dim)"
            strokeDasharray="3 3"
            ifOverflow="hidden"
            label={{ value: `now ${now}`, position: 'insideTopLeft', fontSize: 11, fill: 'var(--dim)' }}
          />
        )}
        {standIns.map(({ id }, index) => (
          <Area
            key={`${id} band`}
            dataKey={`${id} band`}
            stroke="none"
            fill={colourOfStandIn(index)}
            fillOpacity={0.15}
            tooltipType="none"
            {...ends}
          />
        ))}
        {standIns.map((one, index) => (
          <Line
            key={one.id}
            dataKey={one.id}
            name={one.name}
            stroke={colourOfStandIn(index)}
            strokeWidth={1.8}
            dot={{ r: 2.5 }}
            {...ends}
          />
        ))}
        <Tooltip
          contentStyle={TOOLTIP}
          labelFormatter={(at) => labels?.[Number(at)] ?? `${name} ${String(at)} ${unit}`}
          formatter={(value) => `${Number(value).toFixed(rule.unit === '%' ? 0 : 1)} ${rule.unit}`}
        />
      </ComposedChart>
    </Chart>
  );
}
