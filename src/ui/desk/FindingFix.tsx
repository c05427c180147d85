'use client';

import { fixOf, type Finding } from '@/core/index';
import { useDesk, useFollowed } from './DeskContext';

/** What can be done about a finding with a click; nothing where nothing plain can. */
export function FindingFix({ finding }: { finding: Finding }) {
  const { session } = useDesk();
  const game = useFollowed(session, (state) => state.game);
  const fix = fixOf(game, session.level.id, finding);
  if (!fix) return null;
  const title = fix.title.replace(/`/g, '');
  return (
    <>
      {' '}
      <button
        type="button"
        className="act"
        title="One change, one step back"
        onClick={() => session.change(title, fix.apply)}
      >
        {title}
      </button>
    </>
  );
}
