'use client';

import { Button } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { commands, type NewLevel } from '@/core/index';
import { openSaved } from '../editor/saving';
import { Frame } from '../frame/Frame';
import { SizeDialog } from '../frame/SizeDialog';
import { Empty, Failed, Loading } from '../frame/States';
import { gorgeApi } from '../requests/gorgeApi';
import { LevelCard } from '../shelf/LevelCard';
import { BatchTable } from './BatchTable';
import { CourseFindings } from './CourseFindings';
import { CourseMap } from './CourseMap';
import { LevelActions } from './LevelActions';
import { useGameEdit } from './useGameEdit';

/** One game: its levels in order, and every batch that was run. */
export function Course({ gameId }: { gameId: string }) {
  const game = useQuery({ queryKey: ['game', gameId], queryFn: () => openSaved(gameId) });
  const batches = useQuery({
    queryKey: ['batches', gameId],
    queryFn: () => gorgeApi.batches(gameId),
    refetchInterval: ({ state }) => (state.data?.batches.some((batch) => batch.status === 'running') ? 1000 : false),
  });
  const document = game.data?.document;
  const edit = useGameEdit(game.data);
  const router = useRouter();
  const [isAdding, setIsAdding] = useState(false);
  const addLevel = async (level: NewLevel) => {
    let id = '';
    const isSaved = await edit(`Add ${level.name}`, (draft) => {
      id = commands.addLevel(draft, level);
    });
    setIsAdding(false);
    if (isSaved) router.push(`/games/${gameId}/levels/${id}`);
  };
  return (
    <Frame
      trail={[{ label: document?.name ?? gameId }]}
      middle={
        <>
          <Link href={`/games/${gameId}/history`}>History</Link>
          <a href={gorgeApi.exportUrl(gameId)} download style={{ color: 'var(--river)' }}>
            Export
          </a>
        </>
      }
    >
      <div style={{ padding: '18px 22px', maxWidth: 1280 }}>
        {!document &&
          (game.error ? (
            <Failed error={game.error} onRetry={() => void game.refetch()} />
          ) : (
            <Loading what="the game" />
          ))}
        {document && (
          <>
            <div style={{ display: 'flex', alignItems: 'center', gap: 14, marginBottom: 10 }}>
              <h2 className="heading">Levels, in order</h2>
              <Button
                size="compact-sm"
                variant="light"
                disabled={!commands.canHoldLevels(document)}
                onClick={() => setIsAdding(true)}
              >
                Add a level
              </Button>
            </div>
            <SizeDialog
              title="A new level"
              action="Add and open"
              opened={isAdding}
              onClose={() => setIsAdding(false)}
              onCreate={(level) => void addLevel(level)}
            >
              Open ground inside a wall, the player in one corner and the exit in the other. Everything else is drawn on
              the desk.
            </SizeDialog>
            {document.levels.length > 0 && <CourseMap game={document} batches={batches.data?.batches ?? []} />}
            <CourseFindings game={document} batches={batches.data?.batches ?? []} />
            <div style={{ display: 'flex', flexWrap: 'wrap', gap: 16, marginBottom: 26 }}>
              {document.levels.map((level) => (
                <LevelCard
                  key={level.id}
                  game={document}
                  level={level}
                  revision={game.data?.revision ?? ''}
                  batches={batches.data?.batches ?? []}
                >
                  <LevelActions game={document} level={level} onEdit={edit} />
                </LevelCard>
              ))}
              {document.levels.length === 0 && <Empty title="No levels yet">Add one, then draw it on the desk.</Empty>}
            </div>
            <h2 className="heading" style={{ marginBottom: 4 }}>
              Batches
            </h2>
            {batches.error ? (
              <Failed error={batches.error} onRetry={() => void batches.refetch()} />
            ) : (
              <BatchTable game={document} gameId={gameId} list={batches.data} />
            )}
          </>
        )}
      </div>
    </Frame>
  );
}
