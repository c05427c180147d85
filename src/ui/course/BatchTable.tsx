'use client';

import { PageLink } from '../frame/PageLink';
import type { GameDocument } from '@/core/index';
import type { BatchInfo, BatchListReply } from '@/server/contracts/batches';
import { Loading } from '../frame/States';
import { gorgeApi } from '../requests/gorgeApi';
import { useAct } from '../requests/useAct';
import { levelNames, sayBatch } from '../frame/batchWords';
import { sayDate } from '../shelf/RemovedGames';
import css from './course.module.css';

/** The newest batches of a game; those that are not wanted can be removed, and brought back for thirty days. */
export function BatchTable({
  game,
  gameId,
  list,
}: {
  game: GameDocument;
  gameId: string;
  list: BatchListReply | undefined;
}) {
  if (!list) return <Loading what="the batches" />;
  return (
    <>
      {list.batches.length === 0 ? (
        <p className="quiet">None yet. Open a level and press Run 500.</p>
      ) : (
        <table className={`rows ${css.batchRows}`}>
          <thead>
            <tr>
              <th>batch</th>
              <th>level</th>
              <th>result</th>
              <th className="number">seeds</th>
              <th>revision</th>
              <th>started</th>
              <td />
            </tr>
          </thead>
          <tbody>
            {list.batches.map((batch) => (
              <BatchLine key={batch.id} batch={batch} game={game} gameId={gameId} />
            ))}
          </tbody>
        </table>
      )}
      <RemovedBatches gameId={gameId} removed={list.removed} />
    </>
  );
}

function BatchLine({ batch, game, gameId }: { batch: BatchInfo; game: GameDocument; gameId: string }) {
  const act = useAct();
  const [first] = batch.arms;
  return (
    <tr>
      <td>
        <PageLink href={`/games/${gameId}/batches/${batch.id}`}>Batch {batch.id}</PageLink>
      </td>
      <td>{levelNames(batch)}</td>
      <td>
        {sayBatch(batch, first, game)}
        {batch.arms.length > 1 && <span className="quiet"> · {batch.arms.length} arms</span>}
      </td>
      <td className="number">
        {batch.firstSeed}–{batch.firstSeed + first.runs - 1}
      </td>
      <td className="mono">{first.revision.slice(0, 7)}</td>
      <td>{new Date(batch.startedAt).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' })}</td>
      <td>
        <button
          type="button"
          className="act bad"
          aria-label={`Remove batch ${batch.id}`}
          onClick={() => void act(() => gorgeApi.removeBatch(gameId, batch.id))}
        >
          Remove
        </button>
      </td>
    </tr>
  );
}

function RemovedBatches({ gameId, removed }: { gameId: string; removed: BatchListReply['removed'] }) {
  const act = useAct();
  if (removed.length === 0) return null;
  return (
    <ul aria-label="Removed batches" className={css.removed}>
      {removed.map(({ id, levelName, removedAt, goneAt }) => (
        <li key={id} className="quiet">
          Batch {id} of {levelName}, removed on {sayDate(removedAt)}, kept until {sayDate(goneAt)}{' '}
          <button
            type="button"
            className="act"
            aria-label={`Bring back batch ${id}`}
            onClick={() => void act(() => gorgeApi.bringBackBatch(gameId, id))}
          >
            Bring back
          </button>
        </li>
      ))}
    </ul>
  );
}
