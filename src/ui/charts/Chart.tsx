'use client';

import type { ReactNode } from 'react';
import { ResponsiveContainer } from 'recharts';
import css from './charts.module.css';

/** How all charts write their axes, leave their margins and show what lies under the pointer. */
export const TICK = { fontSize: 11, fill: 'var(--dim)', fontFamily: 'JetBrains Mono Variable' };
export const MARGIN = { top: 6, right: 26, bottom: 0, left: -14 };
export const TOOLTIP = {
  background: 'var(--paper)',
  border: '1px solid var(--layer)',
  borderRadius: 6,
  fontSize: 12,
  color: 'var(--ink)',
};

interface ChartProps {
  title: string;
  note: ReactNode;
  height: number;
  children: ReactNode;
}

/** A chart with what it shows above it. */
export function Chart({ title, note, height, children }: ChartProps) {
  return (
    <figure className={css.chart} aria-label={title}>
      <figcaption className={css.head}>
        <span className="heading">{title}</span> <span className="quiet">{note}</span>
      </figcaption>
      <ResponsiveContainer width="100%" height={height}>
        {children}
      </ResponsiveContainer>
    </figure>
  );
}

/** A colour of a chart with what it stands for. */
export function Key({ colour, children }: { colour: string; children: ReactNode }) {
  return (
    <span className="one-line">
      <span className={css.key} style={{ background: colour }} />
      {children}
    </span>
  );
}

/** An axis of seconds from 0 to the end, with round times on it. */
export function timeAxis(end: number) {
  return {
    dataKey: 'seconds',
    type: 'number' as const,
    domain: [0, end],
    ticks: timeTicks(end),
    tick: TICK,
    tickFormatter: seconds,
    stroke: 'var(--layer)',
  };
}

function timeTicks(end: number): number[] {
  const step = [1, 2, 5, 10, 20, 30, 60, 120, 300, 600].find((candidate) => end / candidate <= 8) ?? 1200;
  return Array.from({ length: Math.floor(end / step) + 1 }, (_, index) => index * step);
}

export function seconds(value: unknown): string {
  return `${Number(Number(value).toFixed(1))} s`;
}
