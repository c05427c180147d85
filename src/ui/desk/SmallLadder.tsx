'use client';

import { Rungs } from './Ladder';
import { BriefInShort } from './BriefLines';
import { Difference } from './Difference';
import { ReadingHead } from './ReadingHead';
import { useDesk, useFollowed } from './DeskContext';
import css from './desk.module.css';

/** The Reading in short, so that the difficulty stays on the screen while behaviors and cues are turned. */
export function SmallLadder({ withBrief = true }: { withBrief?: boolean }) {
  const { reading } = useDesk();
  const { isStale, faults, difference, ladder } = useFollowed(reading, (state) => state);
  const cannotRun = faults.length > 0;
  return (
    <section aria-label="Reading in short" className={css.smallLadder} data-testid="small-ladder">
      <ReadingHead cannotRun={cannotRun} />
      {ladder.length > 0 && <Rungs isStale={isStale || cannotRun} />}
      {ladder.length === 0 && !cannotRun && <p className="quiet">The first runs are on their way.</p>}
      {difference && <Difference difference={difference} />}
      {withBrief && <BriefInShort />}
    </section>
  );
}
