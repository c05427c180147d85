import css from './frame.module.css';
/** Figures one below the other: what it is, its value with unit, and what it means when the pointer rests on it. */
export function FigureLines({ lines }: { lines: readonly (readonly [label: string, value: string, title: string])[] }) {
  return lines.map(([label, value, title]) => (
    <div className={css.figureLine} key={label} title={title}>
      <span className="quiet">{label}</span>
      <span className="mono one-line">{value}</span>
    </div>
  ));
}
