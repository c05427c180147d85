'use client';

import Link from 'next/link';
import type { GameDocument } from '@/core/index';
import type { BatchListReply } from '@/server/contracts/batches';
import { Loading } from '../frame/States';
import { gorgeApi } from '../requests/gorgeApi';
import { useAct } from '../requests/useAct';
import { levelNames, sayBatch } from '../frame/batchWords';
import { sayDate } from '../shelf/RemovedGames';

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
  const act = useAct();
  if (!list) return <Loading what="the batches" />;
  const { batches, removed } = list;
  return (
    <>
      {batches.length === 0 ? (
        <p className="quiet">None yet. Open a level and press Run 500.</p>
      ) : (
        <table className="rows" style={{ maxWidth: 980 }}>
          <thead>
            <tr>
              <th>batch</th>
              <th>level</th>
              <th>result</th>
              <th className="number">seeds</th>
              <th>revision</th>
              <th>started</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {batches.map((batch) => (
              <tr key={batch.id}>
                <td>
                  <Link href={`/games/${gameId}/batches/${batch.id}`}>Batch {batch.id}</Link>
                </td>
                <td>{levelNames(batch)}</td>
                <td>
                  {sayBatch(batch, batch.arms[0], game)}
                  {batch.arms.length > 1 && <span className="quiet"> · {batch.arms.length} arms</span>}
                </td>
                <td className="number">
                  {batch.firstSeed}–{batch.firstSeed + batch.arms[0].runs - 1}
                </td>
                <td className="mono">{batch.arms[0].revision.slice(0, 7)}</td>
                <td>
                  {new Date(batch.startedAt).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' })}
                </td>
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
            ))}
          </tbody>
        </table>
      )}
      {removed.length > 0 && (
        <ul aria-label="Removed batches" style={{ margin: '10px 0 0', paddingLeft: 18 }}>
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
      )}
    </>
  );
}
