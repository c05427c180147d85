import type { Overrides } from '../../compile/levelProgram';
import type { BriefLine } from '../../document/briefLine';
import type { ChunkResult } from '../../measure/chunk';
import type { MeasuredLevel } from '../../measure/measure';
import { emptySums, mergeSums, summaryOf, type MeasureSums, type Summary } from '../../measure/sums';
import { BRIEF_RULES, judgeBriefLine, type BriefVerdict } from '../brief';
import { fitAt, type Sample } from './localFit';
import type { PlayTask, RunPlan } from './runPlan';
import { combinations, roundTo, spreadValues } from './swept';

/** A number that may be changed, within bounds. */
export interface Turnable {
  name: string;
  low: number;
  high: number;
  /** As it stands. */
  now: number;
  isWhole: boolean;
}

/** A combination of values that was tried on the way. */
export interface Trial {
  values: number[];
  runs: number;
  /** How far it is from what is meant: 0 where all lines hold well. */
  off: number;
  verdicts: BriefVerdict[];
}

/** An answer: what it comes to on seeds that the search has not seen. */
export interface Answer {
  values: number[];
  runs: number;
  verdicts: BriefVerdict[];
  /** No line is not met on fresh seeds. */
  holds: boolean;
  /** How many of the numbers it changes. */
  changed: number;
}

export interface SolveState {
  stage: 'searching' | 'proving' | 'done';
  runs: number;
  trials: Trial[];
  /** The best first: least changed among those that hold. */
  answers: Answer[];
  /** Why nothing was found, in words; empty where an answer holds. */
  inTheWay: string[];
}

interface SolveTask extends PlayTask {
  place: Place;
  isFresh: boolean;
}

interface Sums {
  runs: number;
  sums: MeasureSums;
}

/** One combination of values with its runs: on the common seeds of the search, and on fresh ones. */
interface Place {
  values: number[];
  /** The same between the bounds, 0 to 1. */
  at: number[];
  overrides: Overrides;
  common: Map<string, Sums>;
  fresh: Map<string, Sums>;
  /** How many runs on the common seeds were asked for, by who plays. */
  asked: Map<string, number>;
  /** What each line came to over so many runs. */
  known: Map<BriefLine, { runs: number; value: number | undefined }>;
}

/** So many numbers may be changed at once. */
export const MOST_TURNED = 3;
/** Values of each number that are tried first, by how many numbers there are. */
const FIRST_VALUES = [0, 7, 4, 3];
const FIRST_RUNS = 60;
const NEXT_RUNS = 120;
const MOST_RUNS_OF_PLACE = 240;
/** Rounds of looking on, by how many numbers there are: along one the fit is known sooner. */
const ROUNDS = [0, 3, 5, 5];
/** What is decided after the first fresh runs is left at that. */
const FIRST_FRESH_RUNS = 160;
const FRESH_RUNS = 400;
const MOST_PROOFS = 4;
/** Another answer that the fit says to be farther off than this is not tried. */
const UNLIKELY = 0.5;
const FRESH_SEED = 500_001;
const STRETCH = 20;
const MOST_ANSWERS = 3;
/** Answers that are nearer to each other than this share of the bounds are the same. */
const APART = 0.12;
/** Being outside of a band by so many points, or by this share of its edge, counts for 1; and as far inside is well inside. */
const POINTS = 10;
const SHARE = 0.1;
/** What it is worth to lie well inside of a band, and to change nothing. */
const EDGE_PRICE = 0.2;
const CHANGE_PRICE = 0.06;
const CANDIDATES = [0, 81, 25, 11];

/**
 * Looks for values of some numbers with which a brief holds: first over the whole of the bounds, then, round by round, where a
 * fit through all that was found so far says that it is best; all on the same seeds. What is found is played on fresh seeds,
 * and only that is told. Of those that hold, what changes least comes first.
 */
export class Solver implements RunPlan<SolveTask> {
  private readonly places = new Map<string, Place>();
  private readonly waiting: SolveTask[] = [];
  private under = 0;
  private round = 0;
  private stage: SolveState['stage'] = 'searching';
  private proved: Place[] = [];
  private proofs = 0;

  constructor(
    private readonly turned: readonly Turnable[],
    private readonly brief: readonly BriefLine[],
    private readonly level: MeasuredLevel,
    private readonly overridesOf: (values: readonly number[]) => Overrides,
    private readonly firstSeed = 1,
  ) {
    const first = turned.map(({ low, high, isWhole }) => spreadValues(low, high, FIRST_VALUES[turned.length], isWhole));
    for (const values of combinations(first)) this.ask(this.placeOf(values), FIRST_RUNS);
    this.ask(this.placeOf(turned.map(({ now, low, high }) => Math.min(high, Math.max(low, now)))), FIRST_RUNS);
  }

  next(): SolveTask | undefined {
    if (this.waiting.length === 0 && this.under === 0 && this.stage !== 'done') this.goOn();
    const task = this.waiting.shift();
    if (task) this.under++;
    return task;
  }

  take({ place, standInId, isFresh, count }: SolveTask, { sums }: ChunkResult): void {
    this.under--;
    const kept = isFresh ? place.fresh : place.common;
    const known = kept.get(standInId) ?? { runs: 0, sums: emptySums() };
    known.runs += count;
    mergeSums(known.sums, sums);
    kept.set(standInId, known);
  }

  get state(): SolveState {
    const trials = [...this.places.values()].filter(({ common }) => common.size === this.players.length);
    const answers = this.stage === 'done' ? this.answers() : [];
    return {
      stage: this.stage,
      runs: [...this.places.values()].reduce((sum, place) => sum + runsOf(place.common) + runsOf(place.fresh), 0),
      trials: trials.map((place) => ({
        values: place.values,
        runs: runsOf(place.common),
        off: this.offOf((line) => this.valueAt(place, line)),
        verdicts: this.verdictsOf(place.common),
      })),
      answers,
      inTheWay: this.stage === 'done' && !answers.some(({ holds }) => holds) ? this.obstacles(trials) : [],
    };
  }

  private get players(): string[] {
    return [...new Set(this.brief.map(({ standIn }) => standIn))];
  }

  private placeOf(values: readonly number[]): Place {
    const key = values.join(' ');
    const known = this.places.get(key);
    if (known) return known;
    const at = values.map((value, axis) => {
      const { low, high } = this.turned[axis];
      return high > low ? (value - low) / (high - low) : 0;
    });
    const made: Place = {
      ...{ known: new Map(), values: [...values], at, overrides: this.overridesOf(values), asked: new Map() },
      ...{ common: new Map<string, Sums>(), fresh: new Map<string, Sums>() },
    };
    this.places.set(key, made);
    return made;
  }

  /** Asks for runs up to so many on the common seeds, of those whose lines are not decided yet. */
  private ask(place: Place, runs: number): void {
    for (const standInId of this.players) {
      const asked = place.asked.get(standInId) ?? 0;
      if (asked >= runs || (asked > 0 && this.isDecided(place.common, standInId))) continue;
      place.asked.set(standInId, runs);
      this.wait(place, standInId, false, this.firstSeed + asked, runs - asked);
    }
  }

  /** The same on fresh seeds. */
  private askFresh(place: Place, runs: number): void {
    for (const standInId of this.players) {
      const known = place.fresh.get(standInId)?.runs ?? 0;
      if (known >= runs || (known > 0 && this.isDecided(place.fresh, standInId))) continue;
      this.wait(place, standInId, true, FRESH_SEED + known, runs - known);
    }
  }

  private wait(place: Place, standInId: string, isFresh: boolean, firstSeed: number, runs: number): void {
    for (let done = 0; done < runs; done += STRETCH)
      this.waiting.push({
        ...{ place, standInId, isFresh, overrides: place.overrides },
        ...{ firstSeed: firstSeed + done, count: Math.min(STRETCH, runs - done) },
      });
  }

  /** Whether more runs of somebody at a place would decide nothing. */
  private isDecided(kept: ReadonlyMap<string, Sums>, standInId: string): boolean {
    return this.verdictsOf(kept).every(({ line, status }) => line.standIn !== standInId || status !== 'open');
  }

  /** Whether fresh runs say for sure that a line does not hold there: then it matters no more how the others stand. */
  private isRefuted(place: Place): boolean {
    return this.verdictsOf(place.fresh).some(({ status }) => status === 'not met');
  }

  private goOn(): void {
    if (this.stage === 'searching') {
      if (this.round++ < ROUNDS[this.turned.length]) this.searchOn();
      // Places that were looked at as often as they may be leave a round without work.
      if (this.waiting.length === 0) this.prove();
      return;
    }
    for (const place of this.proved) if (!this.isRefuted(place)) this.askFresh(place, FRESH_RUNS);
    if (this.waiting.length > 0) return;
    // What does not hold on fresh seeds after all: once more, with all that is known by now.
    if (this.answers().some((answer) => answer.holds) || this.proofs >= MOST_PROOFS) this.stage = 'done';
    else this.prove();
  }

  private searchOn(): void {
    for (const { values } of this.bestCandidates(2)) {
      const place = this.placeOf(values);
      const asked = Math.max(0, ...place.asked.values());
      this.ask(place, Math.min(MOST_RUNS_OF_PLACE, Math.max(NEXT_RUNS, asked + FIRST_RUNS)));
    }
  }

  private prove(): void {
    this.stage = 'proving';
    this.proofs++;
    for (const [rank, { values, off }] of this.bestCandidates(MOST_ANSWERS).entries()) {
      const place = this.placeOf(values);
      if (place.fresh.size > 0 || (rank > 0 && off > UNLIKELY)) continue;
      this.proved.push(place);
      this.askFresh(place, FIRST_FRESH_RUNS);
    }
    if (this.waiting.length === 0) this.stage = 'done';
  }

  /** Values that a fit through all that is known says to be best, apart from each other. */
  private bestCandidates(count: number): { values: number[]; off: number }[] {
    const samples = new Map(this.brief.map((line) => [line, this.samplesOf(line)]));
    const width = Math.max(0.14, 0.3 - 0.03 * this.round);
    const rated = this.candidates().map((values) => {
      const at = values.map((value, axis) => (value - this.turned[axis].low) / this.spanOf(axis));
      const off = this.offOf((line) => fitAt(samples.get(line)!, at, width));
      return { values, at, off, price: off + CHANGE_PRICE * this.changeOf(values) };
    });
    rated.sort((a, b) => a.price - b.price);
    const chosen: typeof rated = [];
    for (const one of rated) {
      if (chosen.length === count) break;
      if (chosen.every(({ at }) => distance(at, one.at) >= APART)) chosen.push(one);
    }
    return chosen;
  }

  private candidates(): number[][] {
    const lists = this.turned.map(({ low, high, isWhole, now }) => {
      const values = spreadValues(low, high, CANDIDATES[this.turned.length], isWhole);
      return now >= low && now <= high && !values.includes(now) ? [...values, now] : values;
    });
    return combinations(lists);
  }

  private spanOf(axis: number): number {
    const { low, high } = this.turned[axis];
    return high > low ? high - low : 1;
  }

  private changeOf(values: readonly number[]): number {
    return values.reduce(
      (sum, value, axis) =>
        sum + (value === this.turned[axis].now ? 0 : 0.3 + Math.abs(value - this.turned[axis].now) / this.spanOf(axis)),
      0,
    );
  }

  private samplesOf(line: BriefLine): Sample[] {
    return [...this.places.values()].flatMap((place): Sample[] => {
      const value = this.valueAt(place, line);
      return value === undefined ? [] : [{ at: place.at, value, weight: runsOf(place.common) + runsOf(place.fresh) }];
    });
  }

  /** What a line is about, over all runs of a place; worked out once for as many runs. */
  private valueAt(place: Place, line: BriefLine): number | undefined {
    const runs = runsOf(place.common) + runsOf(place.fresh);
    const known = place.known.get(line);
    if (known?.runs === runs) return known.value;
    const value = this.readValue(place, line);
    place.known.set(line, { runs, value });
    return value;
  }

  private readValue(place: Place, line: BriefLine): number | undefined {
    const sums = emptySums();
    for (const kept of [place.common, place.fresh]) {
      const own = kept.get(line.standIn);
      if (own) mergeSums(sums, own.sums);
    }
    return sums.runs > 0 ? BRIEF_RULES[line.measure].of(summaryOf(sums, this.level))?.value : undefined;
  }

  /** How far values are from what is meant, over all lines. */
  private offOf(valueOf: (line: BriefLine) => number | undefined): number {
    return this.brief.reduce((sum, line) => sum + offOfLine(line, valueOf(line)), 0);
  }

  private verdictsOf(kept: ReadonlyMap<string, Sums>): BriefVerdict[] {
    return this.brief.map((line) => judgeBriefLine(line, this.summaryIn(kept, line.standIn)));
  }

  private summaryIn(kept: ReadonlyMap<string, Sums>, standIn: string): Summary | undefined {
    const own = kept.get(standIn);
    return own && summaryOf(own.sums, this.level);
  }

  private answers(): Answer[] {
    const all = this.proved.map((place): Answer & { price: number } => {
      const verdicts = this.verdictsOf(place.fresh);
      return {
        ...{ values: place.values, runs: runsOf(place.fresh), verdicts },
        holds: verdicts.every((verdict) => isInside(verdict)),
        changed: place.values.filter((value, axis) => value !== this.turned[axis].now).length,
        price: this.offOf((line) => BRIEF_RULES[line.measure].of(this.summaryIn(place.fresh, line.standIn)!)?.value),
      };
    });
    all.sort(
      (a, b) =>
        Number(b.holds) - Number(a.holds) ||
        (a.holds ? this.changeOf(a.values) - this.changeOf(b.values) : a.price - b.price),
    );
    const held = all.some(({ holds }) => holds) ? all.filter(({ holds }) => holds) : all.slice(0, 1);
    return held.map(({ price: _price, ...answer }) => answer);
  }

  /** Which lines stand in the way: those that are met nowhere, or else those that are never met together. */
  private obstacles(trials: readonly Place[]): string[] {
    const isMet = (place: Place, line: BriefLine) => offOfLine(line, this.valueAt(place, line)) < EDGE_PRICE + 1e-9;
    const alone = this.brief.filter((line) => !trials.some((place) => isMet(place, line)));
    if (alone.length > 0)
      return alone.map((line) => {
        const values = trials.flatMap((place) => this.valueAt(place, line) ?? []);
        const { unit } = BRIEF_RULES[line.measure];
        const reached =
          values.length > 0
            ? `within these bounds it comes to ${said(Math.min(...values))} to ${said(Math.max(...values))} ${unit}`
            : 'within these bounds it says nothing';
        return `${nameOf(line)}: ${reached}`;
      });
    return ['Each line is met somewhere within these bounds, but nowhere all of them together.'];
  }
}

function nameOf({ standIn, measure, least, most }: BriefLine): string {
  const band = [least !== undefined ? `at least ${least}` : '', most !== undefined ? `at most ${most}` : ''];
  return `${standIn} ${BRIEF_RULES[measure].verb} ${band.filter((part) => part !== '').join(', ')} ${BRIEF_RULES[measure].unit}`;
}

function said(value: number): string {
  return String(roundTo(value, value >= 10 ? 1 : 0.1));
}

/** Its value lies in the band, and the interval is not outside of it. */
function isInside({ line: { least = -Infinity, most = Infinity }, status, value }: BriefVerdict): boolean {
  return status !== 'not met' && value !== undefined && value.value >= least && value.value <= most;
}

/** 0 well inside of the band, a little on its edge, more and more outside. */
function offOfLine(line: BriefLine, value: number | undefined): number {
  if (value === undefined) return 1;
  const { least = -Infinity, most = Infinity } = line;
  const isShare = BRIEF_RULES[line.measure].unit === '%';
  const edge = Number.isFinite(most) ? most : least;
  const scale = isShare ? POINTS : Math.max(1e-6, SHARE * Math.abs(edge)) || 1;
  const outside = Math.max(0, least - value, value - most);
  if (outside > 0) return EDGE_PRICE + outside / scale;
  const inside = Math.min(value - least, most - value);
  const well = Math.min(scale / 2, (most - least) / 2);
  return well > 0 ? EDGE_PRICE * Math.max(0, 1 - inside / well) : 0;
}

function runsOf(kept: ReadonlyMap<string, Sums>): number {
  return [...kept.values()].reduce((sum, { runs }) => sum + runs, 0);
}

function distance(a: readonly number[], b: readonly number[]): number {
  return Math.sqrt(a.reduce((sum, own, axis) => sum + (own - b[axis]) * (own - b[axis]), 0));
}
