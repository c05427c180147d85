'use client';

import { Button, FileButton } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { keepPreviousData, useQuery, useQueryClient } from '@tanstack/react-query';
import { PageLink } from '../frame/PageLink';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { LIMITS, type GameDocument } from '@/core/index';
import type { Fault } from '@/server/contracts/faults';
import type { GameListReply } from '@/server/contracts/games';
import { Frame } from '../frame/Frame';
import { Guarded } from '../frame/Guarded';
import { Empty, Failed, Loading } from '../frame/States';
import { faultOf } from '../requests/api';
import { useMay } from '../people/useMe';
import { gorgeApi } from '../requests/gorgeApi';
import { LevelCard } from './LevelCard';
import { RemovedGames } from './RemovedGames';
import { RemoveGame } from './RemoveGame';
import { later } from '../frame/later';
import css from './shelf.module.css';

const UnreadableGame = later(() => import('./UnreadableGame').then((module) => module.UnreadableGame));
const NewGameDialog = later(() => import('./NewGameDialog').then((module) => module.NewGameDialog));

/** All games with their levels. */
export function Shelf() {
  const query = useQuery({ queryKey: ['games'], queryFn: gorgeApi.games });
  const [fault, setFault] = useState<Fault>();
  const games = query.data?.games;
  const mayEdit = useMay('edit');
  return (
    <Frame
      trail={[{ label: 'Shelf' }]}
      middle={
        <>
          {mayEdit && (
            <NewGameButton
              taken={[...(games ?? []), ...(query.data?.unreadable ?? []), ...(query.data?.removed ?? [])]}
              onFault={setFault}
            />
          )}
          {mayEdit && <ImportButton onFault={setFault} />}
          <PageLink href="/tour">What Gorge is, and a tour</PageLink>
          <PageLink href="/machines">Machines</PageLink>
          <PageLink href="/people">People</PageLink>
          <a href={gorgeApi.exportAllUrl} download>
            Export all
          </a>
        </>
      }
    >
      <div className={css.shelf}>
        {fault && <ImportFault fault={fault} onClose={() => setFault(undefined)} />}
        {!games &&
          (query.error ? (
            <Failed error={query.error} onRetry={() => void query.refetch()} />
          ) : (
            <Loading what="the games" />
          ))}
        {query.data?.unreadable.map((game) => (
          <UnreadableGame key={game.id} game={game} />
        ))}
        {games?.length === 0 && query.data?.unreadable.length === 0 && (
          <Empty title="The shelf is empty">
            Begin a new game, take the <PageLink href="/tour">tour</PageLink>, or bring a .gorge.json file with Import.
            A server that starts with an empty data folder shows the demo game.
          </Empty>
        )}
        {games?.map((game) => (
          <Guarded key={game.id} what={game.name}>
            <GameShelf entry={game} />
          </Guarded>
        ))}
        <RemovedGames games={query.data?.removed ?? []} />
      </div>
    </Frame>
  );
}

function GameShelf({ entry: { id, name, revision } }: { entry: GameListReply['games'][0] }) {
  // What a revision is never changes.
  const game = useQuery({
    queryKey: ['revision', id, revision],
    queryFn: () => gorgeApi.revision(id, revision),
    staleTime: Infinity,
    placeholderData: keepPreviousData,
  });
  const mayEdit = useMay('edit');
  const batches = useQuery({ queryKey: ['batches', id], queryFn: () => gorgeApi.batches(id) });
  return (
    <section className={css.game}>
      <div className={css.gameHead}>
        <h1 className={css.gameName}>{name}</h1>
        <PageLink href={`/games/${id}`}>course and batches</PageLink>
        <a href={gorgeApi.exportUrl(id)} download>
          export
        </a>
        <PageLink href={`/games/${id}/history`}>history</PageLink>
        {mayEdit && <RemoveGame id={id} name={name} />}
      </div>
      <div className={css.levels}>
        {!game.data &&
          (game.error ? (
            <Failed error={game.error} onRetry={() => void game.refetch()} />
          ) : (
            <Loading what="the levels" />
          ))}
        {game.data?.levels.map((level) => (
          <LevelCard
            key={level.id}
            game={game.data}
            level={level}
            revision={revision}
            batches={batches.data?.batches ?? []}
          />
        ))}
      </div>
    </section>
  );
}

/** Makes a game with one level that can be played at once, and opens its desk. */
function NewGameButton({
  taken,
  onFault,
}: {
  taken: readonly { id: string }[];
  onFault: (fault: Fault | undefined) => void;
}) {
  const client = useQueryClient();
  const router = useRouter();
  const [isAsking, setIsAsking] = useState(false);
  const bring = async (game: GameDocument) => {
    onFault(undefined);
    setIsAsking(false);
    try {
      const { id } = await gorgeApi.importGame(JSON.stringify(game));
      await client.invalidateQueries();
      router.push(`/games/${id}/levels/${game.levels[0].id}`);
    } catch (error) {
      onFault(faultOf(error));
    }
  };
  return (
    <>
      <Button size="compact-md" onClick={() => setIsAsking(true)}>
        New game
      </Button>
      {isAsking && (
        <NewGameDialog taken={taken} onClose={() => setIsAsking(false)} onMade={(game) => void bring(game)} />
      )}
    </>
  );
}

function ImportButton({ onFault }: { onFault: (fault: Fault | undefined) => void }) {
  const client = useQueryClient();
  const router = useRouter();
  const bring = async (file: File | null) => {
    if (!file) return;
    onFault(undefined);
    try {
      if (file.size > LIMITS.fileBytes) {
        onFault({
          code: 'too-large',
          message: `${file.name} has ${(file.size / 1048576).toFixed(0)} MB.`,
          hint: `A game may have ${LIMITS.fileBytes / 1048576} MB at most. Nothing was changed.`,
        });
        return;
      }
      const { id, created } = await gorgeApi.importGame(await file.text());
      await client.invalidateQueries();
      notifications.show({ title: created ? 'Imported' : 'Imported as a new revision', message: file.name });
      router.push(`/games/${id}`);
    } catch (error) {
      onFault(faultOf(error));
    }
  };
  return (
    <FileButton accept="application/json,.json" onChange={(file) => void bring(file)} resetRef={undefined}>
      {(props) => (
        <Button {...props} size="compact-md" variant="light">
          Import a game
        </Button>
      )}
    </FileButton>
  );
}

/** Why a file was not taken, with every place that is wrong. */
function ImportFault({ fault, onClose }: { fault: Fault; onClose: () => void }) {
  return (
    <div role="alert" className={`plate ${css.welcome}`}>
      <div className={css.welcomeHead}>
        <b>The file was not imported; nothing was changed.</b>
        <button type="button" className="act" onClick={onClose}>
          Close
        </button>
      </div>
      {(
        fault.diagnostics ?? [
          {
            code: fault.code,
            severity: 'error' as const,
            message: fault.message,
            hint: fault.hint,
            where: fault.where ?? '',
          },
        ]
      )
        .slice(0, 20)
        .map((entry, index) => (
          <div key={index} className={`problem error ${css.welcomeActs}`}>
            {entry.message}
            {entry.where && <span className="mono quiet"> {entry.where}</span>}
            <br />
            <span className="quiet">{entry.hint}</span>
          </div>
        ))}
    </div>
  );
}
