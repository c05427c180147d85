import type { LevelProgram } from '../compile/levelProgram';
import { STAND_INS } from '../people/traits';
import { recordRun } from '../simulate/recordRun';
import { Runner } from '../simulate/run';
import { WayLeft } from './wayLeft';
import { countPresses, WitnessSearch, type Witness } from './witnessSearch';

/**
 * After so many moments without a way experts try as well, so many of them; then the search goes on. Where there is nowhere to
 * go the search has nothing to go by, and experts come first.
 */
const FIRST_MOMENTS = 6000;
const EXPERTS = 12;
/** So many moments are looked at when nothing else is said. */
export const USUAL_MOMENTS = 40_000;
/** So many moments are gone on from between two words of how far it is. */
const MOMENTS_AT_ONCE = 150;

export interface Proof {
  seed: number;
  /**
   * `won`: the level can be won on this seed, and by what. `not found`: nothing was found, which proves nothing. `searching`:
   * not yet.
   */
  status: 'searching' | 'won' | 'not found';
  witness: Witness | undefined;
  /** Who found it: an expert stand-in, or the search. */
  by: 'an expert' | 'the search' | undefined;
  /** Moments that the search has gone on from. */
  lookedAt: number;
}

/**
 * Finds out whether a level can be won on a seed without losing a life or health. What it finds is a row of inputs that the
 * engine replays and wins; nothing else is called won. Works in small parts, so that it can be followed and left.
 */
export class Prover {
  proof: Proof;
  private search: WitnessSearch | undefined;
  private nextExpert = 1;
  private readonly firstMoments: number;
  /** Whether the search has nothing left to look at, or no room. */
  private hasEnded = false;

  constructor(
    private readonly program: LevelProgram,
    seed: number,
    private readonly mostMoments: number,
  ) {
    this.proof = { seed, status: 'searching', witness: undefined, by: undefined, lookedAt: 0 };
    this.firstMoments = new WayLeft(program).isNowhere ? 0 : FIRST_MOMENTS;
  }

  /** Goes on for a part; gives how far it is. */
  work(): Proof {
    if (this.proof.status !== 'searching') return this.proof;
    const isBegun = this.proof.lookedAt >= this.firstMoments || this.hasEnded;
    if (isBegun && this.nextExpert <= EXPERTS) this.askExpert(this.nextExpert++);
    else if (this.hasEnded || this.proof.lookedAt >= this.mostMoments) this.end({ status: 'not found' });
    else this.goOnSearching();
    return this.proof;
  }

  private askExpert(person: number): void {
    const { program, proof } = this;
    const traits = STAND_INS[STAND_INS.length - 1];
    const { record, inputs } = recordRun(program, { type: 'stand-in', traits }, proof.seed, person);
    if (record?.outcome !== 'won' || !isUnharmed(program, proof.seed, inputs)) return;
    this.take({ inputs, ticks: inputs.length, presses: countPresses(inputs) }, 'an expert');
  }

  private goOnSearching(): void {
    const { program, proof } = this;
    const search = (this.search ??= new WitnessSearch(program, proof.seed));
    const status = search.work(MOMENTS_AT_ONCE);
    this.proof = { ...proof, lookedAt: search.lookedAt };
    if (search.witness) this.take(search.witness, 'the search');
    else if (status !== 'searching') this.hasEnded = true;
  }

  private end(outcome: Partial<Proof>): void {
    this.proof = { ...this.proof, ...outcome };
    // What was looked at takes much memory, and is of no use any more.
    this.search = undefined;
  }

  /** Only what the engine replays and wins is proved. */
  private take(witness: Witness, by: Proof['by']): void {
    const { seed } = this.proof;
    const { record } = new Runner(this.program, { type: 'inputs', inputs: witness.inputs }).run(seed);
    if (record?.outcome !== 'won') throw new Error(`what was found on seed ${seed} does not win`);
    this.end({ status: 'won', witness, by });
  }
}

/** Whether a run from inputs loses neither a life nor health. */
function isUnharmed(program: LevelProgram, seed: number, inputs: readonly number[]): boolean {
  let isHarmed = false;
  new Runner(program, { type: 'inputs', inputs }).run(seed, {
    onTick: ({ livesLeft, player }) => {
      if (livesLeft < program.rules.lives || player.health < program.player.health) isHarmed = true;
    },
  });
  return !isHarmed;
}
