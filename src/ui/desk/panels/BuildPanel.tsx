'use client';

import { Button, SegmentedControl, Textarea } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useEffect, useMemo, useRef, useState } from 'react';
import {
  commands,
  generateMap,
  gridToMap,
  LIMITS,
  readTextMap,
  unknownGlyphs,
  type Diagnostic,
  type GameDocument,
  type MapRecipe,
  type PictureGrid,
  type PictureReading,
} from '@/core/index';
import type { OpenedPicture } from '../../workers/picture.worker';
import { startPictureWorker, type PictureWorker } from '../../workers/pictureWorker';
import { useDesk, useFollowed } from '../DeskContext';
import { NumberField, Row, SelectField, SwitchField } from './fields';
import { drawReading } from './drawReading';
import { SidePanel } from './SidePanel';

type Source = 'picture' | 'text' | 'generator';

/** Ways to get a whole map at once: from a picture, from text, from a seed. */
export function BuildPanel({ onClose }: { onClose: () => void }) {
  const { session } = useDesk();
  const [source, setSource] = useState<Source>('picture');
  const apply = (label: string, map: readonly string[], ends?: { player?: Place; exit?: Place }) => {
    session.change(label, (draft) => {
      const { levelId } = session.state;
      commands.replaceMap(draft, levelId, map);
      if (ends) putEnds(draft, levelId, ends);
    });
    notifications.show({
      color: 'moss',
      title: `${map[0].length} × ${map.length} cells`,
      message: 'Ctrl+Z takes it back.',
    });
  };
  return (
    <SidePanel title="Build" note="a whole map at once" onClose={onClose}>
      <SegmentedControl
        fullWidth
        size="xs"
        value={source}
        onChange={(value) => setSource(value as Source)}
        data={[
          { value: 'picture', label: 'From a picture' },
          { value: 'text', label: 'From text' },
          { value: 'generator', label: 'From a seed' },
        ]}
        aria-label="Where the map comes from"
      />
      {source === 'picture' && <FromPicture onApply={apply} />}
      {source === 'text' && <FromText onApply={apply} />}
      {source === 'generator' && <FromSeed onApply={apply} />}
    </SidePanel>
  );
}

interface Place {
  x: number;
  y: number;
}

type Apply = (label: string, map: readonly string[], ends?: { player?: Place; exit?: Place }) => void;

/** Moves the player to the entrance and the exit mark to the exit. */
function putEnds(draft: GameDocument, levelId: string, { player, exit }: { player?: Place; exit?: Place }): void {
  const level = commands.levelIn(draft, levelId);
  const own = level.pieces.find((piece) => commands.isPlayer(draft, piece));
  if (player && own) own.at = [player.x, player.y];
  const mark = level.marks.find((candidate) => candidate.id === level.rules.winAt);
  if (exit && mark && 'area' in mark) mark.area = [Math.floor(exit.x), Math.floor(exit.y), 1, 1];
}

function grounds(game: GameDocument): { value: string; label: string }[] {
  return game.terrain.map((ground) => ({ value: ground.glyph, label: ground.name }));
}

function usualGlyphs(game: GameDocument): { wall: string; open: string; between: string } {
  const wall = game.terrain.find((ground) => ground.solid) ?? game.terrain[0];
  const open = game.terrain.find((ground) => !ground.solid) ?? game.terrain[0];
  const between = game.terrain.find((ground) => ground.footing === 'liquid' || ground.footing === 'void') ?? wall;
  return { wall: wall.glyph, open: open.glyph, between: between.glyph };
}

function Fault({ fault }: { fault: Diagnostic | undefined }) {
  if (!fault) return null;
  return (
    <p role="alert" className="bad" style={{ margin: '8px 0' }}>
      {fault.message} <span className="quiet">{fault.hint}</span>
    </p>
  );
}

function FromPicture({ onApply }: { onApply: Apply }) {
  const { session } = useDesk();
  const game = useFollowed(session, (state) => state.game);
  const usual = usualGlyphs(game);
  const [wall, setWall] = useState(usual.wall);
  const [open, setOpen] = useState(usual.open);
  const [picture, setPicture] = useState<OpenedPicture>();
  const [reading, setReading] = useState<PictureReading>();
  const [grid, setGrid] = useState<PictureGrid>();
  const [fault, setFault] = useState<Diagnostic>();
  const [isReading, setIsReading] = useState(false);
  const [milliseconds, setMilliseconds] = useState(0);
  const worker = useRef<PictureWorker>(undefined);
  const canvas = useRef<HTMLCanvasElement>(null);
  const input = useRef<HTMLInputElement>(null);
  useEffect(() => () => worker.current?.end(), []);
  useEffect(() => {
    if (canvas.current && picture && reading) drawReading(canvas.current, picture, reading, grid);
  }, [picture, reading, grid]);

  const interpret = async (next: PictureReading) => {
    setReading(next);
    const read = await worker.current?.api.grid(next);
    setGrid(read?.ok ? read.value : undefined);
    setFault(read && !read.ok ? read.faults[0] : undefined);
  };
  const choose = async (file: File) => {
    worker.current ??= startPictureWorker();
    setIsReading(true);
    const began = performance.now();
    const bytes = new Uint8Array(await file.arrayBuffer());
    const opened = await worker.current.api.open(bytes);
    if (opened.ok) {
      setPicture(opened.value);
      await interpret(opened.value.reading);
    } else {
      setPicture(undefined);
      setGrid(undefined);
      setFault(opened.faults[0]);
    }
    setMilliseconds(performance.now() - began);
    setIsReading(false);
  };
  const middle = (cell: number): Place => ({
    x: (cell % (grid?.columns ?? 1)) + 0.5,
    y: Math.floor(cell / (grid?.columns ?? 1)) + 0.5,
  });
  return (
    <>
      <p className="quiet" style={{ margin: '8px 0' }}>
        A PNG or JPEG of a maze: dark walls on light ground. How it is read is shown over it and can be changed.
      </p>
      <Button size="compact-sm" variant="light" onClick={() => input.current?.click()}>
        Choose a picture…
      </Button>
      <input
        ref={input}
        type="file"
        accept="image/png,image/jpeg"
        style={{ display: 'none' }}
        aria-label="Picture of a maze"
        onChange={(event) => {
          const [file] = event.currentTarget.files ?? [];
          event.currentTarget.value = '';
          if (file) void choose(file);
        }}
      />
      {isReading && <p className="quiet">Reading the picture…</p>}
      <Fault fault={fault} />
      {picture && reading && (
        <>
          <canvas
            ref={canvas}
            width={440}
            height={Math.round(Math.min(320, (440 * picture.height) / picture.width))}
            style={{ width: '100%', marginTop: 8, border: '1px solid var(--layer)' }}
            aria-label="How the picture is read"
          />
          <p className="quiet" style={{ margin: '4px 0' }}>
            {picture.width} × {picture.height} pixels{grid && `, read as ${grid.columns} × ${grid.rows} cells`} in{' '}
            {Math.round(milliseconds)} ms
          </p>
          <Button
            my={4}
            size="compact-sm"
            disabled={!grid}
            onClick={() =>
              grid &&
              onApply('Build from a picture', gridToMap(grid, wall, open), {
                player: grid.entrance >= 0 ? middle(grid.entrance) : undefined,
                exit: grid.exit >= 0 ? middle(grid.exit) : undefined,
              })
            }
          >
            Use this map
          </Button>{' '}
          <span className="quiet">ring: player, square: exit</span>
          <ReadingForm reading={reading} onChange={(next) => void interpret(next)} />
          <Row label="walls become">
            <SelectField label="Ground of walls" value={wall} options={grounds(game)} onCommit={setWall} />
          </Row>
          <Row label="the rest becomes">
            <SelectField label="Ground of the rest" value={open} options={grounds(game)} onCommit={setOpen} />
          </Row>
        </>
      )}
    </>
  );
}

function ReadingForm({ reading, onChange }: { reading: PictureReading; onChange: (reading: PictureReading) => void }) {
  return (
    <>
      <Row label="dark below" hint="Shades from 0, black, to 255, white">
        <NumberField
          label="Threshold"
          value={reading.threshold}
          unit="of 255"
          min={1}
          max={255}
          step={5}
          onCommit={(threshold) => onChange({ ...reading, threshold })}
        />
        <SwitchField
          label="Inverted"
          value={reading.isInverted}
          onCommit={(isInverted) => onChange({ ...reading, isInverted })}
        >
          light is wall
        </SwitchField>
      </Row>
      <Row label="walls are">
        <SelectField
          label="Walls are"
          value={reading.walls}
          width={150}
          options={[
            { value: 'cells', label: 'as wide as cells' },
            { value: 'lines', label: 'lines between cells' },
          ]}
          onCommit={(walls) => onChange({ ...reading, walls })}
        />
      </Row>
      <Row label="cell width">
        <NumberField
          label="Cell width"
          value={reading.pitch}
          unit="pixels"
          min={2}
          max={2000}
          step={1}
          onCommit={(pitch) => onChange({ ...reading, pitch })}
        />
      </Row>
      <Row label="begins at">
        <NumberField
          label="Begins at x"
          value={reading.left}
          unit=","
          min={-2000}
          max={8000}
          step={1}
          width={70}
          onCommit={(left) => onChange({ ...reading, left })}
        />
        <NumberField
          label="Begins at y"
          value={reading.top}
          unit="pixels"
          min={-2000}
          max={8000}
          step={1}
          width={70}
          onCommit={(top) => onChange({ ...reading, top })}
        />
      </Row>
    </>
  );
}

function FromText({ onApply }: { onApply: Apply }) {
  const { session } = useDesk();
  const game = useFollowed(session, (state) => state.game);
  const [text, setText] = useState('');
  const [meanings, setMeanings] = useState<Record<string, string>>({});
  const unknown = useMemo(() => unknownGlyphs(game, text), [game, text]);
  const read = useMemo(() => readTextMap(game, text, meanings), [game, text, meanings]);
  return (
    <>
      <Textarea
        mt={8}
        aria-label="Text of a maze"
        placeholder={'#######\n#.....#\n#######'}
        autosize
        minRows={9}
        maxRows={16}
        value={text}
        onChange={(event) => setText(event.currentTarget.value)}
        styles={{
          input: {
            fontFamily: '"JetBrains Mono Variable", monospace',
            fontSize: 11,
            lineHeight: 1.25,
            whiteSpace: 'pre',
          },
        }}
      />
      {unknown.slice(0, 12).map(({ glyph, count }) => (
        <Row key={glyph} label={`"${glyph}" (${count} times)`}>
          <SelectField
            label={`Meaning of ${glyph}`}
            value={meanings[glyph] ?? ''}
            options={[{ value: '', label: 'means…' }, ...grounds(game)]}
            onCommit={(value) => setMeanings({ ...meanings, [glyph]: value })}
          />
        </Row>
      ))}
      {text !== '' && !read.ok && read.faults.slice(0, 4).map((fault) => <Fault key={fault.message} fault={fault} />)}
      <Button
        mt={10}
        size="compact-sm"
        disabled={!read.ok}
        onClick={() => read.ok && onApply('Build from text', read.value)}
      >
        Use this map
      </Button>{' '}
      {read.ok && (
        <span className="quiet">
          {read.value[0].length} × {read.value.length} cells
        </span>
      )}
    </>
  );
}

function FromSeed({ onApply }: { onApply: Apply }) {
  const { session } = useDesk();
  const game = useFollowed(session, (state) => state.game);
  const { wall, open, between } = usualGlyphs(game);
  const { width, height } = session.size;
  const [recipe, setRecipe] = useState<MapRecipe>({
    form: 'maze',
    // Mazes come out even with an odd number of cells.
    columns: width - 1 + (width % 2),
    rows: height - 1 + (height % 2),
    seed: 1,
    openness: 0.4,
    wallGlyph: wall,
    openGlyph: open,
    betweenGlyph: between,
  });
  const set = (part: Partial<MapRecipe>) => setRecipe({ ...recipe, ...part });
  const map = useMemo(() => generateMap(recipe), [recipe]);
  return (
    <>
      <Row label="draws">
        <SelectField
          label="Form of the map"
          value={recipe.form}
          width={130}
          options={[
            { value: 'maze', label: 'a maze' },
            { value: 'rooms', label: 'halls' },
            { value: 'islands', label: 'islands' },
          ]}
          onCommit={(form) => set({ form })}
        />
      </Row>
      <Row label="size">
        <NumberField
          label="Columns"
          value={recipe.columns}
          unit="×"
          min={5}
          max={LIMITS.columns}
          step={2}
          width={70}
          onCommit={(columns) => set({ columns: Math.round(columns) })}
        />
        <NumberField
          label="Rows"
          value={recipe.rows}
          unit="cells"
          min={5}
          max={LIMITS.rows}
          step={2}
          width={70}
          onCommit={(rows) => set({ rows: Math.round(rows) })}
        />
      </Row>
      <Row label={recipe.form === 'maze' ? 'loops' : recipe.form === 'rooms' ? 'halls' : 'land'}>
        <NumberField
          label="Openness"
          value={Math.round(recipe.openness * 100)}
          unit="%"
          min={0}
          max={100}
          step={10}
          onCommit={(value) => set({ openness: value / 100 })}
        />
      </Row>
      <Row label="seed">
        <NumberField
          label="Seed of the map"
          value={recipe.seed}
          unit=""
          min={1}
          max={1_000_000}
          step={1}
          onCommit={(seed) => set({ seed: Math.round(seed) })}
        />
        <button type="button" className="act" onClick={() => set({ seed: recipe.seed + 1 })}>
          Another
        </button>
      </Row>
      <Row label={recipe.form === 'islands' ? 'land, and between' : 'walls, and the rest'}>
        {recipe.form === 'islands' ? (
          <SelectField
            label="Between"
            value={recipe.betweenGlyph}
            options={grounds(game)}
            onCommit={(betweenGlyph) => set({ betweenGlyph })}
          />
        ) : (
          <SelectField
            label="Walls"
            value={recipe.wallGlyph}
            options={grounds(game)}
            onCommit={(wallGlyph) => set({ wallGlyph })}
          />
        )}
        <SelectField
          label="Open ground"
          value={recipe.openGlyph}
          options={grounds(game)}
          onCommit={(openGlyph) => set({ openGlyph })}
        />
      </Row>
      <pre
        className="mono"
        style={{ fontSize: 8, lineHeight: 1, letterSpacing: 2, overflow: 'hidden', maxHeight: 250, margin: '10px 0' }}
        aria-label="The map as text"
      >
        {map.join('\n')}
      </pre>
      <Button size="compact-sm" onClick={() => onApply('Build from a seed', map)}>
        Use this map
      </Button>
    </>
  );
}
