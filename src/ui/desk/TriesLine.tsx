'use client';

import { Progress } from '@mantine/core';
import { describeFirstClears, MOST_TRIES, needsTries, standInName, type TriesTaken } from '@/core/index';
import { TRYING_PEOPLE } from '../editor/tryAgainController';
import css from './desk.module.css';
import { useDesk, useFollowed } from './DeskContext';

/** How many tries people need who keep in mind what they saw; asked for by a click. */
export function TriesLine() {
  const { triesAgain, session, reading } = useDesk();
  const { status, firstClears, done, all, failure } = useFollowed(triesAgain, (state) => state);
  const chosen = useFollowed(reading, (state) => state.standIn);
  const { game } = useFollowed(session, (state) => state);
  const ask = () => {
    const meant = (session.level.brief ?? []).filter(needsTries).map(({ standIn }) => standIn);
    void triesAgain.start(session.state.game, [...new Set([chosen, ...meant])]);
  };
  if (status === 'none')
    return (
      <button
        type="button"
        className="act"
        title={`Lets ${TRYING_PEOPLE} people try it until they clear it, ${MOST_TRIES} times at the most; they keep in mind what they saw`}
        onClick={ask}
      >
        How many tries does it take?
      </button>
    );
  return (
    <section className={css.proof} aria-label="Tries until it is cleared" data-testid="tries" data-status={status}>
      {status === 'running' && (
        <>
          <span className="quiet">
            People try until they clear it, {done} of {all}
          </span>{' '}
          <button type="button" className="act bad" onClick={() => triesAgain.cancel()}>
            Cancel
          </button>
          <Progress size="xs" value={(100 * done) / all} aria-label="People who have tried" />
        </>
      )}
      {status === 'failed' && <span className="bad">{failure}</span>}
      {Object.entries(firstClears).map(([standIn, own]) => (
        <Taken key={standIn} name={standInName(game, standIn)} taken={describeFirstClears(own, MOST_TRIES)} />
      ))}
      {(status === 'done' || status === 'cancelled') && (
        <button type="button" className="act" onClick={ask}>
          Again
        </button>
      )}
    </section>
  );
}

/** In words, and who has cleared it by each try as a row of bars. */
function Taken({ name, taken: { people, byThen, median } }: { name: string; taken: TriesTaken }) {
  const percent = (index: number) => Math.round(100 * byThen[index].value);
  return (
    <div className={css.tries}>
      <div>
        {name}: {sayMedian(median)}.{' '}
        <span className="quiet">
          {people} people; cleared by try 1 to {MOST_TRIES}:
        </span>
      </div>
      <div
        className={css.triesBars}
        role="img"
        aria-label={byThen.map((_, index) => `by try ${index + 1} ${percent(index)} %`).join(', ')}
      >
        {byThen.map(({ low, high }, index) => (
          <span
            key={index}
            title={`By try ${index + 1}: ${percent(index)} (${Math.round(100 * low)}–${Math.round(100 * high)}) % have cleared it`}
          >
            <i style={{ height: `${percent(index)}%` }} />
          </span>
        ))}
      </div>
      <div className={`quiet mono ${css.triesEnds}`}>
        <span>{percent(0)} %</span>
        <span>{percent(MOST_TRIES - 1)} %</span>
      </div>
    </div>
  );
}

function sayMedian(median: TriesTaken['median']): string {
  if (!median) return 'nobody has tried yet';
  const say = (tries: number) => (tries > MOST_TRIES ? `over ${MOST_TRIES}` : `${tries}`);
  if (median.median > MOST_TRIES) return `half of them do not clear it in ${MOST_TRIES} tries`;
  const { medianLow: low, medianHigh: high } = median;
  const interval = low === high ? '' : ` (${say(low)}–${say(high)})`;
  return `half of them have cleared it by try ${say(Math.floor(median.median))}${interval}`;
}
