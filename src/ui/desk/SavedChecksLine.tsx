'use client';

import { checkNames, sayOutcome, saySavedCheck, sayTally, sharedReason } from '@/core/index';
import { useDesk, useFollowed } from './DeskContext';
import { showSavedCheck } from './showSavedCheck';
import css from './desk.module.css';

/** Broken ones are told, up to so many; all of them stand in the panel. */
const MOST_TOLD = 3;

/** Whether the saved checks of the level hold, told after every edit, each broken one with its moment. */
export function SavedChecksLine({ onOpen }: { onOpen: () => void }) {
  const desk = useDesk();
  const { game, levelId } = useFollowed(desk.session, (state) => state);
  const played = useFollowed(desk.checks, (state) => state.played);
  const count = game.levels.find(({ id }) => id === levelId)?.checks?.length ?? 0;
  const broken = (count > 0 ? (played ?? []) : []).filter(({ outcome }) => outcome.status !== 'holds');
  const names = checkNames(game, levelId);
  // What keeps several from being played is said once.
  const unplayable = sharedReason(broken);
  const told = unplayable ? broken.filter(({ outcome }) => outcome.why !== unplayable.why) : broken;
  return (
    <>
      {broken.length > 0 && (
        <ul className={css.brief} data-testid="broken-checks">
          {unplayable && (
            <li className="bad">
              {unplayable.count} checks cannot be played: {unplayable.why}
            </li>
          )}
          {told.slice(0, MOST_TOLD).map((one, index) => (
            <li key={index} className="bad">
              {saySavedCheck(one.check, names)}: {sayOutcome(one.outcome)}{' '}
              {'seconds' in one.outcome && (
                <button type="button" className="act" onClick={() => void showSavedCheck(desk, one)}>
                  Show
                </button>
              )}
            </li>
          ))}
        </ul>
      )}
      <button type="button" className={`act ${css.standInsAct}`} onClick={onOpen}>
        Saved checks
        {count > 0 && played && played.length > 0 ? (
          <>
            :{' '}
            <span className={broken.length > 0 ? 'bad' : 'good'} data-testid="check-tally">
              {sayTally(played)}
            </span>
          </>
        ) : (
          ''
        )}{' '}
        …
      </button>
    </>
  );
}
