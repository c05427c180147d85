'use client';

import { useComputedColorScheme } from '@mantine/core';
import { useEffect, useRef } from 'react';
import { toCells } from '../canvas/camera';
import { fitTint, paletteFor } from '../canvas/palette';
import type { ArenaView } from '../editor/arenaView';
import { useDesk, useFollowed } from './DeskContext';
import css from './desk.module.css';

const MOST_SIDE = 150;
/** Arenas that can be seen as a whole need no map. */
const LEAST_CELLS = 48;

/** Below so many pixels a cell the whole arena at once is hard to read. */
const READABLE_SCALE = 9;

/** A small map of a large arena, with the part that is looked at. Clicking it looks there. */
export function MiniMap({ view }: { view: ArenaView }) {
  const { session } = useDesk();
  const { camera, isFitted } = useFollowed(view, (state) => state);
  const most = Math.max(session.size.width, session.size.height);
  if (most < LEAST_CELLS || (isFitted && camera.scale >= READABLE_SCALE)) return null;
  return (
    <div className={`plate ${css.miniMap}`} role="img" aria-label="Small map of the arena; click to look there">
      <Face view={view} scale={MOST_SIDE / most} />
    </div>
  );
}

/** The map in `scale` pixels a cell. */
function Face({ view, scale }: { view: ArenaView; scale: number }) {
  const { session } = useDesk();
  const { width: columns, height: rows } = session.size;
  const size = { width: columns * scale, height: rows * scale };
  const canvas = useMapPixels();
  const look = (event: React.PointerEvent<HTMLDivElement>) => {
    const corner = event.currentTarget.getBoundingClientRect();
    view.lookAt((event.clientX - corner.left) / scale, (event.clientY - corner.top) / scale);
  };
  return (
    <div
      className={css.miniMapFace}
      style={size}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        look(event);
      }}
      onPointerMove={(event) => event.buttons > 0 && look(event)}
    >
      <canvas ref={canvas} width={columns} height={rows} className={css.miniMapPixels} style={size} />
      <LookedAt view={view} scale={scale} size={size} />
    </div>
  );
}

/** Draws the map a pixel a cell; the page draws it larger: painting on a large level must not wait for its map. */
function useMapPixels() {
  const { session } = useDesk();
  const scheme = useComputedColorScheme('light');
  const { terrain } = useFollowed(session, (state) => state.game);
  const { map } = session.level;
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const context = canvas.current?.getContext('2d');
    if (!context) return;
    const palette = paletteFor(scheme);
    const colours = new Map(terrain.map((ground) => [ground.glyph, readColour(fitTint(ground.tint, palette))]));
    const columns = map[0].length;
    const image = context.createImageData(columns, map.length);
    map.forEach((line, row) => {
      for (let column = 0; column < line.length; column++)
        image.data.set(colours.get(line[column]) ?? [0, 0, 0, 255], 4 * (row * columns + column));
    });
    context.putImageData(image, 0, 0);
  }, [map, terrain, scheme]);
  return canvas;
}

interface LookedAtProps {
  view: ArenaView;
  scale: number;
  size: { width: number; height: number };
}

/** A frame around what the arena shows. */
function LookedAt({ view, scale, size }: LookedAtProps) {
  const { camera, width, height } = useFollowed(view, (state) => state);
  const [from, to] = [toCells(camera, 0, 0), toCells(camera, width, height)];
  const [left, top] = [Math.max(0, from.x * scale), Math.max(0, from.y * scale)];
  const [right, bottom] = [Math.min(size.width, to.x * scale), Math.min(size.height, to.y * scale)];
  return (
    <div
      className={css.miniMapFrame}
      style={{ left, top, width: Math.max(4, right - left), height: Math.max(4, bottom - top) }}
    />
  );
}

/** Red, green, blue and alpha of a colour as palettes write it: `#rrggbb` or `rgb(r, g, b)`. */
function readColour(colour: string): [number, number, number, number] {
  const parts = colour.startsWith('#')
    ? [1, 3, 5].map((place) => Number.parseInt(colour.slice(place, place + 2), 16))
    : (colour.match(/\d+/g) ?? []).map(Number);
  const [red = 0, green = 0, blue = 0] = parts;
  return [red, green, blue, 255];
}
