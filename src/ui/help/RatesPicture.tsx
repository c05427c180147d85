import css from './help.module.css';
import type { RatesBlock } from './ratesBlock';

/** A bar for each value, as long as the level is cleared, with its interval as a whisker; the numbers stand beside it. */
export function RatesPicture({ levelId, number, unit, rows }: RatesBlock) {
  return (
    <figure className={css.rates}>
      <figcaption>
        <code>{number}</code> in {unit}; cleared by casual players in <code>{levelId}</code>
      </figcaption>
      {rows.map(({ value, rate, low, high }) => (
        <div key={value} className={css.rate}>
          <span className={css.value}>
            {value} {unit}
          </span>
          <span className={css.bar} aria-hidden="true">
            <span className={css.share} style={{ width: `${rate}%` }} />
            <span className={css.interval} style={{ left: `${low}%`, width: `${high - low}%` }} />
          </span>
          <span>
            {rate} %{' '}
            <span className="quiet">
              ({low}–{high} %)
            </span>
          </span>
        </div>
      ))}
    </figure>
  );
}
