'use client';

import { useEffect, useState } from 'react';
import type { GameDocument } from '@/core/index';
import { DeskActions } from '../editor/deskActions';
import { DeskSession } from '../editor/deskSession';
import { Playback } from '../editor/playback';
import { ReadingController } from '../editor/readingController';
import { Saving } from '../editor/saving';
import type { Desk } from './DeskContext';

/** Builds the machines of a desk when it opens and ends them when it closes. */
export function useDeskMachines(game: GameDocument, levelId: string, revision: string, savedAt: string): Desk | undefined {
  const [desk, setDesk] = useState<Desk>();
  useEffect(() => {
    const session = new DeskSession(game, levelId);
    const saving = new Saving(session, revision, savedAt);
    const reading = new ReadingController(levelId);
    const playback = new Playback();
    reading.show(game);
    const endFollowing = [
      session.store.subscribe((state, before) => {
        if (state.game !== before.game) reading.show(state.game);
      }),
      reading.store.subscribe((state, before) => {
        const run = state.sampleRun;
        if (run && run !== before.sampleRun) playback.setRun(run.frames.length / run.frameSize - 1, run.ticksPerSecond);
      }),
    ];
    const warn = (event: BeforeUnloadEvent) => {
      if (saving.hasUnsaved) event.preventDefault();
    };
    window.addEventListener('beforeunload', warn);
    setDesk({ session, actions: new DeskActions(session), saving, reading, playback });
    return () => {
      window.removeEventListener('beforeunload', warn);
      void saving.dispose();
      for (const end of endFollowing) end();
      reading.dispose();
    };
    // A desk is opened for one level; what is saved later must not build it anew.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [game.id, levelId]);
  return desk;
}
