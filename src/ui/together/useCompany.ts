'use client';

import { useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { beThere } from './beThere';
import { Together } from './togetherController';

/** What pages of a whole game show of it, by the first word of its key. */
const SHOWN = ['game', 'history', 'batches', 'notes'];

/** On pages of a whole game: is there for others, and fetches anew what somebody else has changed. */
export function useCompany(gameId: string): void {
  const client = useQueryClient();
  useEffect(
    () =>
      beThere(new Together(gameId, null), () => {
        for (const name of SHOWN) void client.invalidateQueries({ queryKey: [name, gameId] });
      }),
    [client, gameId],
  );
}
