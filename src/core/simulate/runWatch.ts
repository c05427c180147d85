import { cellIndexAt } from '../arena/grid';
import { isUnsafe, type LevelProgram } from '../compile/levelProgram';
import { WAVE_STAGE } from './engine/cues/cueState';
import { NEVER } from './engine/never';
import type { World } from './engine/world';
import type { RunRecord } from './runRecord';
import { HandWatch } from './handWatch';
import { ReachWatch } from './reachWatch';
import { SuppliesWatch } from './suppliesWatch';
import { MetWatch } from './metWatch';
import { StepWatch } from './stepWatch';
import { UnrestWatch, type UnrestSeen } from './unrest';

/** Something that only runs show, as it happened in one of them. Times in seconds, places in cells. */
export type RunNote =
  /** The last of a wave was there alone for long, while the next one waited for it. */
  | {
      type: 'straggler';
      seed: number;
      cue: string;
      wave: number;
      /** How long it was alone, and how long the wave took in all. */
      alone: number;
      whole: number;
      at: number;
      x: number;
      y: number;
    }
  /** The player was lost to something that a cue had let in so shortly before; its grace does not count. */
  | { type: 'sudden'; seed: number; cue: string; after: number; at: number; x: number; y: number }
  /** A piece turned for ever, trembled, lay on another of its kind or stood in others' way; for so long on end. */
  | ({ type: 'unrest'; seed: number; name: string; kind: string } & Omit<UnrestSeen, 'piece'>)
  /** Whoever played stood still for so long on end, or never pressed anything in so long a run. */
  | {
      type: 'inactive';
      seed: number;
      what: 'stood still' | 'pressed nothing';
      seconds: number;
      at: number;
      x: number;
      y: number;
    }
  /** The first loss came before anything could be seen. */
  | { type: 'early loss'; seed: number; at: number; x: number; y: number }
  /** The run was ended by a piece that was placed in the level. */
  | { type: 'ends it'; seed: number; piece: string; name: string; at: number; x: number; y: number }
  /** For so long on end nothing pressed. */
  | { type: 'dull'; seed: number; seconds: number; at: number; x: number; y: number }
  /** For so long on end much pressed all the time. */
  | { type: 'relentless'; seed: number; seconds: number; at: number; x: number; y: number }
  /** There was nothing left to fire in a run that was not won. */
  | { type: 'no shots left'; seed: number; at: number; x: number; y: number }
  /** It was cleared, or it was not, or the clock ran out. */
  | { type: 'cleared'; seed: number; at: number; x: number; y: number }
  | { type: 'not cleared'; seed: number; at: number; x: number; y: number }
  | { type: 'clock'; seed: number; at: number; x: number; y: number }
  /** What a cue brought in that harms never came near the player. */
  | { type: 'unmet'; seed: number; cue: string; at: number; x: number; y: number }
  /** What a cue is to bring for the player never came. */
  | { type: 'no supplies'; seed: number; cue: string; name: string; at: number; x: number; y: number }
  /** The player never came to something that is placed for it. */
  | { type: 'never reached'; seed: number; piece: string; name: string; kind: string; at: number; x: number; y: number }
  /** It was over before half of the clock. */
  | { type: 'early end'; seed: number; limit: number; isWon: boolean; at: number; x: number; y: number }
  /** Pieces of a kind turned all at the same moments. */
  | { type: 'in step'; seed: number; name: string; kind: string; at: number; x: number; y: number }
  /** The player was lost where the ground had been worn away. */
  | { type: 'worn footing'; seed: number; at: number; x: number; y: number };

/** A straggler is told when it was alone for at least so long, and for at least this share of its wave. */
const LEAST_ALONE_SECONDS = 5;
const LEAST_ALONE_SHARE = 1 / 3;
const LOOKS_PER_SECOND = 10;
/** Nobody gets out of the way of what has been there for less than this, seconds. */
const SUDDEN_SECONDS = 0.5;

interface Alone {
  wave: number;
  startedAt: number;
  since: number;
  x: number;
  y: number;
}

/** Looks on while runs of a level go on. One watch serves any number of runs, one after the other. */
export class RunWatch {
  private readonly everyTicks: number;
  private readonly waveCues: number[];
  private readonly canWear: boolean;
  private world: World | undefined;
  /** For every cue what its wave is at; undefined while more than one is there. */
  private alone: (Alone | undefined)[] = [];
  private waveStarts: { wave: number; tick: number }[] = [];
  private longest: (Extract<RunNote, { type: 'straggler' }> | undefined)[] = [];
  private lastLoss = NEVER;
  private sudden: Extract<RunNote, { type: 'sudden' }>[] = [];

  private readonly unrest: UnrestWatch;
  private readonly hand: HandWatch;
  private readonly met: MetWatch;
  private readonly steps: StepWatch;
  private readonly reach: ReachWatch;
  private readonly supplies: SuppliesWatch;

  constructor(private readonly program: LevelProgram) {
    this.unrest = new UnrestWatch(program);
    this.hand = new HandWatch(program);
    this.met = new MetWatch(program);
    this.steps = new StepWatch(program);
    this.reach = new ReachWatch(program);
    this.supplies = new SuppliesWatch(program);
    this.everyTicks = program.ticksPerSecond / LOOKS_PER_SECOND;
    this.waveCues = program.cues.flatMap((cue, index) => (cue.type === 'waves' && cue.nextWhenCleared ? [index] : []));
    this.canWear = program.ground.types.some(({ strength }) => strength > 0);
  }

  /** To be called in every tick. */
  look(world: World, input: number, isWatching: boolean): void {
    this.world = world;
    this.hand.look(world, input, isWatching);
    if (this.unrest.isNeeded) this.unrest.look(world);
    if (world.lossTick !== this.lastLoss) this.lookAtLoss(world);
    if (world.tick % this.everyTicks !== 0) return;
    for (const cue of this.waveCues) this.lookAtWave(world, cue);
    if (this.met.isNeeded) this.met.look(world);
    if (this.steps.isNeeded) this.steps.look(world);
    if (this.reach.isNeeded) this.reach.look(world);
  }

  /** What the run that has just ended showed; the watch is ready for the next one. */
  finish(record: RunRecord): RunNote[] {
    const { world, program } = this;
    if (!world) return [];
    for (const cue of this.waveCues) this.endAlone(world.tick, cue);
    const notes: RunNote[] = [
      ...this.longest.flatMap((note) => note ?? []),
      ...this.sudden,
      ...this.unrestNotes(),
      ...this.hand.finish(record),
      ...this.unmetNotes(record),
      ...this.stepNotes(world),
      ...this.neverNotes(world, record),
    ];
    const ofThisRun = notes.map((note) => ({ ...note, seed: record.seed }));
    const isWorn = this.canWear && world.groundChanges > 0 && fellThroughWornGround(program, world, record);
    this.alone = [];
    this.waveStarts = [];
    this.longest = [];
    this.sudden = [];
    this.lastLoss = NEVER;
    if (!isWorn) return ofThisRun;
    const { x, y, ticks, seed } = record;
    return [...ofThisRun, { type: 'worn footing', seed, at: ticks / program.ticksPerSecond, x, y }];
  }

  /** Of every kind of unrest the first that each piece showed. */
  private unrestNotes(): RunNote[] {
    const { pieces } = this.program;
    const notes = this.unrest.seen.map(({ piece, ...rest }): RunNote => {
      const { name, kind } = pieces[piece];
      return { type: 'unrest', seed: 0, name, kind, ...rest };
    });
    this.unrest.reset();
    return notes;
  }

  private unmetNotes({ ticks, x, y }: RunRecord): RunNote[] {
    const at = ticks / this.program.ticksPerSecond;
    return this.met.finish().map((cue): RunNote => ({ type: 'unmet', seed: 0, cue, at, x, y }));
  }

  /** What never came, and what the player never came to. */
  private neverNotes(world: World, { ticks, x, y }: RunRecord): RunNote[] {
    const { cues, kinds, pieces, ticksPerSecond } = this.program;
    const at = ticks / ticksPerSecond;
    const supplies = this.supplies.missing(world).map(({ cue, kind }): RunNote => {
      return { type: 'no supplies', seed: 0, cue: cues[cue].name, name: kinds[kind].name, at, x, y };
    });
    const things = this.reach.finish().map((piece): RunNote => {
      const { id, name, kind } = pieces[piece];
      return { type: 'never reached', seed: 0, piece: id, name, kind, at, x: world.x[piece], y: world.y[piece] };
    });
    return [...supplies, ...things];
  }

  /** Of every kind the first that turned in step. */
  private stepNotes(world: World): RunNote[] {
    const { pieces, kinds } = this.program;
    const known = new Set<string>();
    return this.steps.finish(world).flatMap(({ piece, at, x, y }): RunNote[] => {
      const { kind, kindIndex } = pieces[piece];
      if (known.has(kind)) return [];
      known.add(kind);
      return [{ type: 'in step', seed: 0, name: kinds[kindIndex].name, kind, at, x, y }];
    });
  }

  /** Notes a loss to something that had only just come in, once for each cue. */
  private lookAtLoss({ lossTick, lossPiece, lossX: x, lossY: y, bornAt, cueOfPiece }: World): void {
    this.lastLoss = lossTick;
    if (lossTick === NEVER || lossPiece < 0) return;
    const { cues, ticksPerSecond } = this.program;
    const cue = cues[cueOfPiece[lossPiece]];
    if (!cue) return;
    const after = (lossTick - bornAt[lossPiece] - cue.place.graceTicks) / ticksPerSecond;
    if (after >= SUDDEN_SECONDS || this.sudden.some((note) => note.cue === cue.name)) return;
    this.sudden.push({ type: 'sudden', seed: 0, cue: cue.name, after, at: lossTick / ticksPerSecond, x, y });
  }

  private lookAtWave(world: World, cue: number): void {
    const { stage, wave, alive, served } = world.cues;
    if (this.waveStarts[cue]?.wave !== wave[cue]) {
      this.endAlone(world.tick, cue);
      this.waveStarts[cue] = { wave: wave[cue], tick: world.tick };
    }
    const isAlone = stage[cue] === WAVE_STAGE.open && alive[cue] === 1 && served[cue] > 1;
    if (!isAlone) this.endAlone(world.tick, cue);
    else if (!this.alone[cue]) {
      const piece = world.cueOfPiece.findIndex((owner, index) => owner === cue && world.alive[index] === 1);
      this.alone[cue] = {
        wave: wave[cue],
        startedAt: this.waveStarts[cue].tick,
        since: world.tick,
        x: world.x[piece],
        y: world.y[piece],
      };
    }
  }

  private endAlone(tick: number, cue: number): void {
    const now = this.alone[cue];
    if (!now) return;
    this.alone[cue] = undefined;
    const { ticksPerSecond, cues } = this.program;
    const alone = (tick - now.since) / ticksPerSecond;
    const whole = (tick - now.startedAt) / ticksPerSecond;
    if (alone < LEAST_ALONE_SECONDS || alone < whole * LEAST_ALONE_SHARE) return;
    if (alone <= (this.longest[cue]?.alone ?? 0)) return;
    const { x, y } = now;
    const at = now.since / ticksPerSecond;
    this.longest[cue] = { type: 'straggler', seed: 0, cue: cues[cue].name, wave: now.wave + 1, alone, whole, at, x, y };
  }
}

/** Whether a run ended where the ground had been worn away: what bore the player before, or what held it off, is gone. */
function fellThroughWornGround({ grid, ground, isSideView }: LevelProgram, world: World, record: RunRecord): boolean {
  if (record.cause !== 'fell' && record.cause !== 'drowned') return false;
  const now = world.ground;
  const cell = cellIndexAt(grid, record.x, record.y);
  const changed = (at: number) => ground.typeOfCell[at] !== now.typeOfCell[at];
  if (!isSideView) return changed(cell) && isUnsafe(now.types[now.typeOfCell[cell]]);
  // Seen from the side the player has fallen past what bore it in its column.
  for (let at = cell % grid.width; at < grid.solid.length; at += grid.width)
    if (changed(at) && grid.solid[at] === 1 && now.grid.solid[at] === 0) return true;
  return false;
}
