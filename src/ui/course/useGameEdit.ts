'use client';

import { notifications } from '@mantine/notifications';
import { useQueryClient } from '@tanstack/react-query';
import { useRef } from 'react';
import { makeChange, type GameDocument } from '@/core/index';
import type { GameReply } from '@/server/contracts/games';
import { faultOf } from '../requests/api';
import { gorgeApi } from '../requests/gorgeApi';

/**
 * Makes one edit of a game and saves it at once; says so when that could not be done. Resolves to whether it was. Edits that
 * come while another is being saved wait for it.
 */
export function useGameEdit(
  loaded: GameReply | undefined,
): (label: string, recipe: (draft: GameDocument) => void) => Promise<boolean> {
  const client = useQueryClient();
  const last = useRef<Promise<unknown>>(Promise.resolve());
  const editNow = async (label: string, recipe: (draft: GameDocument) => void): Promise<boolean> => {
    const newest = loaded && (client.getQueryData<GameReply>(['game', loaded.document.id]) ?? loaded);
    if (!newest) return false;
    const made = makeChange(newest.document, label, recipe);
    if (!made) return true;
    try {
      await gorgeApi.save(newest.document.id, newest.revision, made.game);
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
