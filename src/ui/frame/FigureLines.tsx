/** Figures one below the other: what it is, its value with unit, and what it means when the pointer rests on it. */
export function FigureLines({ lines }: { lines: readonly (readonly [label: string, value: string, title: string])[] }) {
  return lines.map(([label, value, title]) => (
    <div key={label} title={title} style={{ display: 'flex', justifyContent: 'space-between', gap: 8, marginTop: 2 }}>
      <span className="quiet">{label}</span>
      <span className="mono" style={{ whiteSpace: 'nowrap' }}>
        {value}
      </span>
    </div>
  ));
}
