import type { LevelProgram } from '../compile/levelProgram';
import { inOneGo } from '../foundation/steps';
import type { RunEvent } from './engine/runEvent';
import type { World } from './engine/world';
import { explainPiece, type Explanation } from './explain/explainPiece';
import { explainRules, type RulesExplanation } from './explain/explainRules';
import { PIECE_FIELDS, PLAYER_FIELDS } from './frameFields';
import { Runner, type Steering } from './run';
import type { RunRecord, RunSamples } from './runRecord';
import type { MindPicture } from './standins/mindPicture';

/** A run written down tick by tick, for showing it. Made anew from the seed whenever it is wanted, never stored. */
export interface RecordedRun {
  seed: number;
  ticksPerSecond: number;
  /** Ids of the pieces in the order of the fields; shots of the player come last. */
  pieces: string[];
  /** Kinds of the pieces, in the same order. */
  kinds: string[];
  /** `frames.length / frameSize` frames: the start and every tick after it. */
  frames: Float32Array;
  frameSize: number;
  events: RunEvent[];
  /** What was pressed in each tick. */
  inputs: number[];
  samples: RunSamples;
  /** What whoever played believed, minded and wanted, whenever that changed; empty for inputs. */
  minds: MindMoment[];
  record: RunRecord | undefined;
}

/** What a stand-in had in mind from a tick on. */
export interface MindMoment extends MindPicture {
  tick: number;
}

/** How often it is noted what a stand-in has in mind, times a second. */
const MINDS_PER_SECOND = 5;

/** Writes what is to be seen of a world into a frame that begins at a place. */
export function writeFrame(world: World, frames: Float32Array, start: number): void {
  let at = start;
  frames[at++] = world.player.x;
  frames[at++] = world.player.y;
  frames[at++] = world.rim;
  for (let piece = 0; piece < world.pieceCount; piece++) {
    frames[at++] = world.x[piece];
    frames[at++] = world.y[piece];
    frames[at++] = world.facingX[piece];
    frames[at++] = world.facingY[piece];
    frames[at++] = world.state[piece];
    frames[at++] = world.sights[piece];
    frames[at++] = world.alive[piece] === 0 ? 0 : world.isFilled[piece] === 1 ? 3 : world.isIn(piece) ? 1 : 2;
  }
}

/** One run from its seed, written down; of whoever steers, this person, if it is named. */
export function recordRun(program: LevelProgram, steering: Steering, seed: number, person?: number): RecordedRun {
  return inOneGo(recordRunInSteps(program, steering, seed, { person }));
}

/** As {@link recordRun}, so many ticks a step. */
export function* recordRunInSteps(
  program: LevelProgram,
  steering: Steering,
  seed: number,
  { person, ticksAStep = Infinity }: { person?: number | undefined; ticksAStep?: number },
): Generator<void, RecordedRun> {
  const frameSize = PLAYER_FIELDS + PIECE_FIELDS * program.pieces.length;
  const frames = new Float32Array(frameSize * (program.timeLimitTicks + 1));
  const events: RunEvent[] = [];
  const inputs: number[] = [];
  const samples: RunSamples = { pressure: [], sighted: [] };
  const minds: MindMoment[] = [];
  let used = 0;
  const runner = new Runner(program, steering);
  const onTick = (world: World, input: number) => {
    writeFrame(world, frames, used);
    if (used > 0) inputs.push(input);
    used += frameSize;
    if (world.tick % Math.round(program.ticksPerSecond / MINDS_PER_SECOND) !== 0) return;
    const { mind } = runner;
    if (mind) minds.push({ tick: world.tick, ...mind });
  };
  const { record } = yield* runner.runInSteps(seed, { events, samples, person, onTick }, ticksAStep);
  return {
    seed,
    ticksPerSecond: program.ticksPerSecond,
    pieces: program.pieces.map((piece) => piece.id),
    kinds: program.pieces.map((piece) => piece.kind),
    frames: frames.slice(0, used),
    frameSize,
    events,
    inputs,
    samples,
    minds,
    record,
  };
}

/** Why a piece does what it does at a moment of a run; undefined when the run has ended before. */
export function explainMoment(
  program: LevelProgram,
  steering: Steering,
  seed: number,
  tick: number,
  pieceId: string,
): Explanation | undefined {
  const piece = program.pieces.findIndex((candidate) => candidate.id === pieceId);
  return piece < 0 ? undefined : askAt(program, steering, seed, tick, (world) => explainPiece(world, piece));
}

/** What cues and rules wait for at a moment of a run; undefined when the run has ended before. */
export function explainRulesAt(
  program: LevelProgram,
  steering: Steering,
  seed: number,
  tick: number,
): RulesExplanation | undefined {
  return askAt(program, steering, seed, tick, explainRules);
}

/** Plays a run again up to a moment and asks its world. */
function askAt<Answer>(
  program: LevelProgram,
  steering: Steering,
  seed: number,
  tick: number,
  ask: (world: World) => Answer,
): Answer | undefined {
  let answer: Answer | undefined;
  new Runner(program, steering).run(seed, {
    mostTicks: tick,
    onTick: (world) => {
      if (world.tick === tick) answer = ask(world);
    },
  });
  return answer;
}
