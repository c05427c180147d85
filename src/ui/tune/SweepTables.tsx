'use client';

import { BRIEF_RULES, type BriefMeasure, type SweptPoint } from '@/core/index';
import { figureAt, sayFigure } from './sweepFigures';
import css from './tune.module.css';

const VERDICT_CLASSES = {
  holds: 'good',
  'may hold': 'wary',
  'does not hold': 'bad',
  'says nothing': 'quiet',
} as const;

interface ValueTableProps {
  unit: string;
  now: number | undefined;
  points: readonly SweptPoint[];
  standIns: readonly { id: string; name: string }[];
  measure: BriefMeasure;
  onTake: (values: number[]) => void;
}

/** Every value with what each comes to there, to be read and taken. */
export function ValueTable({ unit, now, points, standIns, measure, onTake }: ValueTableProps) {
  return (
    <table className={css.table} data-testid="sweep-table">
      <thead>
        <tr>
          <th>{unit || 'value'}</th>
          {standIns.map(({ id, name }) => (
            <th key={id}>{name}</th>
          ))}
          <th>brief</th>
          <td />
        </tr>
      </thead>
      <tbody>
        {points.map((point) => (
          <tr key={point.values[0]} data-now={point.values[0] === now || undefined}>
            <td className="mono">{point.values[0]}</td>
            {standIns.map(({ id }) => (
              <td key={id} className="mono">
                {sayFigure(figureAt(point, id, measure), measure)}
              </td>
            ))}
            <td className={VERDICT_CLASSES[point.brief]}>{point.brief === 'says nothing' ? '–' : point.brief}</td>
            <td>
              <button
                type="button"
                className="act"
                aria-label={`Take ${point.values[0]}`}
                disabled={point.values[0] === now}
                onClick={() => onTake(point.values)}
              >
                {point.values[0] === now ? 'now' : 'Take'}
              </button>
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

interface HeatTableProps {
  names: readonly string[];
  points: readonly SweptPoint[];
  standIn: { id: string; name: string };
  measure: BriefMeasure;
  onTake: (values: number[]) => void;
}

/** Two numbers over each other: what one player comes to at each pair, framed where the brief of all holds. */
export function HeatTable({ names, points, standIn, measure, onTake }: HeatTableProps) {
  const across = [...new Set(points.map(({ values }) => values[0]))];
  const up = [...new Set(points.map(({ values }) => values[1]))].reverse();
  const figures = points.map((point) => figureAt(point, standIn.id, measure)?.value ?? 0);
  const most = measure === 'clears' || measure === 'pressed' ? 100 : Math.max(1e-9, ...figures);
  const pointAt = (x: number, y: number) => points.find(({ values }) => values[0] === x && values[1] === y);
  return (
    <table className={css.heat} data-testid="heat-table" aria-label={`${BRIEF_RULES[measure].name} of ${standIn.name}`}>
      <tbody>
        {up.map((y) => (
          <tr key={y}>
            <th scope="row" className="mono">
              {y}
            </th>
            {across.map((x) => {
              const point = pointAt(x, y);
              const figure = point && figureAt(point, standIn.id, measure);
              const says = `${names[0]} ${x}, ${names[1]} ${y}: ${sayFigure(figure, measure)}${point && point.brief !== 'says nothing' ? `; the brief ${point.brief}` : ''}`;
              const share = figure ? Math.min(1, figure.value / most) : 0;
              return (
                <td key={x}>
                  <button
                    type="button"
                    className={`tinted ${css.cell}`}
                    data-brief={point?.brief}
                    title={`${says}. A click takes both.`}
                    aria-label={says}
                    disabled={!point}
                    style={{
                      background: `color-mix(in srgb, var(--river) ${Math.round(8 + 52 * share)}%, var(--paper))`,
                    }}
                    onClick={() => point && onTake(point.values)}
                  >
                    {figure ? figure.value.toFixed(BRIEF_RULES[measure].step < 1 ? 1 : 0) : ''}
                  </button>
                </td>
              );
            })}
          </tr>
        ))}
        <tr>
          <th className="quiet">{names[1]} ↑</th>
          {across.map((x) => (
            <th key={x} scope="col" className="mono">
              {x}
            </th>
          ))}
        </tr>
        <tr>
          <td />
          <td className="quiet" colSpan={across.length}>
            {names[0]} →
          </td>
        </tr>
      </tbody>
    </table>
  );
}
