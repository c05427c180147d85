'use client';

import { useComputedColorScheme } from '@mantine/core';
import { useEffect, useRef } from 'react';
import type { GameDocument, Level } from '@/core/index';
import { ArenaCanvas } from '../canvas/ArenaCanvas';
import { fitCamera } from '../canvas/camera';
import { paletteFor } from '../canvas/palette';
import { composePicture } from '../editor/composePicture';

/** A level drawn small: its ground, guards, routes and exit. */
export function LevelMap({
  game,
  level,
  width,
  height,
}: {
  game: GameDocument;
  level: Level;
  width: number;
  height: number;
}) {
  const ground = useRef<HTMLCanvasElement>(null);
  const top = useRef<HTMLCanvasElement>(null);
  const scheme = useComputedColorScheme('light');
  useEffect(() => {
    if (!ground.current || !top.current) return;
    const picture = composePicture(
      { game, levelId: level.id, run: undefined, tick: 0 },
      { routes: [], ends: [], selection: [], chosenWaypoint: undefined, cursor: undefined, lasso: undefined },
    );
    const camera = fitCamera(level.map[0].length, level.map.length, width, height, 0);
    // Waypoints would cover a map of this size.
    const routes = picture.routes.map((route) => ({ ...route, track: route.waypoints.flat(), waypoints: [] }));
    new ArenaCanvas(ground.current, top.current).draw(
      // Names of lanes would be covered by what stands there.
      { ...picture, routes, lanes: [] },
      { camera, palette: paletteFor(scheme), width, height },
    );
  }, [game, level, width, height, scheme]);
  const style = { position: 'absolute', inset: 0, width, height } as const;
  return (
    <div role="img" aria-label={`Map of ${level.name}`} style={{ position: 'relative', width, height }}>
      <canvas ref={ground} style={style} />
      <canvas ref={top} style={style} />
    </div>
  );
}
