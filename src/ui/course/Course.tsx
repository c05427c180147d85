'use client';

import { Button } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { PageLink } from '../frame/PageLink';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { commands, type GameDocument, type NewLevel } from '@/core/index';
import type { GameReply } from '@/server/contracts/games';
import { openSaved } from '../editor/saving';
import { useCompany } from '../together/useCompany';
import { Frame } from '../frame/Frame';
import { SizeDialog } from '../frame/SizeDialog';
import { Empty, Failed, Loading } from '../frame/States';
import { gorgeApi } from '../requests/gorgeApi';
import { LevelCard } from '../shelf/LevelCard';
import { BatchTable } from './BatchTable';
import { CourseFindings } from './CourseFindings';
import { CourseMap } from './CourseMap';
import { Journey } from './Journey';
import { LevelActions } from './LevelActions';
import { useGameEdit, type GameEdit } from './useGameEdit';
import css from './course.module.css';

/** One game: its levels in order, and every batch that was run. */
export function Course({ gameId }: { gameId: string }) {
  useCompany(gameId);
  const game = useQuery({ queryKey: ['game', gameId], queryFn: () => openSaved(gameId) });
  return (
    <Frame
      trail={[{ label: game.data?.document.name ?? gameId }]}
      middle={
        !game.error && (
          <>
            <PageLink href={`/games/${gameId}/history`}>History</PageLink>
            <a href={gorgeApi.exportUrl(gameId)} download className={css.export}>
              Export
            </a>
          </>
        )
      }
    >
      <div className={css.page}>
        {game.data ? (
          <Levels saved={game.data} gameId={gameId} />
        ) : game.error ? (
          <Failed error={game.error} onRetry={() => void game.refetch()} />
        ) : (
          <Loading what="the game" />
        )}
      </div>
    </Frame>
  );
}

function Levels({ saved, gameId }: { saved: GameReply; gameId: string }) {
  const { document, revision } = saved;
  const list = useQuery({
    queryKey: ['batches', gameId],
    queryFn: () => gorgeApi.batches(gameId),
    refetchInterval: ({ state }) => (state.data?.batches.some((batch) => batch.status === 'running') ? 1000 : false),
  });
  const batches = list.data?.batches ?? [];
  const edit = useGameEdit(saved);
  return (
    <>
      <div className={css.levelsHead}>
        <h2 className="heading">Levels, in order</h2>
        <AddLevel document={document} edit={edit} />
      </div>
      {document.levels.length > 0 && <CourseMap game={document} batches={batches} />}
      <CourseFindings game={document} batches={batches} />
      {document.levels.length > 0 && <Journey game={document} onEdit={edit} />}
      <div className={css.cards}>
        {document.levels.map((level) => (
          <LevelCard key={level.id} game={document} level={level} revision={revision} batches={batches}>
            <LevelActions game={document} level={level} onEdit={edit} />
          </LevelCard>
        ))}
        {document.levels.length === 0 && <Empty title="No levels yet">Add one, then draw it on the desk.</Empty>}
      </div>
      <h2 className={`heading ${css.batches}`}>Batches</h2>
      {list.error ? (
        <Failed error={list.error} onRetry={() => void list.refetch()} />
      ) : (
        <BatchTable game={document} gameId={gameId} list={list.data} />
      )}
    </>
  );
}

function AddLevel({ document, edit }: { document: GameDocument; edit: GameEdit }) {
  const router = useRouter();
  const [isOpen, setIsOpen] = useState(false);
  const addLevel = async (level: NewLevel) => {
    let id = '';
    const isSaved = await edit(`Add ${level.name}`, (draft) => {
      id = commands.addLevel(draft, level);
    });
    setIsOpen(false);
    if (isSaved) router.push(`/games/${document.id}/levels/${id}`);
  };
  return (
    <>
      <Button
        size="compact-sm"
        variant="light"
        disabled={!commands.canHoldLevels(document)}
        onClick={() => setIsOpen(true)}
      >
        Add a level
      </Button>
      <SizeDialog
        title="A new level"
        action="Add and open"
        opened={isOpen}
        onClose={() => setIsOpen(false)}
        onCreate={(level) => void addLevel(level)}
      >
        Open ground inside a wall, the player in one corner and the exit in the other. Everything else is drawn on the
        desk.
      </SizeDialog>
    </>
  );
}
