'use client';

import { Bar, BarChart, Cell, ResponsiveContainer, Tooltip, XAxis, YAxis } from 'recharts';
import { TICK, TOOLTIP } from './Chart';

export interface SmallBar {
  /** Where it stands, in the unit of the axis below. */
  at: number;
  value: number;
  colour: string;
  /** What it says under the pointer. */
  says: string;
}

interface SmallBarsProps {
  label: string;
  height: number;
  bars: readonly SmallBar[];
  /** Places on the axis below that are written, and how. */
  ticks: readonly number[];
  sayTick: (at: number) => string;
}

/** A few bars for the side of a view. */
export function SmallBars({ label, height, bars, ticks, sayTick }: SmallBarsProps) {
  return (
    <div role="img" aria-label={`${label}: ${bars.map(({ says }) => says).join('; ')}`}>
      <ResponsiveContainer width="100%" height={height}>
        <BarChart data={[...bars]} margin={{ top: 4, right: 0, bottom: 0, left: 0 }} barCategoryGap={1}>
          <XAxis
            dataKey="at"
            tick={TICK}
            ticks={[...ticks]}
            tickFormatter={sayTick}
            interval={0}
            tickLine={false}
            height={18}
            stroke="var(--layer)"
          />
          <YAxis hide allowDecimals={false} />
          <Tooltip
            contentStyle={TOOLTIP}
            cursor={{ fill: 'var(--layer)', opacity: 0.4 }}
            content={({ payload }) => {
              const bar = payload[0]?.payload as SmallBar | undefined;
              return bar ? <div style={{ ...TOOLTIP, padding: '3px 7px' }}>{bar.says}</div> : null;
            }}
          />
          <Bar dataKey="value" maxBarSize={22} isAnimationActive={false}>
            {bars.map(({ at, colour }) => (
              <Cell key={at} fill={colour} />
            ))}
          </Bar>
        </BarChart>
      </ResponsiveContainer>
    </div>
  );
}
