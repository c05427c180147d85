import type { LevelProgram } from '../compile/levelProgram';
import type { RunEvent } from './engine/runEvent';
import { Runner, type Steering } from './run';
import type { RunRecord, RunSamples } from './runRecord';

/** Numbers a piece takes in a frame: x, y, facing as a vector, state, and whether it has the player in sight. */
export const PIECE_FIELDS = 6;
/** Numbers the player takes in a frame: x and y. */
export const PLAYER_FIELDS = 2;

/** A run written down tick by tick, for showing it. Made anew from the seed whenever it is wanted, never stored. */
export interface RecordedRun {
  seed: number;
  ticksPerSecond: number;
  /** Ids of the pieces in the order of the fields. */
  pieces: string[];
  /** `frames.length / frameSize` frames: the start and every tick after it. */
  frames: Float32Array;
  frameSize: number;
  events: RunEvent[];
  samples: RunSamples;
  record: RunRecord | undefined;
}

export function recordRun(program: LevelProgram, steering: Steering, seed: number): RecordedRun {
  const frameSize = PLAYER_FIELDS + PIECE_FIELDS * program.pieces.length;
  const frames = new Float32Array(frameSize * (program.timeLimitTicks + 1));
  const events: RunEvent[] = [];
  const samples: RunSamples = { pressure: [], sighted: [] };
  let used = 0;
  const { record } = new Runner(program, steering).run(seed, {
    events,
    samples,
    onTick: (world) => {
      frames[used++] = world.player.x;
      frames[used++] = world.player.y;
      for (let piece = 0; piece < world.pieceCount; piece++) {
        frames[used++] = world.x[piece];
        frames[used++] = world.y[piece];
        frames[used++] = world.facingX[piece];
        frames[used++] = world.facingY[piece];
        frames[used++] = world.state[piece];
        frames[used++] = world.sights[piece];
      }
    },
  });
  return {
    seed,
    ticksPerSecond: program.ticksPerSecond,
    pieces: program.pieces.map((piece) => piece.id),
    frames: frames.slice(0, used),
    frameSize,
    events,
    samples,
    record,
  };
}
