import type { LevelProgram } from '../compile/levelProgram';
import { bug } from '../foundation/result';
import { STAND_INS } from '../people/traits';
import { recordRun } from '../simulate/recordRun';
import { Runner } from '../simulate/run';
import { ExactSearch, whyNotExact } from './exactSearch';
import { FreeBound, whyNoBound } from './freeBound';
import { factsOfWitness, type WitnessFacts } from './leeway';
import { WayLeft } from './wayLeft';
import { countPresses, type Witness } from './momentTree';
import { WitnessSearch } from './witnessSearch';

/**
 * After so many moments without a way stand-ins try as well, so many people of each tier, the experts first; then the search
 * goes on. Where there is nowhere to go the search has nothing to go by, and they come first. Of all their ways the quickest
 * is kept: who is bolder than an expert may be quicker.
 */
const FIRST_MOMENTS = 6000;
const PEOPLE = 4;
const TIERS = [...STAND_INS].reverse().slice(0, 3);
/** So many moments are looked at when nothing else is said. */
export const USUAL_MOMENTS = 40_000;
/** So many times the places of the level are looked at between two words. */
const LOOKS_AT_ONCE = 200;
/** So many moments are gone on from between two words of how far it is. */
const MOMENTS_AT_ONCE = 150;

export interface Proof {
  seed: number;
  /**
   * `won`: the level can be won on this seed, and by what. `impossible`: every moment, or every place at every time, was looked at, and none wins. `not
   * found`: nothing was found, which proves nothing. `searching`: not yet; there may be a way already, and a quicker one is
   * looked for.
   */
  status: 'searching' | 'won' | 'impossible' | 'not found';
  witness: Witness | undefined;
  /** Who found it: a stand-in, the search, or the search that looks at every moment. */
  by: `${string} stand-in` | 'the search' | 'the whole search' | undefined;
  /** Moments that were gone on from, by both searches. */
  lookedAt: number;
  /** Places of the whole level at all times that were looked at, where the player walks freely; undefined elsewhere. */
  places: number | undefined;
  /** Nothing wins before this tick; undefined where that is not known. With a way of so many ticks none is quicker. */
  notBefore: number | undefined;
  /** Why not every moment was looked at, in words; undefined where all were, or none wins earlier. */
  whyNotAll: string | undefined;
  /** How the way that was found is played; known at the end. */
  facts: WitnessFacts | undefined;
}

/**
 * Finds out whether a level can be won on a seed without losing a life or health. What it finds is a row of inputs that the
 * engine replays and wins; nothing else is called won. First a way is looked for; then, where bodies go from rest to rest,
 * every moment that could lead to a quicker one is looked at; where they walk freely, at which places they can be at all at
 * each time. Works in small parts, so that it can be followed and left.
 */
export class Prover {
  proof: Proof;
  private search: WitnessSearch | undefined;
  private exact: ExactSearch | undefined;
  private bound: FreeBound | undefined;
  /** Moments that the first search has gone on from. */
  private before = 0;
  private nextPerson = 0;
  private readonly firstMoments: number;
  /** Whether the first search has nothing left to look at, or no room. */
  private hasEnded = false;

  constructor(
    private readonly program: LevelProgram,
    seed: number,
    private readonly mostMoments: number,
  ) {
    this.proof = {
      seed,
      status: 'searching',
      witness: undefined,
      by: undefined,
      lookedAt: 0,
      places: undefined,
      notBefore: undefined,
      whyNotAll: whyNotExact(program),
      facts: undefined,
    };
    this.firstMoments = new WayLeft(program).isNowhere ? 0 : FIRST_MOMENTS;
  }

  /** Goes on for a part; gives how far it is. */
  work(): Proof {
    if (this.proof.status !== 'searching') return this.proof;
    if (this.exact) this.lookAtAll(this.exact);
    else if (this.bound) this.lookAtPlaces(this.bound);
    else this.lookForWay();
    return this.proof;
  }

  private lookForWay(): void {
    const isBegun = this.proof.lookedAt >= this.firstMoments || this.hasEnded;
    if (isBegun && this.nextPerson < PEOPLE * TIERS.length) this.askPerson(this.nextPerson++);
    else if (this.proof.witness) this.endFirst();
    else if (this.hasEnded || this.proof.lookedAt >= this.mostMoments) this.endFirst();
    else this.goOnSearching();
  }

  private askPerson(number: number): void {
    const { program, proof } = this;
    const traits = TIERS[Math.floor(number / PEOPLE)];
    const { record, inputs } = recordRun(program, { type: 'stand-in', traits }, proof.seed, 1 + (number % PEOPLE));
    if (record?.outcome !== 'won' || inputs.length >= (proof.witness?.ticks ?? Infinity)) return;
    if (!isUnharmed(program, proof.seed, inputs)) return;
    this.take({ inputs, ticks: inputs.length, presses: countPresses(inputs) }, `${article(traits.id)} stand-in`);
  }

  private goOnSearching(): void {
    const { program, proof } = this;
    const search = (this.search ??= new WitnessSearch(program, proof.seed));
    const status = search.work(MOMENTS_AT_ONCE);
    this.proof = { ...proof, lookedAt: search.lookedAt };
    if (search.witness) {
      this.take(search.witness, 'the search');
      this.endFirst();
    } else if (status !== 'searching') this.hasEnded = true;
  }

  /** Only what the engine replays and wins is proved. */
  private take(witness: Witness, by: Proof['by']): void {
    const { seed } = this.proof;
    const { record } = new Runner(this.program, { type: 'inputs', inputs: witness.inputs }).run(seed);
    if (record?.outcome !== 'won') throw new Error(`what was found on seed ${seed} does not win`);
    this.proof = { ...this.proof, witness, by };
  }

  /** The first search is over, with a way or without; what it looked at takes much memory, and is of no use any more. */
  private endFirst(): void {
    this.search = undefined;
    const { witness, seed, whyNotAll } = this.proof;
    if (whyNotAll !== undefined) {
      if (whyNoBound(this.program) !== undefined) return this.end();
      this.bound = new FreeBound(this.program, seed);
      return;
    }
    this.exact = new ExactSearch(this.program, seed, witness && witness.ticks - 1);
    this.before = this.proof.lookedAt;
  }

  private lookAtAll(exact: ExactSearch): void {
    const status = exact.work(MOMENTS_AT_ONCE);
    const known = Math.min(exact.surelyNotBefore, this.proof.witness?.ticks ?? Infinity);
    this.proof = {
      ...this.proof,
      lookedAt: this.before + exact.lookedAt,
      notBefore: known < Infinity ? Math.ceil(known) : undefined,
    };
    if (status === 'searching') return;
    if (status === 'full') this.proof = { ...this.proof, whyNotAll: 'there are more moments than there is room for' };
    this.exact = undefined;
    if (exact.witness) {
      const { ticks } = exact.witness;
      this.take(exact.witness, 'the whole search');
      this.proof = { ...this.proof, notBefore: ticks };
    }
    this.end(status === 'exhausted' && !this.proof.witness ? 'impossible' : undefined);
  }

  private lookAtPlaces(bound: FreeBound): void {
    bound.work(LOOKS_AT_ONCE);
    const { notBefore, lookedAt } = bound;
    const { witness } = this.proof;
    this.proof = { ...this.proof, places: lookedAt, notBefore: notBefore < Infinity ? notBefore : undefined };
    if (!bound.isDone) return;
    if (witness && witness.ticks < notBefore)
      bug(`a way is quicker than ${notBefore} ticks, before which there is none`);
    this.end(notBefore === Infinity ? 'impossible' : undefined);
  }

  private end(status?: Proof['status']): void {
    const { witness, seed } = this.proof;
    this.exact = this.bound = undefined;
    this.proof = {
      ...this.proof,
      status: status ?? (witness ? 'won' : 'not found'),
      facts: witness && factsOfWitness(this.program, seed, witness.inputs),
    };
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

function article(tier: string): string {
  return `${/^[aeiou]/.test(tier) ? 'an' : 'a'} ${tier}`;
}
