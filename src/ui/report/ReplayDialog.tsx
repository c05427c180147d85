'use client';

import { Modal, Switch } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { PageLink } from '../frame/PageLink';
import { useState } from 'react';
import { NUMBER_VERSIONS, sayVersions, type GameDocument, type RecordedRun } from '@/core/index';
import type { ArmInfo, BatchInfo, RunRow } from '@/server/contracts/batches';
import { useFollowed } from '../desk/DeskContext';
import { addressOfRun } from '../editor/askedRun';
import { mindAt } from '../editor/composePicture';
import { Playback } from '../editor/playback';
import { MindLine } from '../frame/MindLine';
import { Failed, Loading } from '../frame/States';
import { PlayingBar, useAdvancing } from '../replay/PlayingBar';
import { ReplayEnd, ReplayPicture, type ShownRun } from '../replay/ReplayPicture';
import { gorgeApi } from '../requests/gorgeApi';
import { startSimulationWorker } from '../workers/simulationWorker';
import css from './report.module.css';

const WIDTH = 840;
const MOST_HEIGHT = 500;
/** A replay begins this long before its end, or before the moment that it is to show. */
const LEAD_SECONDS = 3;

/** One run of a batch, simulated again from its seed and shown from three seconds before its end or another moment. */
export function ReplayDialog({
  batch,
  arm,
  seed,
  atSeconds,
  onClose,
}: {
  batch: BatchInfo;
  arm: ArmInfo;
  seed: number;
  atSeconds?: number;
  onClose: () => void;
}) {
  const query = useQuery({
    queryKey: ['replay', batch.id, arm.arm, seed],
    queryFn: () => simulateAgain(batch, arm, seed),
    staleTime: Infinity,
    gcTime: 0,
  });
  return (
    <Modal
      opened
      onClose={onClose}
      size="auto"
      title={batch.arms.length > 1 ? `Run of seed ${seed}, ${arm.name}` : `Run of seed ${seed}`}
      centered
    >
      {query.data ? (
        <>
          <Differing batch={batch} again={query.data} />
          {arm.isPlain && (
            <PageLink
              href={addressOfRun(batch.gameId, arm.levelId, {
                seed,
                standIn: arm.standInId,
                seconds: momentToShow(query.data.run, atSeconds),
              })}
            >
              On the desk, as the level is now
            </PageLink>
          )}
          <Replay game={query.data.game} levelId={arm.levelId} run={query.data.run} atSeconds={atSeconds} />
        </>
      ) : query.error ? (
        <Failed error={query.error} />
      ) : (
        <Loading what="the run" />
      )}
    </Modal>
  );
}

interface RunAgain {
  game: GameDocument;
  run: RecordedRun;
  /** The row that the batch kept of it. */
  kept: RunRow | undefined;
}

async function simulateAgain(batch: BatchInfo, arm: ArmInfo, seed: number): Promise<RunAgain> {
  const [game, kept] = await Promise.all([
    gorgeApi.revision(batch.gameId, arm.revision),
    gorgeApi.run(batch.gameId, batch.id, arm.arm, seed),
  ]);
  const worker = startSimulationWorker();
  try {
    await worker.api.prepare(worker.feed.next(game), arm.levelId, false, arm.overrides);
    const run = await worker.api.record(arm.standInId, seed);
    if (!run) throw new Error('This run cannot be simulated again.');
    return { game, run, kept };
  } finally {
    worker.end();
  }
}

/** Says so when what is shown is not what the batch has counted: other versions may run otherwise. */
function Differing({ batch, again: { run, kept } }: { batch: BatchInfo; again: RunAgain }) {
  if (!kept || kept.hash === run.record?.hash) return null;
  return (
    <p role="alert" className="wary" style={{ margin: '0 0 8px', maxWidth: WIDTH }} data-testid="replay-differs">
      This is not the run that the batch counted, which came to “{kept.outcome}” after {kept.ticks} ticks: it was made
      by {sayVersions(batch.versions)}, and here are {sayVersions(NUMBER_VERSIONS)}.
    </p>
  );
}

function Replay({ atSeconds, ...shown }: ShownRun & { atSeconds: number | undefined }) {
  const { run } = shown;
  const [playback] = useState(() => startedPlayback(run, atSeconds));
  const [showsMind, setShowsMind] = useState(false);
  const { tick } = useFollowed(playback, (state) => state);
  useAdvancing(playback);
  const mind = mindAt(run.minds, tick);
  return (
    <>
      <ReplayPicture
        {...shown}
        tick={tick}
        mind={showsMind ? mind : undefined}
        width={WIDTH}
        mostHeight={MOST_HEIGHT}
      />
      <div className={css.inLine}>
        <PlayingBar playback={playback} />
        <Switch
          label="Mind"
          size="xs"
          checked={showsMind}
          onChange={(event) => setShowsMind(event.currentTarget.checked)}
          title="What the stand-in plans (dots), wants (dashed cells) and expects (rings)"
        />
      </div>
      {showsMind && (
        <p className={`quiet ${css.note}`}>
          {mind ? <MindLine mind={mind} pieces={run.pieces} {...shown} /> : 'Nothing in mind yet.'}
        </p>
      )}
      <ReplayEnd {...shown} />
    </>
  );
}

function startedPlayback(run: RecordedRun, atSeconds: number | undefined): Playback {
  const playback = new Playback();
  const lastTick = run.frames.length / run.frameSize - 1;
  playback.setRun(lastTick, run.ticksPerSecond);
  playback.seek(momentToShow(run, atSeconds) * run.ticksPerSecond);
  playback.play();
  return playback;
}

/** Seconds into a run from which it is shown: a little before the moment that is wanted, or before its end. */
function momentToShow(run: RecordedRun, atSeconds: number | undefined): number {
  const end = (run.frames.length / run.frameSize - 1) / run.ticksPerSecond;
  const wanted = atSeconds !== undefined && atSeconds >= 0 ? atSeconds : end;
  return Math.max(0, wanted - LEAD_SECONDS);
}
