'use client';

import { createContext, useContext } from 'react';
import { useStore, type StoreApi } from 'zustand';
import type { ArenaView } from '../editor/arenaView';
import type { Controls } from '../editor/controls';
import type { KeyAct } from '../editor/keyTable';
import type { OwnKeys } from '../editor/ownKeys';
import type { ChecksController } from '../editor/checksController';
import type { DeskActions } from '../editor/deskActions';
import type { DeskSession } from '../editor/deskSession';
import type { Playback } from '../editor/playback';
import type { ReadingController } from '../editor/readingController';
import type { KeptTries } from '../editor/keptTries';
import type { TryController } from '../editor/tryController';
import type { GoOnController } from '../editor/goOnController';
import type { PartsController } from '../editor/partsController';
import type { TryAgainController } from '../editor/tryAgainController';
import type { ProofController } from '../editor/proofController';
import type { Visits } from '../editor/visits';
import type { Together } from '../together/togetherController';
import type { Saving } from '../editor/saving';

/** The machines behind one open desk. */
export interface Desk {
  session: DeskSession;
  actions: DeskActions;
  saving: Saving;
  reading: ReadingController;
  checks: ChecksController;
  playback: Playback;
  tries: TryController;
  keptTries: KeptTries;
  visits: Visits;
  goOn: GoOnController;
  proofs: ProofController;
  parts: PartsController;
  triesAgain: TryAgainController;
  /** Who else has the game open. */
  together: Together;
  /** How the arena is looked at. */
  view: ArenaView;
  /** Keys of the desk, and those with which a level is played by hand. */
  keys: OwnKeys;
  controls: Controls;
}

export const DeskContext = createContext<Desk | undefined>(undefined);

export function useDesk(): Desk {
  const desk = useContext(DeskContext);
  if (!desk) throw new Error('this is a bug: outside of a desk');
  return desk;
}

/** Follows one part of a machine's state. */
export function useFollowed<State, Part>(machine: { store: StoreApi<State> }, select: (state: State) => Part): Part {
  return useStore(machine.store, select);
}

/** How a tooltip tells the key of something: behind a space, in brackets; empty where it has none. */
export function useKeyHint(): (act: KeyAct) => string {
  const choice = useFollowed(useDesk().keys, (state) => state.choice);
  return (act) => (choice[act].length > 0 ? ` (${choice[act][0]})` : '');
}
