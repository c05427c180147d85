'use client';

import { Popover, Progress } from '@mantine/core';
import { sayEnd, saySeconds, sayShare, standInsOf } from '@/core/index';
import { PEOPLE, type Moment } from '../editor/goOnController';
import css from './desk.module.css';
import { useDesk, useFollowed } from './DeskContext';

/** Hands the moment that is shown to stand-ins, and says how they fare from there. */
export function OthersFromHere({ momentNow, hint }: { momentNow: () => Moment | undefined; hint: string }) {
  const { goOn } = useDesk();
  const { status } = useFollowed(goOn, (state) => state);
  return (
    <Popover width={300} position="top-end" withinPortal trapFocus>
      <Popover.Target>
        <button type="button" className="act one-line" title={hint}>
          {status === 'running' ? 'Others play …' : 'Others from here'}
        </button>
      </Popover.Target>
      <Popover.Dropdown>
        <Choice momentNow={momentNow} />
        <Outcome />
      </Popover.Dropdown>
    </Popover>
  );
}

function Choice({ momentNow }: { momentNow: () => Moment | undefined }) {
  const { session, goOn } = useDesk();
  const game = useFollowed(session, (state) => state.game);
  return (
    <>
      <p className={`quiet ${css.goOnText}`}>
        {PEOPLE} people of a kind are each handed this moment as it stands. What the level draws stays as it was.
      </p>
      <div className={css.goOnPeople}>
        {standInsOf(game).map(({ id, name }) => (
          <button
            key={id}
            type="button"
            className="act"
            onClick={() => {
              const moment = momentNow();
              if (moment) void goOn.start(game, moment, id);
            }}
          >
            {name}
          </button>
        ))}
      </div>
    </>
  );
}

function Outcome() {
  const { goOn, session, reading } = useDesk();
  const { status, moment, standIn, done, summary, failure } = useFollowed(goOn, (state) => state);
  const name = standInsOf(session.state.game).find(({ id }) => id === standIn)?.name ?? standIn;
  if (status === 'none' || !moment) return null;
  const [end] = summary?.ends ?? [];
  return (
    <div className={css.goOnOutcome} role="status" data-testid="go-on" data-status={status}>
      {status === 'running' && <Progress value={(100 * done) / PEOPLE} size="sm" aria-label="People who have played" />}
      {status === 'failed' && <p className="bad flush">{failure}</p>}
      {summary && (
        <p className="flush">
          From {saySeconds(moment.seconds)} of run {moment.seed} on, {name} clears <b>{sayShare(summary.clearRate)}</b>{' '}
          of {done}.{end && ` Commonest end: ${sayEnd(end)}, ${Math.round(end.share.value * 100)} %.`}
        </p>
      )}
      {status === 'running' && (
        <button type="button" className="act bad" onClick={() => goOn.cancel()}>
          Cancel
        </button>
      )}
      {status === 'cancelled' && <p className="quiet flush">Cancelled after {done} people.</p>}
      {status === 'done' && (
        <button
          type="button"
          className="act"
          onClick={() => void goOn.show(1).then((run) => run && reading.showRun(run))}
        >
          Show the first of them
        </button>
      )}
    </div>
  );
}
