'use client';

import { useComputedColorScheme } from '@mantine/core';
import { useEffect, useRef } from 'react';
import {
  nameOfPiece,
  sayEnd,
  sayPlace,
  saySeconds,
  type GameDocument,
  type MindMoment,
  type RecordedRun,
} from '@/core/index';
import { ArenaCanvas } from '../canvas/ArenaCanvas';
import { fitCamera } from '../canvas/camera';
import { paletteFor } from '../canvas/palette';
import { composePicture, groundChangesUpTo } from '../editor/composePicture';
import css from './replay.module.css';

/** A run that was written down, and the version of the game in which it was made. */
export interface ShownRun {
  game: GameDocument;
  levelId: string;
  run: RecordedRun;
}

/** The level at a tick of a run, and over it what the stand-in has in mind if that is asked for. */
export function ReplayPicture({
  game,
  levelId,
  run,
  tick,
  mind,
  width,
  mostHeight,
}: ShownRun & { tick: number; mind: MindMoment | undefined; width: number; mostHeight: number }) {
  const level = game.levels.find((candidate) => candidate.id === levelId)!;
  const height = Math.min(mostHeight, Math.round((width * level.map.length) / level.map[0].length));
  const scheme = useComputedColorScheme('light');
  const ground = useRef<HTMLCanvasElement>(null);
  const top = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    if (!ground.current || !top.current) return;
    const picture = composePicture(
      { game, levelId, run, tick: Math.max(1, tick), groundChanges: groundChangesUpTo(run.events, tick) },
      { routes: [], ends: [], selection: [], mind, chosenWaypoint: undefined, cursor: undefined, lasso: undefined },
    );
    const camera = fitCamera(level.map[0].length, level.map.length, width, height, 0);
    new ArenaCanvas(ground.current, top.current).draw(picture, { camera, palette: paletteFor(scheme), width, height });
  }, [game, levelId, level, run, tick, width, height, scheme, mind]);
  const style = { position: 'absolute', inset: 0, width: width, height } as const;
  return (
    <div style={{ position: 'relative', width: width, height }} data-testid="replay" data-hash={run.record?.hash}>
      <canvas ref={ground} style={style} />
      <canvas ref={top} style={style} />
    </div>
  );
}

/** How a run ended, when and where. */
export function ReplayEnd({ game, levelId, run: { record, ticksPerSecond } }: ShownRun) {
  if (!record) return null;
  const { pieces } = game.levels.find((candidate) => candidate.id === levelId)!;
  const name = nameOfPiece(record.piece, { pieces, kinds: game.cast });
  return (
    <p className={`${record.outcome === 'won' ? 'good' : 'bad'} ${css.end}`} data-testid="replay-end">
      {sayEnd({ cause: record.cause, name, piece: record.piece })} at {saySeconds(record.ticks / ticksPerSecond)}, at{' '}
      {sayPlace(record.x, record.y)}
    </p>
  );
}
