'use client';

import { notifications } from '@mantine/notifications';
import { useQueryClient } from '@tanstack/react-query';
import { makeChange, type GameDocument } from '@/core/index';
import type { GameReply } from '@/server/contracts/games';
import { faultOf } from '../requests/api';
import { gorgeApi } from '../requests/gorgeApi';

/** Makes one edit of a game and saves it at once; says so when that could not be done. Resolves to whether it was. */
export function useGameEdit(
  loaded: GameReply | undefined,
): (label: string, recipe: (draft: GameDocument) => void) => Promise<boolean> {
  const client = useQueryClient();
  return async (label, recipe) => {
    if (!loaded) return false;
    const made = makeChange(loaded.document, label, recipe);
    if (!made) return true;
    try {
      await gorgeApi.save(loaded.document.id, loaded.revision, made.game);
      return true;
    } catch (error) {
      const fault = faultOf(error);
      notifications.show({ color: 'clay', title: fault.message, message: fault.hint });
      return false;
    } finally {
      await client.invalidateQueries();
    }
  };
}
