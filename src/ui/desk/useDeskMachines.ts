'use client';

import { useEffect, useState } from 'react';
import { useQueryClient } from '@tanstack/react-query';
import type { GameReply } from '@/server/contracts/games';
import { showAskedRun, type AskedRun } from '../editor/askedRun';
import { ArenaView } from '../editor/arenaView';
import { Controls } from '../editor/controls';
import { ChecksController } from '../editor/checksController';
import { DeskActions } from '../editor/deskActions';
import { DeskSession } from '../editor/deskSession';
import { OwnKeys } from '../editor/ownKeys';
import { Playback } from '../editor/playback';
import { ReadingController } from '../editor/readingController';
import { Saving } from '../editor/saving';
import { GoOnController } from '../editor/goOnController';
import { PartsController } from '../editor/partsController';
import { ProofController } from '../editor/proofController';
import { Visits } from '../editor/visits';
import { KeptTries } from '../editor/keptTries';
import { TryAgainController } from '../editor/tryAgainController';
import { TryController } from '../editor/tryController';
import { startChecksWorker } from '../workers/checksWorker';
import { notesKey } from '../notes/notesKey';
import { beThere } from '../together/beThere';
import { Together } from '../together/togetherController';
import type { Desk } from './DeskContext';

/** The machines of a desk, made when it opens; they run as long as it is on the screen. */
export function useDeskMachines(loaded: GameReply, levelId: string, asked: AskedRun | undefined): Desk {
  const [desk] = useState(() => buildDesk(loaded, levelId, asked));
  const client = useQueryClient();
  useEffect(
    () => runDesk(desk, () => void client.invalidateQueries({ queryKey: notesKey(loaded.document.id) })),
    [desk, client, loaded.document.id],
  );
  return desk;
}

function buildDesk({ document, revision, savedAt }: GameReply, levelId: string, asked: AskedRun | undefined): Desk {
  const session = new DeskSession(document, levelId);
  const reading = new ReadingController(levelId);
  const playback = new Playback();
  if (asked) showAskedRun(asked, reading, playback);
  return {
    session,
    actions: new DeskActions(session),
    saving: new Saving(session, revision, savedAt, window.localStorage),
    reading,
    checks: new ChecksController(levelId, startChecksWorker),
    playback,
    tries: new TryController(levelId),
    keptTries: new KeptTries(document.id, levelId, window.localStorage),
    visits: new Visits(reading, playback),
    goOn: new GoOnController(levelId),
    proofs: new ProofController(levelId),
    parts: new PartsController(levelId),
    triesAgain: new TryAgainController(levelId),
    together: new Together(document.id, levelId),
    view: new ArenaView(),
    keys: new OwnKeys(window.localStorage),
    controls: new Controls(),
  };
}

function runDesk(
  {
    session,
    saving,
    reading,
    checks,
    playback,
    tries,
    keptTries,
    visits,
    goOn,
    proofs,
    parts,
    triesAgain,
    together,
    keys,
    controls,
  }: Desk,
  onNotes: () => void,
): () => void {
  saving.open();
  keys.load();
  controls.load(window.localStorage);
  keptTries.load();
  reading.load(window.localStorage);
  reading.show(session.state.game);
  checks.show(session.state.game);
  // Somebody may play soon.
  void import('../editor/runEngine');
  const endTogether = beThere(together, (event) => {
    if (event.type === 'notes') onNotes();
    else saving.hear(event.revision, event.by);
  });
  const endFollowing = [
    session.store.subscribe(({ selection }, before) => {
      if (selection !== before.selection) together.select(selection);
    }),
    session.store.subscribe((state, before) => {
      if (state.game === before.game) return;
      reading.show(state.game);
      checks.show(state.game);
      // What was said of the level before says nothing of this one.
      visits.close();
      goOn.stop();
      proofs.stop();
      parts.stop();
      triesAgain.stop();
    }),
    reading.store.subscribe((state, before) => {
      const run = state.sampleRun;
      if (run && run !== before.sampleRun) playback.setRun(run.frames.length / run.frameSize - 1, run.ticksPerSecond);
    }),
  ];
  const warn = (event: BeforeUnloadEvent) => {
    saving.leave();
    if (saving.wouldLose) event.preventDefault();
  };
  const leave = () => saving.leave();
  window.addEventListener('beforeunload', warn);
  window.addEventListener('pagehide', leave);
  return () => {
    window.removeEventListener('beforeunload', warn);
    window.removeEventListener('pagehide', leave);
    void saving.close();
    for (const end of endFollowing) end();
    endTogether();
    reading.stop();
    checks.stop();
    tries.stop();
    goOn.stop();
    proofs.stop();
    parts.stop();
    triesAgain.stop();
  };
}
