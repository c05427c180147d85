'use client';

import { useComputedColorScheme } from '@mantine/core';
import { useEffect, useRef } from 'react';
import type { CellCount, Mark, Terrain } from '@/core/index';
import { fitCamera } from '../canvas/camera';
import { drawCellCounts, drawMarkFrames, mostOf } from '../canvas/drawCellCounts';
import { drawGround } from '../canvas/drawGround';
import { paletteFor } from '../canvas/palette';
import css from './frame.module.css';

interface CellMapProps {
  ground: { map: readonly string[]; terrain: readonly Terrain[] };
  cells: readonly CellCount[];
  /** Room for it, pixels; the height follows from the width when it is left out. */
  width: number;
  height?: number;
  /** So many cells around the level are shown too. */
  beyond?: number;
  tint: 'clay' | 'ochre' | 'river';
  /** Cells in which something happened less often, where it is told how often it happened more. */
  less?: readonly CellCount[];
  /** What the strongest tint stands for; left out: the highest count. */
  most?: number;
  /** Marks that are framed as where the player wants to be. */
  goals: readonly Mark[];
  label: string;
  /** What is counted, as in "ends in a cell". */
  unit: string;
  testId: string;
}

/** The ground of a level with every cell tinted by how often something happened in it, and what the tint stands for. */
export function CellMap(props: CellMapProps) {
  const { cells, less, tint, label, unit, testId } = props;
  const most = props.most ?? Math.max(mostOf(cells), mostOf(less ?? []));
  const { canvas, size } = useCellPicture({ ...props, most });
  const fade = `linear-gradient(90deg, ${less ? `var(--${LESS}), ` : ''}transparent, var(--${tint}))`;
  return (
    <figure className="flush">
      <canvas
        ref={canvas}
        role="img"
        aria-label={label}
        data-testid={testId}
        className={css.cellPicture}
        style={size}
      />
      <figcaption className={`quiet ${css.legend}`}>
        <span className="mono">{less ? `−${most}` : '0'}</span>
        <span className={`tinted ${css.tints}`} style={{ background: fade }} />
        <span>
          <span className="mono">
            {less ? '+' : ''}
            {most}
          </span>{' '}
          {unit}
        </span>
      </figcaption>
    </figure>
  );
}

/** What is less is tinted so. */
const LESS = 'ochre';

/** Draws it into `canvas`, as large as there is room, and says how large that is, in pixels. */
function useCellPicture({
  ground,
  cells,
  less,
  most,
  width,
  height,
  beyond = 0,
  tint,
  goals,
}: CellMapProps & { most: number }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const scheme = useComputedColorScheme('light');
  const columns = ground.map[0].length + 2 * beyond;
  const rows = ground.map.length + 2 * beyond;
  const scale = Math.min(width / columns, (height ?? Infinity) / rows);
  const [shownWidth, shownHeight] = [Math.round(columns * scale), Math.round(rows * scale)];
  useEffect(() => {
    const element = canvas.current;
    const context = element?.getContext('2d');
    if (!element || !context) return;
    const ratio = window.devicePixelRatio || 1;
    element.width = shownWidth * ratio;
    element.height = shownHeight * ratio;
    context.setTransform(ratio, 0, 0, ratio, 0, 0);
    const palette = paletteFor(scheme);
    const fitted = fitCamera(columns, rows, shownWidth, shownHeight, 0);
    const camera = {
      ...fitted,
      left: fitted.left + beyond * fitted.scale,
      top: fitted.top + beyond * fitted.scale,
    };
    context.fillStyle = palette.beyond;
    context.fillRect(0, 0, shownWidth, shownHeight);
    drawGround(context, ground.terrain, ground, camera, palette);
    const strongest = Math.max(most, Number.MIN_VALUE);
    drawCellCounts(context, cells, palette[tint], camera, strongest);
    if (less) drawCellCounts(context, less, palette[LESS], camera, strongest);
    drawMarkFrames(context, goals, palette.moss, camera);
  }, [ground, cells, less, most, goals, tint, beyond, shownWidth, shownHeight, columns, rows, scheme]);
  return { canvas, size: { width: shownWidth, height: shownHeight } };
}
