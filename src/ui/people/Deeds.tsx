'use client';

import { useInfiniteQuery } from '@tanstack/react-query';
import type { DeedInfo } from '@/server/contracts/people';
import { Failed, Loading } from '../frame/States';
import { gorgeApi } from '../requests/gorgeApi';
import { foldDeeds, sayGames } from './foldDeeds';
import { sayTime } from './timeWords';

/** Who did what, the last first, and what was refused to whom. */
export function Deeds() {
  const { data, error, refetch, hasNextPage, fetchNextPage, isFetchingNextPage } = useInfiniteQuery({
    queryKey: ['deeds'],
    queryFn: ({ pageParam }) => gorgeApi.deeds(pageParam),
    initialPageParam: undefined as number | undefined,
    getNextPageParam: ({ deeds, hasMore }) => (hasMore ? deeds.at(-1)?.id : undefined),
  });
  const deeds = foldDeeds(data?.pages.flatMap((page) => page.deeds) ?? []);
  return (
    <section aria-label="Who did what">
      <h2 className="heading">Who did what</h2>
      {error && !data ? (
        <Failed error={error} onRetry={() => void refetch()} />
      ) : !data ? (
        <Loading what="what was done" />
      ) : deeds.length === 0 ? (
        <p className="quiet">Nothing yet. Every change of anybody is written down here, and kept for 400 days.</p>
      ) : (
        <table className="rows">
          <thead>
            <tr>
              <th>when</th>
              <th>who</th>
              <th>by</th>
              <th>game</th>
              <th>what</th>
            </tr>
          </thead>
          <tbody>
            {deeds.map((deed) => (
              <tr key={deed.id} data-testid="deed">
                <td>{sayWhen(deed)}</td>
                <td>{deed.who}</td>
                <td className="quiet">{deed.linkLabel === null ? 'keeper' : `link "${deed.linkLabel}"`}</td>
                <td title={deed.games.join(', ')}>{sayGames(deed.games)}</td>
                <td>
                  {deed.isRefused && <b className="bad">refused: </b>}
                  {deed.what}
                  {deed.times > 1 && <span className="quiet">, {deed.times} times</span>}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {hasNextPage && (
        <button type="button" className="act" disabled={isFetchingNextPage} onClick={() => void fetchNextPage()}>
          Earlier ones
        </button>
      )}
    </section>
  );
}

function sayWhen({ at, firstAt }: DeedInfo): string {
  const [from, to] = [sayTime(firstAt), sayTime(at)];
  return from === to ? to : `${from} to ${to.split(', ').at(-1)}`;
}
