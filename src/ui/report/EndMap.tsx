'use client';

import { useComputedColorScheme } from '@mantine/core';
import { useEffect, useRef } from 'react';
import type { FullSummary, GameDocument, Level } from '@/core/index';
import { fitCamera } from '../canvas/camera';
import { drawEndCells } from '../canvas/drawEndCells';
import { drawGround } from '../canvas/drawGround';
import { paletteFor } from '../canvas/palette';

/** The arena with every cell tinted by how many runs ended in it. */
export function EndMap({
  game,
  level,
  cells,
  width,
}: {
  game: GameDocument;
  level: Level;
  cells: FullSummary['endCells'];
  width: number;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const scheme = useComputedColorScheme('light');
  const columns = level.map[0].length;
  const rows = level.map.length;
  const height = Math.round((width * rows) / columns);
  const most = cells.reduce((highest, cell) => Math.max(highest, cell.count), 0);
  useEffect(() => {
    const element = canvas.current;
    const context = element?.getContext('2d');
    if (!element || !context) return;
    const ratio = window.devicePixelRatio || 1;
    element.width = width * ratio;
    element.height = height * ratio;
    context.setTransform(ratio, 0, 0, ratio, 0, 0);
    const palette = paletteFor(scheme);
    const camera = fitCamera(columns, rows, width, height, 0);
    drawGround(context, game.terrain, level, camera, palette);
    drawEndCells(context, cells, level.marks, camera, palette);
  }, [game, level, cells, width, height, columns, rows, scheme]);
  return (
    <figure style={{ margin: 0 }}>
      <canvas
        ref={canvas}
        role="img"
        aria-label="Where runs end"
        data-testid="end-map"
        style={{ width, height, borderRadius: 3 }}
      />
      <figcaption className="quiet" style={{ display: 'flex', alignItems: 'center', gap: 8, fontSize: 12 }}>
        <span className="mono">0</span>
        <span
          style={{
            width: 110,
            height: 9,
            background: 'linear-gradient(90deg, transparent, var(--clay))',
            border: '1px solid var(--layer)',
          }}
        />
        <span>
          <span className="mono">{most}</span> ends in a cell
        </span>
      </figcaption>
    </figure>
  );
}
