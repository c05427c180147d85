'use client';

import { ActionIcon, Modal, Slider, Switch, useComputedColorScheme } from '@mantine/core';
import { IconPlayerPause, IconPlayerPlay } from '@tabler/icons-react';
import { useQuery } from '@tanstack/react-query';
import Link from 'next/link';
import { useEffect, useRef, useState } from 'react';
import {
  nameOfPiece,
  NUMBER_VERSIONS,
  sayEnd,
  sayPlace,
  saySeconds,
  sayVersions,
  type GameDocument,
  type MindMoment,
  type RecordedRun,
} from '@/core/index';
import type { ArmInfo, BatchInfo, RunRow } from '@/server/contracts/batches';
import { ArenaCanvas } from '../canvas/ArenaCanvas';
import { fitCamera } from '../canvas/camera';
import { paletteFor } from '../canvas/palette';
import { useFollowed } from '../desk/DeskContext';
import { addressOfRun } from '../editor/askedRun';
import { composePicture, groundChangesUpTo, mindAt } from '../editor/composePicture';
import { Playback } from '../editor/playback';
import { MindLine } from '../frame/MindLine';
import { SpeedSwitch } from '../frame/SpeedSwitch';
import { Failed, Loading } from '../frame/States';
import { gorgeApi } from '../requests/gorgeApi';
import { startSimulationWorker } from '../workers/simulationWorker';
import css from './report.module.css';

const WIDTH = 840;
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
            <Link
              href={addressOfRun(batch.gameId, arm.levelId, {
                seed,
                standIn: arm.standInId,
                seconds: momentToShow(query.data.run, atSeconds),
              })}
            >
              On the desk, as the level is now
            </Link>
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

interface Shown {
  game: GameDocument;
  levelId: string;
  run: RecordedRun;
}

function Replay({ atSeconds, ...shown }: Shown & { atSeconds: number | undefined }) {
  const { run } = shown;
  const [playback] = useState(() => startedPlayback(run, atSeconds));
  const [showsMind, setShowsMind] = useState(false);
  const { tick } = useFollowed(playback, (state) => state);
  useEffect(() => advancing(playback), [playback]);
  const mind = mindAt(run.minds, tick);
  return (
    <>
      <ReplayPicture {...shown} tick={tick} mind={showsMind ? mind : undefined} />
      <div className={css.inLine}>
        <Playing playback={playback} />
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

/** Moves the playback on with every frame that the browser draws, until the returned function is called. */
function advancing(playback: Playback): () => void {
  let last = performance.now();
  let request = requestAnimationFrame(function frame(now: number) {
    playback.advance(now - last);
    last = now;
    request = requestAnimationFrame(frame);
  });
  return () => cancelAnimationFrame(request);
}

function Playing({ playback }: { playback: Playback }) {
  const { tick, isPlaying, speed, lastTick, ticksPerSecond } = useFollowed(playback, (state) => state);
  return (
    <>
      <ActionIcon aria-label={isPlaying ? 'Pause' : 'Play'} onClick={() => playback.toggle()}>
        {isPlaying ? <IconPlayerPause size={16} /> : <IconPlayerPlay size={16} />}
      </ActionIcon>
      <Slider
        className="rest"
        label={null}
        thumbLabel="Moment"
        min={0}
        max={lastTick}
        value={tick}
        onChange={(value) => playback.seek(value)}
      />
      <span className="mono one-line">
        {(tick / ticksPerSecond).toFixed(2)} s of {(lastTick / ticksPerSecond).toFixed(1)} s
      </span>
      <SpeedSwitch playback={playback} speed={speed} />
    </>
  );
}

/** The level at a tick of a run, and over it what the stand-in has in mind if that is asked for. */
function ReplayPicture({ game, levelId, run, tick, mind }: Shown & { tick: number; mind: MindMoment | undefined }) {
  const level = game.levels.find((candidate) => candidate.id === levelId)!;
  const height = Math.min(500, Math.round((WIDTH * level.map.length) / level.map[0].length));
  const scheme = useComputedColorScheme('light');
  const ground = useRef<HTMLCanvasElement>(null);
  const top = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    if (!ground.current || !top.current) return;
    const picture = composePicture(
      { game, levelId, run, tick: Math.max(1, tick), groundChanges: groundChangesUpTo(run.events, tick) },
      { routes: [], ends: [], selection: [], mind, chosenWaypoint: undefined, cursor: undefined, lasso: undefined },
    );
    const camera = fitCamera(level.map[0].length, level.map.length, WIDTH, height, 0);
    new ArenaCanvas(ground.current, top.current).draw(picture, camera, paletteFor(scheme), WIDTH, height);
  }, [game, levelId, level, run, tick, height, scheme, mind]);
  const style = { position: 'absolute', inset: 0, width: WIDTH, height } as const;
  return (
    <div style={{ position: 'relative', width: WIDTH, height }} data-testid="replay" data-hash={run.record?.hash}>
      <canvas ref={ground} style={style} />
      <canvas ref={top} style={style} />
    </div>
  );
}

function ReplayEnd({ game, levelId, run: { record, ticksPerSecond } }: Shown) {
  if (!record) return null;
  const { pieces } = game.levels.find((candidate) => candidate.id === levelId)!;
  const name = nameOfPiece(record.piece, { pieces, kinds: game.cast });
  return (
    <p className={`${record.outcome === 'won' ? 'good' : 'bad'} ${css.replayEnd}`} data-testid="replay-end">
      {sayEnd({ cause: record.cause, name, piece: record.piece })} at {saySeconds(record.ticks / ticksPerSecond)}, at{' '}
      {sayPlace(record.x, record.y)}
    </p>
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
