'use client';

import { useEffect, useState } from 'react';
import type { CueProjection, Diagnostic, GameDocument } from '@/core/index';
import { useDesk, useFollowed } from '../desk/DeskContext';
import type { CueCheck } from '../workers/simulation';

/** A first number soon, then one that rests on enough seeds. */
const SEED_STEPS = [20, 200];

export interface Projected {
  projection: CueProjection | undefined;
  /** What is wrong with the cues on this ground; of the last version that was looked at. */
  faults: Diagnostic[];
  /** What keeps the level from being run, in its cues or elsewhere. */
  obstacle: Diagnostic | undefined;
  /** Whether it belongs to an earlier version, or is being refined. */
  isBusy: boolean;
  /** How long the last edit waited for the refined numbers, milliseconds; undefined while they are under way. */
  waitedMs: number | undefined;
}

/** What the cues of this level come to, worked out anew in a worker after every edit. */
export function useProjection(clearSeconds: number): Projected {
  const { session, reading } = useDesk();
  const game = useFollowed(session, (state) => state.game);
  const levelId = useFollowed(session, (state) => state.levelId);
  const [done, setDone] = useState<{
    projection?: CueProjection;
    game?: GameDocument;
    isRefined?: boolean;
    waitedMs?: number;
  }>({});
  const [check, setCheck] = useState<CueCheck>({ faults: [], obstacle: undefined });
  useEffect(() => {
    let isCurrent = true;
    const editedAt = performance.now();
    const work = async () => {
      const found = await reading.checkCues(game);
      if (!isCurrent) return;
      setCheck(found);
      for (const seeds of SEED_STEPS) {
        const projection = await reading.projectCues(game, seeds, clearSeconds);
        if (!isCurrent) return;
        // A version with faults keeps the numbers of the last that could be run.
        setDone((before) => ({
          projection: projection ?? before.projection,
          game,
          isRefined: seeds === SEED_STEPS.at(-1),
          waitedMs: performance.now() - editedAt,
        }));
        if (!projection) return;
      }
    };
    const wait = setTimeout(() => void work(), 60);
    return () => {
      isCurrent = false;
      clearTimeout(wait);
    };
  }, [reading, game, levelId, clearSeconds]);
  const isBusy = done.game !== game || !done.isRefined;
  return { projection: done.projection, ...check, isBusy, waitedMs: isBusy ? undefined : done.waitedMs };
}
