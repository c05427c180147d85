'use client';

import { checkCourse, findEasierLevels, type GameDocument } from '@/core/index';
import type { BatchInfo } from '@/server/contracts/batches';
import { newestOf } from '../frame/batchWords';
import css from './course.module.css';

/** What is missing or out of order along the course. */
export function CourseFindings({ game, batches }: { game: GameDocument; batches: readonly BatchInfo[] }) {
  const results = game.levels.flatMap((level) => {
    const newest = newestOf(batches, level.id, ({ status }) => status === 'finished');
    if (!newest) return [];
    const { standInId, runsWon, runsDone } = newest.arm;
    return [{ levelId: level.id, name: level.name, standInId, won: runsWon, runs: runsDone }];
  });
  const missing = game.levels.filter(({ id }) => !results.some(({ levelId }) => levelId === id));
  const sentences = [
    ...checkCourse(game).map(({ message, hint }) => `${message} ${hint}`),
    ...findEasierLevels(results).map(({ message }) => message),
    ...(missing.length > 0 && missing.length < game.levels.length
      ? [`Not measured yet: ${missing.map(({ name }) => name).join(', ')}.`]
      : []),
  ];
  return (
    <section className={css.findings} aria-label="Findings along the course">
      {sentences.length === 0 ? (
        <p className="quiet flush">
          {results.length > 1
            ? 'Every level is reached, the course comes to an end, and no level is easier than the one before it.'
            : 'Every level is reached and the course comes to an end.'}
        </p>
      ) : (
        sentences.map((sentence) => (
          <p key={sentence} className={`wary ${css.finding}`}>
            {sentence}
          </p>
        ))
      )}
    </section>
  );
}
