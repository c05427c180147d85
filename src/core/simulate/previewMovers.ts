import { factsOfMotion } from '../language/vocabulary';
import type { LevelProgram, MotionProgram } from '../compile/levelProgram';
import { describeEntries, type CueEntry } from '../compile/entryPlaces';
import { bug } from '../foundation/result';
import { inOneGo } from '../foundation/steps';
import { prepareRuns } from './engine/prepareRuns';
import { EntryWatch, type EntryGhost } from './previewEntries';
import { stepAlone } from './engine/tick';
import { World } from './engine/world';
import { PIECE_FIELDS, PLAYER_FIELDS, PREVIEW_SECONDS } from './frameFields';
import { writeFrame } from './recordRun';

/** Something worth a label on the way of a mover: a turn, a landing, the place where it leaves. */
export interface MoverStop {
  x: number;
  y: number;
  seconds: number;
  what: 'turns' | 'comes down' | 'lands' | 'leaves' | 'tips' | 'returns';
}

/** Where a piece goes by itself, as long as nobody disturbs it. */
export interface MoverPreview {
  piece: string;
  motion: MotionProgram['operation'];
  /** Its way as x, y, x, y, …, ten times a second, for one round or as long as it is watched. */
  track: number[];
  stops: MoverStop[];
  /** How long one round takes, if it comes back to where it was; undefined otherwise. */
  roundSeconds: number | undefined;
}

/** What moves by itself, before any run. */
export interface MoverPreviews {
  movers: MoverPreview[];
  /** Groups of pieces that move alike and at the same time, by id: told, since few designers want it. */
  inStep: string[][];
  /** Where each cue lets in what it brings, and how that stands once it is under way. */
  entries: CueEntry[];
  ghosts: EntryGhost[];
  /** Positions of everything, as in a recorded run, for looking at any moment. */
  frames: Float32Array;
  frameSize: number;
  ticksPerFrame: number;
  ticksPerSecond: number;
  pieces: string[];
  /** Kinds of the pieces, in the same order. */
  kinds: string[];
}

const FRAMES_PER_SECOND = 10;
const MOST_STOPS = 40;

/**
 * Lets every piece move by the very engine that runs use, with no player there to see or meet. What is drawn before a run can
 * therefore not differ from what happens in it until the player comes into play.
 */
export function previewMovers(program: LevelProgram): MoverPreviews {
  return inOneGo(previewMoversInSteps(program));
}

/** As {@link previewMovers}, a picture a step. */
export function* previewMoversInSteps(program: LevelProgram): Generator<void, MoverPreviews> {
  const world = new World(prepareRuns(program));
  const ticksPerFrame = program.ticksPerSecond / FRAMES_PER_SECOND;
  const frameSize = PLAYER_FIELDS + PIECE_FIELDS * program.pieces.length;
  const frames = new Float32Array(frameSize * (PREVIEW_SECONDS * FRAMES_PER_SECOND + 1));
  // What cues bring in has no way of its own before it is there.
  const watchers = program.pieces.flatMap((piece, index) =>
    piece.isArrival ? [] : [new MoverWatch(world, index, piece.id)],
  );
  const entries = describeEntries(program);
  const entryWatch = new EntryWatch(world, entries);
  writeFrame(world, frames, 0);
  for (let tick = 1; tick <= PREVIEW_SECONDS * program.ticksPerSecond; tick++) {
    stepAlone(world);
    for (const watch of watchers) watch.look(tick, ticksPerFrame);
    entryWatch.look();
    if (tick % ticksPerFrame !== 0) continue;
    writeFrame(world, frames, (tick / ticksPerFrame) * frameSize);
    yield;
  }
  const movers = watchers.flatMap((watch) => watch.result() ?? []);
  return {
    movers,
    inStep: findInStep(program, movers),
    entries,
    ghosts: entryWatch.result(),
    frames,
    frameSize,
    ticksPerFrame,
    ticksPerSecond: program.ticksPerSecond,
    pieces: program.pieces.map((piece) => piece.id),
    kinds: program.pieces.map((piece) => piece.kind),
  };
}

/** A place that a piece was at, and how near to it, in the same state, it has come again. */
interface Reference {
  tick: number;
  x: number;
  y: number;
  state: string;
  hasLeft: boolean;
  nearest: number;
}

/** Follows one piece and notes where it turns, tips, lands and leaves. */
class MoverWatch {
  private readonly track: number[] = [];
  private readonly stops: MoverStop[] = [];
  private readonly motion: MotionProgram['operation'] | undefined;
  private round: number | undefined;
  private facing: [number, number];
  private wasOut: boolean;
  private hasLanded = false;
  /** The places to which it may come back: its start and, since many turn about there, where it is a second later. */
  private readonly references: Reference[] = [];

  constructor(
    private readonly world: World,
    private readonly index: number,
    private readonly id: string,
  ) {
    const brain = world.level.brainOfPiece[index];
    this.motion = brain < 0 ? undefined : world.level.brains[brain].states[world.state[index]].motion.operation;
    this.facing = [world.facingX[index], world.facingY[index]];
    this.wasOut = !world.isIn(index);
    this.track.push(world.x[index], world.y[index]);
    this.references.push(this.referenceAt(0));
  }

  private get moves(): boolean {
    return this.motion !== undefined && this.motion !== 'hold' && !factsOfMotion(this.motion).drawsLots;
  }

  /** All that decides what comes next, besides where the piece is. */
  private stateKey(): string {
    const { world, index } = this;
    const facing = `${world.facingX[index].toFixed(3)},${world.facingY[index].toFixed(3)}`;
    return `${world.state[index]} ${facing} ${world.waypoint[index]} ${world.pauseLeft[index]}`;
  }

  look(tick: number, ticksPerFrame: number): void {
    const { world, index } = this;
    if (!this.moves || this.round !== undefined || this.hasLanded) return;
    const seconds = tick / world.level.program.ticksPerSecond;
    const note = (what: MoverStop['what']) => {
      if (this.stops.length < MOST_STOPS) this.stops.push({ x: world.x[index], y: world.y[index], seconds, what });
    };
    if (world.alive[index] === 0) {
      if (!this.hasLanded) note('leaves');
      this.hasLanded = true;
      return;
    }
    this.noteTurn(note);
    const isOut = !world.isIn(index);
    if (isOut !== this.wasOut) note(isOut ? 'tips' : 'returns');
    this.wasOut = isOut;
    const formation = world.level.program.pieces[index].formation;
    if (formation >= 0 && world.y[index] !== world.beforeY[index]) note('comes down');
    if (formation >= 0 && world.hasLanded[formation] === 1) {
      note('lands');
      this.hasLanded = true;
    }
    if (tick % ticksPerFrame === 0) this.track.push(world.x[index], world.y[index]);
    this.noteRound(tick);
  }

  private noteTurn(note: (what: MoverStop['what']) => void): void {
    const { world, index } = this;
    const facing: [number, number] = [world.facingX[index], world.facingY[index]];
    const isTurn = facing[0] * this.facing[0] + facing[1] * this.facing[1] < 0.5;
    if (isTurn && this.motion !== 'patrol') note('turns');
    this.facing = facing;
  }

  private referenceAt(tick: number): Reference {
    const { world, index } = this;
    return { tick, x: world.x[index], y: world.y[index], state: this.stateKey(), hasLeft: false, nearest: Infinity };
  }

  /**
   * A round is over when the piece, having been away, is as near as it comes to where it was, in the same state, heading the
   * same way.
   */
  private noteRound(tick: number): void {
    const { world, index } = this;
    const { pieces, ticksPerSecond } = world.level.program;
    if (pieces[index].formation >= 0) return;
    for (const reference of this.references) {
      const gap = Math.abs(world.x[index] - reference.x) + Math.abs(world.y[index] - reference.y);
      if (gap > 2 * NEAR_CELLS) reference.hasLeft = true;
      const isBack = reference.hasLeft && gap < NEAR_CELLS && this.stateKey() === reference.state;
      if (isBack && gap < reference.nearest) reference.nearest = gap;
      else if (reference.nearest < Infinity) {
        // It was there in the tick before.
        this.round = (tick - 1 - reference.tick) / ticksPerSecond;
        this.track.push(world.x[index], world.y[index]);
        return;
      }
    }
    if (tick === ticksPerSecond) this.references.push(this.referenceAt(tick));
  }

  result(): MoverPreview | undefined {
    if (!this.moves || this.track.length < 4) return undefined;
    return {
      piece: this.id,
      motion: this.motion ?? bug('a mover without a motion'),
      track: this.track,
      stops: this.stops,
      roundSeconds: this.round,
    };
  }
}

const NEAR_CELLS = 0.03;

/** Pieces of one kind whose rounds take equally long and that set out at the same moment. */
function findInStep(program: LevelProgram, movers: readonly MoverPreview[]): string[][] {
  const groups = new Map<string, string[]>();
  for (const mover of movers) {
    const piece = program.pieces.find((candidate) => candidate.id === mover.piece) ?? bug('a mover without a piece');
    // What drifts is spaced by where it was put, not by when it set out.
    if (mover.roundSeconds === undefined || piece.formation >= 0 || mover.motion === 'drift') continue;
    const key = `${piece.kind} ${mover.motion} ${mover.roundSeconds.toFixed(2)} ${piece.leadTicks}`;
    groups.set(key, [...(groups.get(key) ?? []), mover.piece]);
  }
  return [...groups.values()].filter((group) => group.length > 1);
}
