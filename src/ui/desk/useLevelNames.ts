'use client';

import { useMemo } from 'react';
import type { LevelNames } from '../editor/visits';
import { useDesk, useFollowed } from './DeskContext';

/** What pieces and kinds of the open level are called. */
export function useLevelNames(): LevelNames {
  const { session } = useDesk();
  const level = useFollowed(session, () => session.level);
  const cast = useFollowed(session, (state) => state.game.cast);
  return useMemo(() => ({ pieces: level.pieces, kinds: cast }), [level, cast]);
}
