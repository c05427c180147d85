'use client';

import { useComputedColorScheme } from '@mantine/core';
import { useEffect, useRef } from 'react';
import { toCells } from '../canvas/camera';
import { changedWindow } from '../canvas/drawGround';
import { fitTint, paletteFor } from '../canvas/palette';
import type { ArenaView } from '../editor/arenaView';
import { placedIn } from '../editor/showPieces';
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
      <Pieces scale={scale} size={size} />
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
  const drawn = useRef<{ map: typeof map; terrain: typeof terrain; scheme: typeof scheme }>(undefined);
  useEffect(() => {
    const context = canvas.current?.getContext('2d');
    if (!context) return;
    const before = drawn.current;
    drawn.current = { map, terrain, scheme };
    const isSame = before?.terrain === terrain && before.scheme === scheme;
    const whole = { column: 0, row: 0, lastColumn: map[0].length, lastRow: map.length };
    const { column, row, lastColumn, lastRow } = (isSame ? changedWindow(before.map, map) : undefined) ?? whole;
    const [columns, rows] = [lastColumn - column, lastRow - row];
    if (columns === 0 || rows === 0) return;
    const palette = paletteFor(scheme);
    const colours = new Map(terrain.map((ground) => [ground.glyph, readColour(fitTint(ground.tint, palette))]));
    const image = context.createImageData(columns, rows);
    for (let down = 0; down < rows; down++)
      for (let across = 0; across < columns; across++)
        image.data.set(colours.get(map[row + down][column + across]) ?? [0, 0, 0, 255], 4 * (down * columns + across));
    context.putImageData(image, column, row);
  }, [map, terrain, scheme]);
  return canvas;
}

/** Side of a piece on the map, pixels. */
const DOT = 2.5;
const PLAYER_DOT = 5;

/** Where the pieces stand, the player and what is selected larger than the rest. */
function Pieces({ scale, size }: { scale: number; size: { width: number; height: number } }) {
  const { session } = useDesk();
  const scheme = useComputedColorScheme('light');
  const game = useFollowed(session, (state) => state.game);
  const selection = useFollowed(session, (state) => state.selection);
  const { level } = session;
  const canvas = useRef<HTMLCanvasElement>(null);
  const ratio = typeof window === 'undefined' ? 1 : window.devicePixelRatio || 1;
  useEffect(() => {
    const context = canvas.current?.getContext('2d');
    if (!context) return;
    const palette = paletteFor(scheme);
    context.setTransform(ratio, 0, 0, ratio, 0, 0);
    context.clearRect(0, 0, size.width, size.height);
    const chosen = new Set(selection);
    for (const { piece, kind } of placedIn(game, level)) {
      const isMarked = kind.control !== undefined || chosen.has(piece.id);
      const side = isMarked ? PLAYER_DOT : DOT;
      context.fillStyle = isMarked ? palette.river : fitTint(kind.tint, palette);
      context.fillRect(piece.at[0] * scale - side / 2, piece.at[1] * scale - side / 2, side, side);
    }
  }, [game, level, selection, scheme, scale, size.width, size.height, ratio]);
  const pixels = { width: Math.round(size.width * ratio), height: Math.round(size.height * ratio) };
  return <canvas ref={canvas} {...pixels} className={css.miniMapPieces} style={size} />;
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
