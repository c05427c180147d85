import { createStore } from 'zustand/vanilla';
import {
  addProvingLevel,
  compileGameLevel,
  isLineClear,
  LiveRun,
  pointInput,
  PROVING_LEVEL,
  type ArenaGrid,
  type Diagnostic,
  type Explanation,
  type GameDocument,
  type RunEvent,
} from '@/core/index';
import type { ShownRun } from './composePicture';

/** What the dot does: follow the pointer, go round the subject, come nearer, or keep out of its sight. */
export type DotMode = 'drag' | 'circle' | 'approach' | 'hide';

export interface ProvingState {
  mode: DotMode;
  isRunning: boolean;
  allies: number;
  /** Cells a second. */
  dotSpeed: number;
  tick: number;
  faults: Diagnostic[];
  explanation: Explanation | undefined;
  /** The last changes of state, newest first. */
  log: { seconds: number; piece: string; from: string; to: string }[];
}

const MOST_TICKS_A_FRAME = 8;
const KEPT_LOG = 12;
/** How far the dot goes round the subject, and how near it comes, cells. */
const CIRCLE_CELLS = 4;
const NEAR_CELLS = 1.2;

/** The enemy alone with a dot that is moved by hand or by itself; plays on the page, tick by tick. */
export class ProvingGround {
  readonly store = createStore<ProvingState>(() => ({
    mode: 'drag',
    isRunning: true,
    allies: 0,
    dotSpeed: 5,
    tick: 0,
    faults: [],
    explanation: undefined,
    log: [],
  }));
  game: GameDocument | undefined;
  private live: LiveRun | undefined;
  private shown: ShownRun | undefined;
  private rest = 0;
  private goal: { x: number; y: number } | undefined;

  get state(): ProvingState {
    return this.store.getState();
  }

  /** Begins anew with a version of the game; after an edit the dot stays where it was. */
  show(game: GameDocument, levelId: string, kind: string): void {
    const { allies, dotSpeed } = this.state;
    const proving = addProvingLevel(game, levelId, { form: 'yard', kind, allies, playerSpeed: dotSpeed, headStart: 0 });
    const compiled = proving.ok ? compileGameLevel(proving.value, PROVING_LEVEL) : proving;
    if (!proving.ok || !compiled.ok) {
      // What was good last stays on the screen.
      this.store.setState({ faults: compiled.ok ? [] : compiled.faults });
      return;
    }
    this.game = proving.value;
    const at = this.live?.player;
    const program = { ...compiled.value, contacts: [] };
    if (at) program.player = { ...program.player, x: at.x, y: at.y };
    this.live = new LiveRun(program, 1);
    this.shown = {
      frames: new Float32Array(2 * this.live.frameSize),
      frameSize: this.live.frameSize,
      pieces: program.pieces.map((piece) => piece.id),
      kinds: program.pieces.map((piece) => piece.kind),
      ticksPerSecond: program.ticksPerSecond,
    };
    this.store.setState({ faults: [], tick: 0, log: [], explanation: this.live.explain('subject') });
  }

  close(): void {
    this.live = undefined;
  }

  /** Where the pointer wants the dot, cells. */
  pull(x: number, y: number): void {
    this.goal = { x, y };
    if (this.state.mode !== 'drag') this.store.setState({ mode: 'drag' });
  }

  setMode(mode: DotMode): void {
    this.goal = undefined;
    this.store.setState({ mode });
  }

  setRunning(isRunning: boolean): void {
    this.rest = 0;
    this.store.setState({ isRunning });
  }

  /** One tick while it stands still. */
  single(): void {
    if (!this.state.isRunning) this.playTick();
  }

  advance(elapsedMs: number): void {
    const { live } = this;
    if (!live || !this.state.isRunning) return;
    this.rest += (elapsedMs / 1000) * live.program.ticksPerSecond;
    let due = Math.min(MOST_TICKS_A_FRAME, Math.floor(this.rest + 1e-6));
    this.rest = Math.min(1, this.rest - due);
    while (due-- > 0) this.playTick();
  }

  private playTick(): void {
    const { live } = this;
    if (!live) return;
    const before = live.events.length;
    const goal = this.state.mode === 'drag' ? this.goal : this.ownGoal(live);
    live.step(goal ? pointInput(goal.x, goal.y) : 0);
    const news = live.events
      .slice(before)
      .filter((event): event is Extract<RunEvent, { type: 'state' }> => event.type === 'state');
    const entries = news.map(({ tick, piece, from, to }) => ({
      seconds: tick / live.program.ticksPerSecond,
      piece: live.program.pieces.find((own) => own.id === piece)?.name ?? piece,
      from,
      to,
    }));
    this.store.setState({
      tick: live.tick,
      explanation: live.explain('subject'),
      ...(entries.length > 0 ? { log: [...entries.reverse(), ...this.state.log].slice(0, KEPT_LOG) } : {}),
    });
  }

  /** Where the dot goes by itself. */
  private ownGoal(live: LiveRun): { x: number; y: number } | undefined {
    const subject = this.subject();
    if (!subject) return undefined;
    const { player } = live;
    const dx = player.x - subject.x;
    const dy = player.y - subject.y;
    const distance = Math.max(0.01, Math.sqrt(dx * dx + dy * dy));
    if (this.state.mode === 'approach')
      return { x: subject.x + (dx / distance) * NEAR_CELLS, y: subject.y + (dy / distance) * NEAR_CELLS };
    if (this.state.mode === 'hide') return hidingPlace(live.program.grid, subject, player);
    // A little ahead on the circle.
    const [outX, outY] = [dx / distance, dy / distance];
    return {
      x: subject.x + (outX * 0.8 - outY * 0.6) * CIRCLE_CELLS,
      y: subject.y + (outY * 0.8 + outX * 0.6) * CIRCLE_CELLS,
    };
  }

  private subject(): { x: number; y: number } | undefined {
    const { shown } = this;
    if (!shown || !this.moment) return undefined;
    // Behind the place of the player in a frame comes the first piece.
    return { x: shown.frames[shown.frameSize + 2], y: shown.frames[shown.frameSize + 3] };
  }

  /** What is to be seen now; frame 0 would be the draft. */
  get moment(): ShownRun | undefined {
    if (!this.live || !this.shown) return undefined;
    this.live.writeFrame(this.shown.frames.subarray(this.live.frameSize));
    return this.shown;
  }
}

/** The nearest open cell to which the subject has no line. */
function hidingPlace(grid: ArenaGrid, subject: { x: number; y: number }, from: { x: number; y: number }) {
  let best: { x: number; y: number } | undefined;
  let bestSquare = Infinity;
  for (let cell = 0; cell < grid.solid.length; cell++) {
    if (grid.solid[cell] === 1) continue;
    const x = (cell % grid.width) + 0.5;
    const y = Math.floor(cell / grid.width) + 0.5;
    const square = (x - from.x) ** 2 + (y - from.y) ** 2;
    if (square >= bestSquare || isLineClear(grid, subject.x, subject.y, x, y)) continue;
    best = { x, y };
    bestSquare = square;
  }
  return best;
}
