'use client';

import type { GameListReply } from '@/server/contracts/games';
import { gorgeApi } from '../requests/gorgeApi';
import { useAct } from '../requests/useAct';
import css from './shelf.module.css';

/** Games that were taken off the shelf, as long as they can be brought back. */
export function RemovedGames({ games }: { games: GameListReply['removed'] }) {
  const act = useAct();
  if (games.length === 0) return null;
  return (
    <section aria-label="Removed games">
      <h2 className={`heading ${css.removedHead}`}>Removed</h2>
      <ul className="list">
        {games.map(({ id, name, removedAt, goneAt }) => (
          <li key={id}>
            {name}, removed on {sayDate(removedAt)}, kept until {sayDate(goneAt)}{' '}
            <button type="button" className="act" onClick={() => void act(() => gorgeApi.bringBackGame(id))}>
              Bring back
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}

export function sayDate(time: string): string {
  return new Date(time).toLocaleDateString('en-GB', { day: 'numeric', month: 'long' });
}
