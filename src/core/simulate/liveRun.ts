import type { LevelProgram } from '../compile/levelProgram';
import { prepareRuns } from './engine/prepareRuns';
import type { Input } from './engine/player/inputs';
import type { RunEvent } from './engine/runEvent';
import { passTime } from './engine/passTime';
import { step, type RunEnd } from './engine/tick';
import { World } from './engine/world';
import { explainPiece, type Explanation } from './explain/explainPiece';
import { explainRules, type RulesExplanation } from './explain/explainRules';
import { PIECE_FIELDS, PLAYER_FIELDS } from './frameFields';
import { writeFrame } from './recordRun';

/** A body that has been met by its shape, as the value of `World.encounter`. */
const MET = 2;

/**
 * One run that is stepped from outside, tick by tick: what a person plays by hand. The inputs are kept, so that the same run
 * can be simulated again exactly.
 */
export class LiveRun {
  readonly inputs: Input[] = [];
  readonly events: RunEvent[] = [];
  readonly frameSize: number;
  end: RunEnd | undefined;
  /** Ids of the pieces whose shapes the player has newly met in the last tick. */
  newContacts: string[] = [];
  /** The tick at which it began. */
  readonly firstTick: number;
  private readonly world: World;

  constructor(
    readonly program: LevelProgram,
    readonly seed: number,
  ) {
    this.world = new World(prepareRuns(program));
    this.world.reset(seed);
    this.world.events = this.events;
    this.firstTick = passTime(this.world);
    this.frameSize = PLAYER_FIELDS + PIECE_FIELDS * program.pieces.length;
  }

  get tick(): number {
    return this.world.tick;
  }

  /** What a screen beside the arena may tell of the player. */
  get player(): {
    x: number;
    y: number;
    health: number;
    score: number;
    carried: number;
    delivered: number;
    ammunition: number;
    lives: number;
    wave: number;
  } {
    const { x, y, health, score, carried, delivered, ammunition } = this.world.player;
    const { livesLeft: lives, cues } = this.world;
    return { x, y, health, score, carried, delivered, ammunition, lives, wave: cues.waveNumber };
  }

  /** Plays one tick; does nothing once the run is over. */
  step(input: Input): void {
    if (this.end) return;
    const before = this.world.encounter.slice();
    this.inputs.push(input);
    this.end = step(this.world, input);
    this.newContacts = this.program.pieces.flatMap((piece, index) =>
      this.world.encounter[index] === MET && before[index] !== MET ? [piece.id] : [],
    );
  }

  /** Why a piece does what it does now. */
  explain(pieceId: string): Explanation | undefined {
    const piece = this.program.pieces.findIndex((candidate) => candidate.id === pieceId);
    return piece >= 0 ? explainPiece(this.world, piece) : undefined;
  }

  /** What the cues and rules wait for now. */
  explainRules(): RulesExplanation {
    return explainRules(this.world);
  }

  /** What is to be seen now, as one frame of a recorded run. */
  writeFrame(frames: Float32Array): void {
    writeFrame(this.world, frames, 0);
  }
}
