'use client';

import { useComputedColorScheme } from '@mantine/core';
import {
  useEffect,
  useMemo,
  useRef,
  type MouseEvent as ReactMouseEvent,
  type PointerEvent as ReactPointerEvent,
  type RefObject,
} from 'react';
import { commands, type PlayerReach } from '@/core/index';
import { ArenaCanvas } from '../canvas/ArenaCanvas';
import type { ArenaPicture } from '../canvas/arenaPicture';
import { seenPart, type Camera } from '../canvas/camera';
import { paletteFor } from '../canvas/palette';
import { ArenaGestures, type PointerInput } from '../editor/arenaGestures';
import type { ArenaView, ArenaViewState } from '../editor/arenaView';
import { runsEndingNear } from '../editor/visits';
import { composePicture, groundChangesUpTo, mindAt } from '../editor/composePicture';
import type { Controls } from '../editor/controls';
import { Fingers } from '../editor/fingers';
import { Wheel } from '../editor/wheel';
import { ArenaFoot, MapLegend } from './ArenaFoot';
import styles from './desk.module.css';
import { Frames } from '../frame/frames';
import { cellsOfMap, LEVEL_MAPS, type LevelMapName } from '../frame/levelMaps';
import { useDesk, useFollowed, type Desk } from './DeskContext';
import { ToolBar } from './ToolBar';
import { later } from '../frame/later';
import { isTyping, roundPlace, useArenaKeys } from './useArenaKeys';

// What belongs to tries, and the small map of large levels, is fetched behind what the page needs to be used.
const PieceCard = later(() => import('./card/PieceCard').then(({ PieceCard: Card }) => Card));
const MiniMap = later(() => import('./MiniMap').then(({ MiniMap: Map }) => Map));
const ArenaCompany = later(() => import('./ArenaCompany').then((module) => module.ArenaCompany));
const TryBar = later(() => import('./TryBar').then(({ TryBar: Bar }) => Bar));
const TryShelf = later(() => import('./TryShelf').then(({ TryShelf: Shelf }) => Shelf));
const TryWhy = later(() => import('./TryWhy').then(({ TryWhy: Why }) => Why));

interface ArenaProps {
  onOpenScript: (scriptId: string) => void;
  onOpenNotes: () => void;
}

/** The arena: drawn on canvas once a frame when something changed; every gesture goes through {@link ArenaGestures}. */
export function Arena({ onOpenScript, onOpenNotes }: ArenaProps) {
  const desk = useDesk();
  const { view, controls } = desk;
  const isTrying = useFollowed(desk.tries, (state) => state.status !== 'off');
  useTryShortcut(desk);
  return (
    <section aria-label="Arena" className={styles.arena}>
      <Field view={view} controls={controls} isTrying={isTrying} />
      {!isTrying && <ArenaCompany view={view} onOpenNotes={onOpenNotes} />}
      {!isTrying && <ToolBar />}
      <TryBar controls={controls} />
      <TryWhy />
      <TryShelf />
      <MiniMap view={view} />
      {!isTrying && <PieceCard view={view} onOpenScript={onOpenScript} />}
      <MapLegend view={view} />
      <ArenaFoot view={view} />
    </section>
  );
}

/** Where the level is drawn, and where pointer and keys work on it. */
function Field({ view, controls, isTrying }: { view: ArenaView; controls: Controls; isTrying: boolean }) {
  const desk = useDesk();
  const scheme = useComputedColorScheme('light');
  const gestures = useMemo(
    () => new ArenaGestures(desk.session, desk.actions, view, (place) => visitEnds(desk, place)),
    [desk, view],
  );
  const fingers = useMemo(() => new Fingers(view), [view]);
  const box = useRef<HTMLDivElement>(null);
  const ground = useRef<HTMLCanvasElement>(null);
  const still = useRef<HTMLCanvasElement>(null);
  const top = useRef<HTMLCanvasElement>(null);
  const isSpaceDown = useArenaKeys(desk, view, gestures);
  useEffect(() => {
    if (!box.current || !ground.current || !still.current || !top.current) return;
    const canvas = new ArenaCanvas(ground.current, top.current, still.current);
    const field = box.current;
    const sayCamera = ({ left, top, scale }: Camera) => (field.dataset.camera = [left, top, scale].join(' '));
    return runFrames(desk, view, controls, canvas, scheme, sayCamera);
  }, [desk, view, controls, scheme]);
  useSizeAndWheel(box, view);
  const inputOf = (event: ReactPointerEvent | ReactMouseEvent): PointerInput => {
    const corner = box.current!.getBoundingClientRect();
    const [x, y] = [event.clientX - corner.left, event.clientY - corner.top];
    const { button, shiftKey: shift, altKey: alt } = event;
    return { x, y, button, shift, alt, isFinger: isFinger(event), isPanning: isSpaceDown.current };
  };
  return (
    <div
      ref={box}
      id="arena"
      data-testid="arena"
      tabIndex={0}
      role="application"
      aria-label="Arena: N selects the next piece, arrow keys move it, Tab leaves, ? lists all keys"
      className={styles.field}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        desk.reading.giveWay();
        const input = inputOf(event);
        if (isTrying) controls.setPointerDown(true);
        // What one finger had begun was the first of two.
        else if (input.isFinger && fingers.press(event.pointerId, input)) gestures.cancel();
        else gestures.down(input);
      }}
      onPointerMove={(event) => {
        if (event.buttons !== 0) desk.reading.giveWay();
        const input = inputOf(event);
        controls.setPointer(view.cellsAt(input.x, input.y));
        if (!input.isFinger || !fingers.move(event.pointerId, input)) gestures.move(input);
      }}
      onPointerUp={(event) => {
        controls.setPointerDown(false);
        const isOfTwo = fingers.lift(event.pointerId);
        if (!isTrying && !isOfTwo) gestures.up(inputOf(event));
      }}
      onPointerCancel={(event) => {
        fingers.lift(event.pointerId);
        gestures.cancel();
      }}
      onKeyDown={() => desk.reading.giveWay()}
      onPointerLeave={() => gestures.leave()}
      onDoubleClick={(event) => !isTrying && gestures.doubleClick(inputOf(event))}
      onContextMenu={(event) => event.preventDefault()}
    >
      <canvas ref={ground} className={styles.canvas} />
      <canvas ref={still} className={styles.canvas} />
      <canvas ref={top} className={styles.canvas} />
    </div>
  );
}

function isFinger({ nativeEvent }: ReactPointerEvent | ReactMouseEvent): boolean {
  return 'pointerType' in nativeEvent && nativeEvent.pointerType === 'touch';
}

/** A click where runs have ended goes to them. */
function visitEnds({ session, reading, visits }: Desk, { x, y }: { x: number; y: number }): void {
  const { level, state } = session;
  const found = runsEndingNear(reading.store.getState().rows, x, y);
  void visits.open(`lost near ${x.toFixed(1)}, ${y.toFixed(1)}`, found, {
    pieces: level.pieces,
    kinds: state.game.cast,
  });
}

/** The view follows the size of its box; the wheel zooms, and two fingers on a pad move the picture. */
function useSizeAndWheel(box: RefObject<HTMLDivElement | null>, view: ArenaView): void {
  const { session } = useDesk();
  const columns = useFollowed(session, () => session.size.width);
  const rows = useFollowed(session, () => session.size.height);
  useEffect(() => {
    const element = box.current;
    if (!element) return;
    const observer = new ResizeObserver(() => view.resize(element.clientWidth, element.clientHeight, session.extent));
    observer.observe(element);
    const wheel = new Wheel();
    const turn = (event: WheelEvent) => {
      event.preventDefault();
      const act = wheel.read(event);
      const corner = element.getBoundingClientRect();
      if ('zoom' in act) view.zoom(act.zoom, event.clientX - corner.left, event.clientY - corner.top);
      else view.pan(act.panX, act.panY);
    };
    element.addEventListener('wheel', turn, { passive: false });
    return () => {
      observer.disconnect();
      element.removeEventListener('wheel', turn);
    };
    // The picture is fitted anew when the level becomes larger or smaller, not whenever a mark is moved.
  }, [box, view, session, columns, rows]);
}

/** T tries the level from its start, Shift+T from where the pointer is. */
function useTryShortcut(desk: Desk): void {
  useEffect(() => {
    const onKeyDown = (event: KeyboardEvent) => {
      const { tries, session, keys, view } = desk;
      const act = keys.actOf(event);
      if (isTyping(event) || (act !== 'try' && act !== 'try from pointer')) return;
      if (tries.state.status !== 'off') return;
      const { pointer } = view.state;
      if (act === 'try from pointer' && pointer)
        tries.setOverrides({ ...tries.state.overrides, playerAt: [roundPlace(pointer.x), roundPlace(pointer.y)] });
      void tries.start(session.state.game);
      event.preventDefault();
    };
    window.addEventListener('keydown', onKeyDown);
    return () => window.removeEventListener('keydown', onKeyDown);
  }, [desk]);
}

/**
 * Draws whenever something that is shown has changed, at most once a frame, and moves playback and try on.
 */
function runFrames(
  desk: Desk,
  view: ArenaView,
  controls: Controls,
  canvas: ArenaCanvas,
  scheme: 'light' | 'dark',
  onDrawn: (camera: Camera) => void,
): () => void {
  const palette = paletteFor(scheme);
  let isDirty = false;
  const frames = new Frames(
    () => desk.playback.store.getState().isPlaying || desk.tries.state.status === 'playing',
    (elapsed) => {
      desk.playback.advance(elapsed);
      advanceTry(desk, controls, elapsed);
      if (!isDirty || view.state.width === 0) return;
      isDirty = false;
      const { camera, width, height } = view.state;
      canvas.draw(pictureOf(desk, view), { camera, palette, width, height });
      onDrawn(camera);
    },
  );
  const markDirty = () => {
    isDirty = true;
    frames.ask();
  };
  const follow = [
    desk.session.store,
    desk.reading.store,
    desk.playback.store,
    desk.tries.store,
    desk.proofs.store,
    view.store,
  ].map((store) => store.subscribe(markDirty));
  // Text on the canvas needs its font.
  void document.fonts.ready.then(markDirty);
  markDirty();
  return () => {
    frames.stop();
    for (const end of follow) end();
  };
}

function advanceTry({ tries }: Desk, controls: Controls, elapsedMs: number): void {
  const { program, player } = tries;
  if (!program || !player || tries.state.status !== 'playing') return;
  const pads = typeof navigator.getGamepads === 'function' ? navigator.getGamepads() : [];
  tries.advance(elapsedMs, () => controls.read(program.player, tries.player ?? player, pads));
}

/** What is to be seen now: the try, or the moment of a run, or a moment of the preview, or the draft. */
function pictureOf(desk: Desk, view: ArenaView): ArenaPicture {
  const { game, levelId, selection, chosenWaypoint, cursor, area, stamp } = desk.session.state;
  const { routes, sampleRun, rows, isStale, previews, reach, watched } = desk.reading.store.getState();
  const { pointer, lasso, previewSeconds, showsShapes, showsSight, showsTracks, showsWatched, showsMind, map } =
    view.state;
  const runTick = desk.playback.store.getState().tick;
  const live = desk.tries.moment;
  const isPreview = !live && runTick === 0 && previewSeconds > 0 && previews !== undefined;
  const previewFrame = isPreview
    ? Math.min(
        previews.frames.length / previews.frameSize - 1,
        Math.round((previewSeconds * previews.ticksPerSecond) / previews.ticksPerFrame),
      )
    : 0;
  const moment = live
    ? { run: live, tick: 1 }
    : isPreview
      ? { run: previews, tick: previewFrame }
      : { run: sampleRun, tick: runTick };
  const isQuiet = live !== undefined;
  const groundChanges = live
    ? groundChangesUpTo(desk.tries.state.events, Infinity)
    : groundChangesUpTo(isPreview || runTick === 0 ? [] : (sampleRun?.events ?? []), runTick);
  return composePicture(
    { game, levelId, ...moment, groundChanges },
    {
      routes,
      hidesRoutes: !showsTracks,
      hidesSight: !showsSight,
      tinted: isQuiet ? undefined : tintOf(desk, showsWatched ? watched : undefined, map),
      mind: showsMind && !isQuiet && !isPreview ? mindAt(sampleRun?.minds ?? [], runTick) : undefined,
      previews,
      entries: showsTracks && !isQuiet ? (previews?.entries ?? []) : [],
      ghosts: showsTracks && !isQuiet ? (previews?.ghosts ?? []) : [],
      movers: showsTracks && !isQuiet ? (previews?.movers ?? []) : [],
      arcs: isQuiet ? [] : arcsOf(desk, reach),
      way: isQuiet || isPreview ? undefined : desk.proofs.store.getState().way,
      ends: isStale || isQuiet || isPreview ? [] : rows.filter((row) => row.outcome === 'lost'),
      seen: seenPart(view.state.camera, view.state.width, view.state.height),
      selection,
      chosenWaypoint,
      cursor,
      area,
      ghost:
        stamp && pointer
          ? {
              column: Math.floor(pointer.x) - Math.floor(stamp.columns / 2),
              row: Math.floor(pointer.y) - Math.floor(stamp.rows / 2),
              columns: stamp.columns,
              rows: stamp.rows,
            }
          : undefined,
      showsShapes: showsShapes || desk.tries.state.status === 'frozen',
      lasso,
    },
  );
}

/** What ground is tinted by: how much it is watched or, by a map, its share of the cell in which a time is longest. */
function tintOf(
  { session, reading }: Desk,
  watched: Float32Array | undefined,
  map: ArenaViewState['map'],
): ArenaPicture['tinted'] {
  if (watched) return { shares: watched, tint: 'ochre' };
  const { summary } = reading.store.getState();
  if (map === 'none' || !summary) return undefined;
  const { width, height } = session.size;
  const known = mapTints.get(summary);
  if (known?.map === map && known.tinted?.shares.length === width * height) return known.tinted;
  const tinted = tintOfMap(map, summary, width, height);
  mapTints.set(summary, { map, tinted });
  return tinted;
}

type Tinted = ArenaPicture['tinted'];
type Summary = NonNullable<ReturnType<Desk['reading']['store']['getState']>['summary']>;

const mapTints = new WeakMap<Summary, { map: LevelMapName; tinted: Tinted }>();

function tintOfMap(map: LevelMapName, summary: Summary, width: number, height: number): Tinted {
  const cells = cellsOfMap(map, summary, width);
  const most = cells.reduce((highest, { count }) => Math.max(highest, count), 0);
  const shares = new Float32Array(width * height);
  for (const { column, row, count } of cells)
    if (column >= 0 && row >= 0 && column < width && row < height) shares[row * width + column] = count / most;
  return most > 0 ? { shares, tint: LEVEL_MAPS[map].tint } : undefined;
}

/** The jump or flap of the player as an arc from where it stands, while it is selected. */
function arcsOf({ session }: Desk, reach: PlayerReach | undefined): number[][] {
  const { game, selection } = session.state;
  const player = session.level.pieces.find((piece) => selection.includes(piece.id) && commands.isPlayer(game, piece));
  if (!player || !reach?.arc) return [];
  const [x, y] = player.at;
  return [reach.arc.points.map((value, index) => value + (index % 2 === 0 ? x : y))];
}
