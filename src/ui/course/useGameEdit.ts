'use client';

import { notifications } from '@mantine/notifications';
import { useQueryClient } from '@tanstack/react-query';
import { useRef } from 'react';
import { makeChange, type GameDocument } from '@/core/index';
import type { GameReply } from '@/server/contracts/games';
import { ApiFault, faultOf } from '../requests/api';
import { gorgeApi } from '../requests/gorgeApi';

/** Makes an edit under a name that undo and the history say; whether it was saved. */
export type GameEdit = (label: string, recipe: (draft: GameDocument) => void) => Promise<boolean>;

/**
 * Makes one edit of a game and saves it at once; says so when that could not be done. Resolves to whether it was. Edits that
 * come while another is being saved wait for it.
 */
export function useGameEdit(loaded: GameReply): GameEdit {
  const client = useQueryClient();
  const last = useRef<Promise<unknown>>(Promise.resolve());
  const save = async (known: GameReply, label: string, recipe: (draft: GameDocument) => void) => {
    const { document, revision } = known;
    const made = makeChange(document, label, recipe);
    if (!made) return;
    // What was done is seen at once; what the server has is fetched afterwards in any case.
    client.setQueryData<GameReply>(['game', document.id], { ...known, document: made.game });
    await gorgeApi.save(document.id, revision, made.game);
  };
  const editNow: GameEdit = async (label, recipe) => {
    const newest = client.getQueryData<GameReply>(['game', loaded.document.id]) ?? loaded;
    try {
      try {
        await save(newest, label, recipe);
      } catch (error) {
        // Somebody else has saved since: the same edit is made in what they have saved.
        if (!(error instanceof ApiFault) || error.status !== 409) throw error;
        await save(await gorgeApi.game(newest.document.id), label, recipe);
      }
      return true;
    } catch (error) {
      const fault = faultOf(error);
      notifications.show({ color: 'clay', title: fault.message, message: fault.hint });
      return false;
    } finally {
      await client.invalidateQueries();
    }
  };
  return (label, recipe) => {
    const done = last.current.then(() => editNow(label, recipe));
    last.current = done;
    return done;
  };
}
