'use client';

import { useRef, type ReactNode, type RefObject } from 'react';
import { ResponsiveContainer } from 'recharts';
import { saveBlob } from '../frame/saveText';
import { chartFileOf, fileNameOf, pngOf } from './chartFile';
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
  const figure = useRef<HTMLElement>(null);
  return (
    <figure className={css.chart} aria-label={title} ref={figure}>
      <figcaption className={css.head}>
        <span className="heading">{title}</span> <span className="quiet">{note}</span>
        <SaveChart title={title} figure={figure} />
      </figcaption>
      <ResponsiveContainer width="100%" height={height}>
        {children}
      </ResponsiveContainer>
    </figure>
  );
}

/** Saves the chart as a picture of points or of lines. */
function SaveChart({ title, figure }: { title: string; figure: RefObject<HTMLElement | null> }) {
  const save = async (isPng: boolean) => {
    const drawing = figure.current?.querySelector('svg');
    if (!drawing) return;
    const styles = getComputedStyle(document.documentElement);
    const file = chartFileOf(drawing, (name) => styles.getPropertyValue(name));
    const blob = isPng ? await pngOf(file) : new Blob([file.svg], { type: 'image/svg+xml' });
    saveBlob(`${fileNameOf(title)}.${isPng ? 'png' : 'svg'}`, blob);
  };
  return (
    <span className={css.save}>
      <button type="button" className="act tiny" aria-label={`${title} as SVG`} onClick={() => void save(false)}>
        SVG
      </button>
      <button type="button" className="act tiny" aria-label={`${title} as PNG`} onClick={() => void save(true)}>
        PNG
      </button>
    </span>
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

/** An axis of seconds from 0 to the end, with so many round times on it at the most. */
export function timeAxis(end: number, most = 8) {
  return {
    dataKey: 'seconds',
    type: 'number' as const,
    domain: [0, end],
    ticks: timeTicks(end, most),
    tick: TICK,
    tickFormatter: seconds,
    stroke: 'var(--layer)',
  };
}

function timeTicks(end: number, most: number): number[] {
  const step = [1, 2, 5, 10, 20, 30, 60, 120, 300, 600].find((candidate) => end / candidate <= most) ?? 1200;
  return Array.from({ length: Math.floor(end / step) + 1 }, (_, index) => index * step);
}

export function seconds(value: unknown): string {
  return `${Number(Number(value).toFixed(1))} s`;
}
