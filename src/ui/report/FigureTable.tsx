'use client';

import { figuresOf, type Summary } from '@/core/index';
import styles from './report.module.css';

/** Every measure that is one figure, with unit and interval; what it says stands on hover and on focus. */
export function FigureTable({ summary }: { summary: Summary }) {
  return (
    <table className={`rows ${styles.figures}`} aria-label="Figures" data-testid="figures">
      <tbody>
        {figuresOf(summary).map(({ id, name, text, about }) => (
          <tr key={id} title={about}>
            <th scope="row">{name}</th>
            <td className="number">
              {text.split('; ').map((part, index) => (
                <div key={part} className={index > 0 ? 'quiet small' : undefined}>
                  {part}
                </div>
              ))}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
