'use client';

import { Button } from '@mantine/core';
import { useEffect, useRef, useState, type ReactNode } from 'react';
import { gridToMap, type PictureGrid } from '@/core/index';
import { useDesk, useFollowed } from '../DeskContext';
import { drawReading } from './drawReading';
import { Row, SelectField } from './fields';
import { Fault, grounds, usualGlyphs, type ApplyMap, type Place } from './mapSource';
import styles from './panels.module.css';
import { ReadingForm } from './ReadingForm';
import { usePictureReading, type ReadPicture } from './usePictureReading';

/** Size of the drawing, pixels. */
const WIDTH = 440;
const MOST_HEIGHT = 320;

/** A map from a picture of a maze. */
export function FromPicture({ onApply }: { onApply: ApplyMap }) {
  const { read, fault, isReading, open, change } = usePictureReading();
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <p className={`quiet ${styles.said}`}>
        A PNG or JPEG of a maze: dark walls on light ground. How it is read is shown over it and can be changed.
      </p>
      <Button size="compact-sm" variant="light" onClick={() => input.current?.click()}>
        Choose a picture…
      </Button>
      <input
        ref={input}
        type="file"
        accept="image/png,image/jpeg"
        className={styles.file}
        aria-label="Picture of a maze"
        onChange={(event) => {
          const [file] = event.currentTarget.files ?? [];
          event.currentTarget.value = '';
          if (file) void open(file);
        }}
      />
      {isReading && <p className="quiet">Reading the picture…</p>}
      <Fault fault={fault} />
      {read && (
        <>
          <Drawing read={read} />
          <UseMap grid={read.grid} onApply={onApply}>
            <ReadingForm reading={read.reading} onChange={(next) => void change(next)} />
          </UseMap>
        </>
      )}
    </>
  );
}

function Drawing({ read: { picture, reading, grid, milliseconds } }: { read: ReadPicture }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    if (canvas.current) drawReading(canvas.current, picture, reading, grid);
  }, [picture, reading, grid]);
  return (
    <>
      <canvas
        ref={canvas}
        width={WIDTH}
        height={Math.round(Math.min(MOST_HEIGHT, (WIDTH * picture.height) / picture.width))}
        className={styles.reading}
        aria-label="How the picture is read"
      />
      <p className={`quiet ${styles.said}`}>
        {picture.width} × {picture.height} pixels{grid && `, read as ${grid.columns} × ${grid.rows} cells`} in{' '}
        {Math.round(milliseconds)} ms
      </p>
    </>
  );
}

/** Which ground walls and the rest become; the ends of the picture become player and exit. */
function UseMap({
  grid,
  onApply,
  children,
}: {
  grid: PictureGrid | undefined;
  onApply: ApplyMap;
  children: ReactNode;
}) {
  const { session } = useDesk();
  const game = useFollowed(session, (state) => state.game);
  const usual = usualGlyphs(game);
  const [wall, setWall] = useState(usual.wall);
  const [open, setOpen] = useState(usual.open);
  const apply = (from: PictureGrid) => {
    const middle = (cell: number): Place | undefined =>
      cell < 0 ? undefined : { x: (cell % from.columns) + 0.5, y: Math.floor(cell / from.columns) + 0.5 };
    onApply('Build from a picture', gridToMap(from, wall, open), {
      player: middle(from.entrance),
      exit: middle(from.exit),
    });
  };
  return (
    <>
      <Button my={4} size="compact-sm" disabled={!grid} onClick={() => grid && apply(grid)}>
        Use this map
      </Button>{' '}
      <span className="quiet">ring: player, square: exit</span>
      {children}
      <Row label="walls become">
        <SelectField label="Ground of walls" value={wall} options={grounds(game)} onCommit={setWall} />
      </Row>
      <Row label="the rest becomes">
        <SelectField label="Ground of the rest" value={open} options={grounds(game)} onCommit={setOpen} />
      </Row>
    </>
  );
}
