'use client';

import { READING_SIZES } from '../editor/readingSize';
import { useDesk, useFollowed } from './DeskContext';
import css from './desk.module.css';

/** On which seeds the numbers rest, and how many. Who tunes to the same ones for long should look at others. */
export function SeedsChoice() {
  const { reading } = useDesk();
  const seedsFrom = useFollowed(reading, (state) => state.seedsFrom);
  const size = useFollowed(reading, (state) => state.size);
  return (
    <span className="quiet small">
      <select
        className={css.size}
        aria-label="Runs of a reading"
        title="On how many runs the numbers rest: four times as many halve the interval"
        value={size.id}
        onChange={({ target }) => {
          const chosen = READING_SIZES.find(({ id }) => id === target.value);
          if (chosen) reading.resize(chosen, window.localStorage);
        }}
      >
        {READING_SIZES.map(({ id, runs }) => (
          <option key={id} value={id}>
            {runs.toLocaleString('en')} runs
          </option>
        ))}
      </select>{' '}
      from seed {seedsFrom + 1}{' '}
      <button
        type="button"
        className="act"
        title="Runs on seeds that nothing was tuned to"
        onClick={() => reading.useSeeds('fresh')}
      >
        Fresh
      </button>{' '}
      {seedsFrom > 0 && (
        <button type="button" className="act" onClick={() => reading.useSeeds('usual')}>
          Usual
        </button>
      )}
    </span>
  );
}
