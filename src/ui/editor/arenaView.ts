import type { LevelMapName } from '../frame/levelMaps';
import { createStore } from 'zustand/vanilla';
import type { SeenPart } from '../canvas/arenaPicture';
import { fitPart, toCells, toScreen, zoomAt, type Camera } from '../canvas/camera';

export interface ArenaViewState {
  camera: Camera;
  width: number;
  height: number;
  /** Pointer in cells; undefined outside. */
  pointer: { x: number; y: number } | undefined;
  lasso: { x0: number; y0: number; x1: number; y1: number } | undefined;
  /** Moment of the preview that is shown while no run is, seconds; 0 is the draft. */
  previewSeconds: number;
  /** What lies over the arena besides the pieces. */
  showsShapes: boolean;
  showsTracks: boolean;
  showsSight: boolean;
  /** Whether ground is tinted by how much of the run it is watched. */
  showsWatched: boolean;
  /** Which map of the runs ground is tinted by. */
  map: 'none' | LevelMapName;
  /** Whether it is drawn what the stand-in has in mind. */
  showsMind: boolean;
  /** Whether the camera follows the size of the view. */
  isFitted: boolean;
}

/** What can lie over the arena. */
export const ARENA_LAYERS = [
  { key: 'showsShapes', label: 'Shapes', title: 'Stand shapes dashed, hit shapes in clay' },
  { key: 'showsTracks', label: 'Tracks', title: 'Where movers will go, and where and when things come in' },
  { key: 'showsSight', label: 'Sight', title: 'What can be seen from where' },
  {
    key: 'showsWatched',
    label: 'Time in sight',
    title: 'How much of the shown run each cell is in somebody’s sight',
  },
  {
    key: 'showsMind',
    label: 'Mind',
    title: 'What the stand-in of the shown run plans (dots), wants (dashed cells) and expects (rings)',
  },
] as const satisfies readonly { key: keyof ArenaViewState; label: string; title: string }[];

/** Heights of what lies over the arena at its top, as long as no tool has options, and at its bottom, pixels. */
const TOOLS_HEIGHT = 34;
const FOOT_HEIGHT = 26;

/** How the arena is looked at: size, camera, pointer. */
export class ArenaView {
  readonly store = createStore<ArenaViewState>(() => ({
    camera: { scale: 24, left: 0, top: 0 },
    width: 0,
    height: 0,
    pointer: undefined,
    lasso: undefined,
    previewSeconds: 0,
    showsShapes: false,
    showsTracks: true,
    showsSight: true,
    showsWatched: false,
    map: 'none',
    showsMind: false,
    isFitted: true,
  }));

  private toolsHeight = TOOLS_HEIGHT;

  get state(): ArenaViewState {
    return this.store.getState();
  }

  /** `level`: all of it that is to be seen as long as nobody zooms. */
  resize(width: number, height: number, level: SeenPart): void {
    this.store.setState({ width, height });
    if (this.state.isFitted) this.fit(level);
  }

  /** The tools over the arena have become higher, or lower; as long as nobody zooms the level gives way to them. */
  setToolsHeight(pixels: number, level: SeenPart): void {
    const height = Math.max(TOOLS_HEIGHT, pixels);
    if (height === this.toolsHeight) return;
    this.toolsHeight = height;
    if (this.state.isFitted && this.state.width > 0) this.fit(level);
  }

  /** Fits a level between the tools and the foot, so that neither hides a part of it. */
  fit(level: SeenPart): void {
    const { width, height } = this.state;
    const camera = fitPart(level, width, height - this.toolsHeight - FOOT_HEIGHT);
    this.store.setState({ camera: { ...camera, top: camera.top + this.toolsHeight }, isFitted: true });
  }

  zoom(factor: number, pointerX?: number, pointerY?: number): void {
    const { width, height, camera } = this.state;
    this.store.setState({
      camera: zoomAt(camera, factor, pointerX ?? width / 2, pointerY ?? height / 2),
      isFitted: false,
    });
  }

  /** Brings a place into the middle. */
  lookAt(x: number, y: number): void {
    const { width, height, camera } = this.state;
    const left = width / 2 - x * camera.scale;
    const top = height / 2 - y * camera.scale;
    this.store.setState({ camera: { ...camera, left, top }, isFitted: false });
  }

  /** Brings a place into the middle unless it is in view. */
  show(x: number, y: number): void {
    const { width, height, camera } = this.state;
    const place = toScreen(camera, x, y);
    const isInView = place.x >= 0 && place.y >= this.toolsHeight && place.x <= width && place.y <= height - FOOT_HEIGHT;
    if (!isInView) this.lookAt(x, y);
  }

  pan(dx: number, dy: number): void {
    const { camera } = this.state;
    this.store.setState({ camera: { ...camera, left: camera.left + dx, top: camera.top + dy }, isFitted: false });
  }

  cellsAt(pointerX: number, pointerY: number): { x: number; y: number } {
    return toCells(this.state.camera, pointerX, pointerY);
  }
}
