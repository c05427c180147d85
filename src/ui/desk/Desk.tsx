'use client';

import { useQuery } from '@tanstack/react-query';
import { useCallback, useMemo, useState } from 'react';
import { kindOf } from '@/core/index';
import type { GameReply } from '@/server/contracts/games';
import type { DeskSession } from '../editor/deskSession';
import { openSaved } from '../editor/saving';
import { Frame } from '../frame/Frame';
import { Empty, Failed, Loading } from '../frame/States';
import { Arena } from './Arena';
import { ClashNotice } from './ClashNotice';
import { DeskContext, useDesk } from './DeskContext';
import { DeskKeys } from './DeskKeys';
import { DeskPalette } from './DeskPalette';
import { Reading } from './Reading';
import { RunButton } from './RunButton';
import { SaveSign } from './SaveSign';
import { ScriptPanel } from './ScriptPanel';
import { Strata } from './Strata';
import { useDeskMachines } from './useDeskMachines';

/** The main view: the arena in the middle, the Reading at the right, the strata below. */
export function Desk({ gameId, levelId }: { gameId: string; levelId: string }) {
  const query = useQuery({
    queryKey: ['desk', gameId],
    queryFn: () => openSaved(gameId),
    staleTime: Infinity,
    gcTime: 0,
  });
  const trail = [{ label: query.data?.document.name ?? gameId, href: `/games/${gameId}` }];
  if (!query.data) {
    return (
      <Frame trail={trail}>
        {query.error ? (
          <Failed error={query.error} onRetry={() => void query.refetch()} />
        ) : (
          <Loading what="the level" />
        )}
      </Frame>
    );
  }
  if (!query.data.document.levels.some((level) => level.id === levelId)) {
    return (
      <Frame trail={trail}>
        <Empty title={`There is no level "${levelId}" in this game`}>The course of the game lists its levels.</Empty>
      </Frame>
    );
  }
  return <OpenDesk key={`${gameId} ${levelId}`} loaded={query.data} levelId={levelId} />;
}

function OpenDesk({ loaded, levelId }: { loaded: GameReply; levelId: string }) {
  const desk = useDeskMachines(loaded, levelId);
  const trail = [
    { label: loaded.document.name, href: `/games/${loaded.document.id}` },
    { label: loaded.document.levels.find((level) => level.id === levelId)?.name ?? levelId },
  ];
  return (
    <DeskContext.Provider value={desk}>
      <Frame
        trail={trail}
        middle={
          <>
            <SaveSign />
            <RunButton />
          </>
        }
      >
        <DeskBody />
      </Frame>
    </DeskContext.Provider>
  );
}

function DeskBody() {
  const { session } = useDesk();
  const [openScript, setOpenScript] = useState<string>();
  const [showsKeys, setShowsKeys] = useState(false);
  const help = useMemo(
    () => ({ opened: showsKeys, open: () => setShowsKeys(true), close: () => setShowsKeys(false) }),
    [showsKeys],
  );
  const toggleScript = useCallback(
    () => setOpenScript((open) => (open ? undefined : scriptOfSelection(session))),
    [session],
  );
  const columns = `${openScript ? '470px ' : ''}minmax(0, 1fr) 300px`;
  return (
    <div
      style={{
        display: 'grid',
        gridTemplateColumns: columns,
        gridTemplateRows: 'minmax(0, 1fr) 186px',
        height: '100%',
      }}
    >
      {openScript && <ScriptPanel scriptId={openScript} onClose={() => setOpenScript(undefined)} />}
      <Arena onOpenScript={setOpenScript} />
      <Reading onOpenScript={setOpenScript} />
      <Strata />
      <DeskKeys help={help} onToggleScript={toggleScript} />
      <DeskPalette help={help} onOpenScript={setOpenScript} />
      <ClashNotice />
    </div>
  );
}

/** The script that the selected guard follows, or else the first of the game. */
function scriptOfSelection(session: DeskSession): string | undefined {
  const { game, selection } = session.state;
  const piece = session.level.pieces.find((candidate) => selection.includes(candidate.id));
  return (piece && kindOf(game, piece.kind)?.behavior) ?? game.scripts[0]?.id;
}
