'use client';

import { useComputedColorScheme } from '@mantine/core';
import { useEffect, useRef } from 'react';
import { toCells } from '../canvas/camera';
import { fitTint, paletteFor } from '../canvas/palette';
import type { ArenaView } from '../editor/arenaView';
import { useDesk, useFollowed } from './DeskContext';

const MOST_SIDE = 150;
/** Arenas that can be seen as a whole need no map. */
const LEAST_CELLS = 48;

/** Below so many pixels a cell the whole arena at once is hard to read. */
const READABLE_SCALE = 9;

/** A small map of a large arena, with the part that is looked at. Clicking it looks there. */
export function MiniMap({ view }: { view: ArenaView }) {
  const { session } = useDesk();
  const scheme = useComputedColorScheme('light');
  const game = useFollowed(session, (state) => state.game);
  const { camera, width, height } = useFollowed(view, (state) => state);
  const canvas = useRef<HTMLCanvasElement>(null);
  const { width: columns, height: rows } = session.size;
  const isFitted = useFollowed(view, (state) => state.isFitted);
  const isLarge = Math.max(columns, rows) >= LEAST_CELLS && (!isFitted || camera.scale < READABLE_SCALE);
  const scale = MOST_SIDE / Math.max(columns, rows);
  const { map } = session.level;
  useEffect(() => {
    const context = canvas.current?.getContext('2d');
    if (!context) return;
    const palette = paletteFor(scheme);
    const colours = new Map(game.terrain.map((ground) => [ground.glyph, readColour(fitTint(ground.tint, palette))]));
    // A pixel a cell, drawn larger by the page: painting on a large level must not wait for its map.
    const image = context.createImageData(columns, rows);
    map.forEach((line, row) => {
      for (let column = 0; column < line.length; column++)
        image.data.set(colours.get(line[column]) ?? [0, 0, 0, 255], 4 * (row * columns + column));
    });
    context.putImageData(image, 0, 0);
  }, [map, game.terrain, scheme, columns, rows, isLarge]);
  if (!isLarge) return null;
  const [from, to] = [toCells(camera, 0, 0), toCells(camera, width, height)];
  const frame = {
    left: Math.max(0, from.x * scale),
    top: Math.max(0, from.y * scale),
    right: Math.min(columns * scale, to.x * scale),
    bottom: Math.min(rows * scale, to.y * scale),
  };
  const look = (event: React.PointerEvent<HTMLDivElement>) => {
    const corner = event.currentTarget.getBoundingClientRect();
    view.lookAt((event.clientX - corner.left) / scale, (event.clientY - corner.top) / scale);
  };
  return (
    <div
      className="plate"
      role="img"
      aria-label="Small map of the arena; click to look there"
      style={{ position: 'absolute', right: 10, bottom: 42, padding: 3, lineHeight: 0 }}
    >
      <div
        style={{
          position: 'relative',
          width: columns * scale,
          height: rows * scale,
          cursor: 'pointer',
          touchAction: 'none',
        }}
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId);
          look(event);
        }}
        onPointerMove={(event) => event.buttons > 0 && look(event)}
      >
        <canvas
          ref={canvas}
          width={columns}
          height={rows}
          style={{ width: columns * scale, height: rows * scale, imageRendering: 'pixelated' }}
        />
        <div
          style={{
            position: 'absolute',
            left: frame.left,
            top: frame.top,
            width: Math.max(4, frame.right - frame.left),
            height: Math.max(4, frame.bottom - frame.top),
            border: '1.5px solid var(--river)',
            pointerEvents: 'none',
          }}
        />
      </div>
    </div>
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
