'use client';

import Link from 'next/link';
import type { ReactNode } from 'react';
import type { GameDocument, Level } from '@/core/index';
import type { BatchInfo } from '@/server/contracts/batches';
import { newestOf, sayBatch } from '../frame/batchWords';
import { later } from '../frame/later';
import css from './shelf.module.css';

// Maps are drawn once the page stands.
const LevelMap = later(() => import('./LevelMap').then((module) => module.LevelMap));

/** Four of them stand side by side at 1,280 pixels. */
const CARD_WIDTH = 290;
const MAP_HEIGHT = 174;

/** One level: its map, what it holds, and the way to its desk. */
export function LevelCard({
  game,
  level,
  revision,
  batches,
  children,
}: {
  game: GameDocument;
  level: Level;
  /** The newest revision of the game. */
  revision: string;
  batches: readonly BatchInfo[];
  /** What can be done to the level, below it. */
  children?: ReactNode;
}) {
  const newest = newestOf(batches, level.id);
  const guards = level.pieces.filter((piece) => !game.cast.find((kind) => kind.id === piece.kind)?.control).length;
  return (
    <article className={`plate ${css.levelCard}`} style={{ width: CARD_WIDTH }}>
      <Link className={css.levelLink} href={`/games/${game.id}/levels/${level.id}`}>
        <div style={{ display: 'grid', placeItems: 'center', minHeight: MAP_HEIGHT, background: 'var(--layer)' }}>
          <LevelMap game={game} level={level} width={CARD_WIDTH} height={MAP_HEIGHT} />
        </div>
        <div className={css.levelHead}>
          <div className={css.levelLine}>
            <b className={css.levelName}>{level.name}</b>
            <span className={`quiet ${css.levelState}`}>
              {level.map[0].length} × {level.map.length}, {sayPieces(guards, level)}
            </span>
          </div>
        </div>
      </Link>
      <div className={`quiet ${css.levelFoot}`}>
        {newest ? (
          <>
            Last measured: <Link href={`/games/${game.id}/batches/${newest.batch.id}`}>batch {newest.batch.id}</Link>,{' '}
            <span className="one-line">{sayBatch(newest.batch, newest.arm, game)}</span>
            {newest.arm.revision !== revision && <span className="wary">, before the latest changes to the game</span>}
          </>
        ) : (
          'Not measured yet: Run 500 on its desk'
        )}
      </div>
      {children}
    </article>
  );
}

/** What stands in a level, or comes into it. */
function sayPieces(pieces: number, level: Level): string {
  if (pieces === 0 && level.cues) return 'all by cues';
  return `${pieces} ${pieces === 1 ? 'piece' : 'pieces'}${level.cues?.some((line) => /^\s*(spawner|waves)\b/.test(line)) ? ' + cues' : ''}`;
}
