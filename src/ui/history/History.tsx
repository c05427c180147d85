'use client';

import { Button } from '@mantine/core';
import { useInfiniteQuery, useQuery } from '@tanstack/react-query';
import { useSearchParams } from 'next/navigation';
import { useState } from 'react';
import type { HistoryReply, SaveInfo } from '@/server/contracts/history';
import { openSaved } from '../editor/saving';
import { useCompany } from '../together/useCompany';
import { Frame } from '../frame/Frame';
import { Failed, Loading } from '../frame/States';
import { gorgeApi } from '../requests/gorgeApi';
import { VersionPanel } from './VersionPanel';
import { sayDay, sayOrigin, sayTime, splitIntoDays } from './versionWords';
import css from './history.module.css';

/** Every version of a game that is kept: when, what changed in words; each can be looked at, compared, named and restored. */
export function History({ gameId }: { gameId: string }) {
  useCompany(gameId);
  const game = useQuery({ queryKey: ['game', gameId], queryFn: () => openSaved(gameId) });
  const history = useInfiniteQuery({
    queryKey: ['history', gameId],
    queryFn: ({ pageParam }) => gorgeApi.history(gameId, pageParam),
    initialPageParam: undefined as number | undefined,
    getNextPageParam: ({ saves }: HistoryReply) => saves.at(-1)?.id,
  });
  const fromAddress = Number(useSearchParams().get('version'));
  const [chosenId, setChosenId] = useState(fromAddress);
  // Shown at once; the address follows, so that the choice outlives a reload.
  const choose = (id: number) => {
    setChosenId(id);
    window.history.replaceState(null, '', `?version=${id}`);
  };
  const saves = history.data?.pages.flatMap((page) => page.saves) ?? [];
  const chosen = saves.find(({ id }) => id === chosenId) ?? saves.at(0);
  const error = game.error ?? history.error;
  const total = history.data?.pages[0];
  return (
    <Frame
      trail={[{ label: game.data?.document.name ?? gameId, href: `/games/${gameId}` }, { label: 'History' }]}
      middle={total && <span className="quiet">{sayTotal(total)}</span>}
    >
      {error && !total ? (
        <Failed error={error} onRetry={() => void (game.error ? game.refetch() : history.refetch())} />
      ) : !total || !game.data || !chosen ? (
        <Loading what="the history" />
      ) : (
        <div className="history">
          <nav aria-label="Versions" className="history-list">
            <VersionList saves={saves} chosen={chosen} onChoose={choose} />
            {saves.length < total.count && (
              <Button
                mt={10}
                size="compact-sm"
                variant="light"
                loading={history.isFetchingNextPage}
                onClick={() => void history.fetchNextPage()}
              >
                Show older ones
              </Button>
            )}
          </nav>
          <VersionPanel key={chosen.id} save={chosen} now={game.data} onRestored={() => setChosenId(0)} />
        </div>
      )}
    </Frame>
  );
}

interface VersionListProps {
  saves: readonly SaveInfo[];
  chosen: SaveInfo;
  onChoose: (id: number) => void;
}

function VersionList({ saves, chosen, onChoose }: VersionListProps) {
  return (
    <>
      <p className={`quiet ${css.first}`}>
        Of the last 24 hours every version stays; of the last 30 days the last of every hour, before that the last of
        every day. What has a name, or was run, stays in any case.
      </p>
      {splitIntoDays(saves).map((day) => (
        <section key={sayDay(day[0])}>
          <h2 className={`heading ${css.day}`}>{sayDay(day[0])}</h2>
          {day.map((save) => (
            <VersionLine key={save.id} save={save} isChosen={save === chosen} onChoose={() => onChoose(save.id)} />
          ))}
        </section>
      ))}
    </>
  );
}

function sayTotal({ count, bytes }: HistoryReply): string {
  const size = bytes < 1048576 ? `${Math.ceil(bytes / 1024)} kB` : `${(bytes / 1048576).toFixed(1)} MB`;
  return `${count} ${count === 1 ? 'version' : 'versions'}, ${size}`;
}

/** So many sentences of what changed are shown in the list. */
const MOST_SENTENCES = 3;

function VersionLine({ save, isChosen, onChoose }: { save: SaveInfo; isChosen: boolean; onChoose: () => void }) {
  const changes = save.changes ?? [];
  const more = changes.length - MOST_SENTENCES;
  return (
    <button
      type="button"
      className="version-line"
      data-on={isChosen || undefined}
      data-testid="version"
      aria-current={isChosen}
      onClick={onChoose}
    >
      <span className="mono">{sayTime(save)}</span>
      <span className={css.narrow}>
        {save.name && <b>{save.name} </b>}
        {save.isCurrent && <span className="good">now </span>}
        {sayOrigin(save) && <span className="wary">{sayOrigin(save)} </span>}
        {changes.slice(0, MOST_SENTENCES).map((sentence) => (
          <span key={sentence} className="version-change">
            {sentence}
          </span>
        ))}
        {more > 0 && <span className="quiet">and {more} more</span>}
        {changes.length === 0 && !sayOrigin(save) && <span className="quiet">what changed is not known</span>}
        {save.batches > 0 && (
          <span className="quiet version-change">
            run by {save.batches} {save.batches === 1 ? 'batch' : 'batches'}
          </span>
        )}
      </span>
    </button>
  );
}
