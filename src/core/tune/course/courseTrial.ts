import { goesByPoints } from '../../compile/goesByPoints';
import type { LevelProgram, Overrides } from '../../compile/levelProgram';
import { compileGameLevel } from '../../pipeline';
import { levelAfter } from '../../document/course';
import type { GameDocument } from '../../document/gameDocument';
import type { ChunkResult } from '../../measure/chunk';
import { wilsonInterval, type ShareWithInterval } from '../../measure/statistics/wilsonInterval';
import type { RunRecord } from '../../simulate/runRecord';
import type { PlayTask, RunPlan } from '../search/runPlan';

/** A stay in a level: which, and how often the course has come to it by then. */
interface Stay {
  levelId: string;
  round: number;
  /** Lives that were brought along; as many as the level gives where left out. */
  lives?: number;
  /** Points that were brought along into a level that goes by them; none where left out. */
  points?: number;
}

export interface CourseTask extends PlayTask, Stay {}

/** One level as people come to it along the course. */
export interface Station {
  levelId: string;
  name: string;
  /** Of all people, how many come to it; and how many clear it the first time, whoever comes to it. */
  enters: ShareWithInterval;
  clears: ShareWithInterval;
  /** How many of all people get no further. */
  endsHere: number;
  /** Why it cannot be played, in words. */
  fault: string | undefined;
}

export interface CourseState {
  runs: number;
  most: number;
  people: number;
  /** In the order of the game. */
  stations: Station[];
  /** Of all people, how many come to an end of the course by winning. */
  finishes: ShareWithInterval;
  /** How many were still going after so many levels that they were left at that. */
  goesOn: number;
  /** Medians over all people. */
  seconds: number;
  points: number;
}

/** After so many levels a person is left at that: a course may go round for ever. */
const MOST_STAYS = 60;
const STRETCH = 25;

/** What is known of a stay, and what is still to be played of it. */
interface PlayedStay {
  stay: Stay;
  queue: { firstSeed: number; count: number }[];
  /** Runs that were asked for, whether they are in or not. */
  asked: number;
  rows: Map<number, RunRecord>;
  fault?: string;
}

/** Where one person has come to. */
interface Journey {
  seed: number;
  /** Levels in the order in which they were played. */
  stays: Stay[];
  seconds: number;
  points: number;
  /** `under way`: runs are missing. */
  end: 'finished' | 'lost' | 'goes on' | 'under way';
}

/**
 * A whole course as one batch: each person is a seed and plays level after level, as the ways on lead it, until it loses where
 * nothing leads on or comes to the end. Points add up along the way and choose it where a way asks for them; every level begins
 * as it is drawn. All people play every level once, so that how hard it is does not hang on who gets there; further rounds of
 * it are played by those who come to them. Where the game carries lives on, whoever wins begins the next level that has lives with
 * those that are left, on top of what everybody plays; whoever loses and is led on has all of them again. Where it carries points
 * on, a level that goes by points is begun with all that were made so far.
 */
export class CourseTrial implements RunPlan<CourseTask> {
  private readonly stays = new Map<string, PlayedStay>();
  private readonly ticksOf: ReadonlyMap<string, number>;
  /** How many lives each level gives; none are known where they are not carried on, or the level cannot be played. */
  private readonly livesOf: ReadonlyMap<string, number>;
  /** Into which levels points are brought along. */
  private readonly goByPoints: ReadonlySet<string>;

  constructor(
    private readonly game: GameDocument,
    private readonly standIn: string,
    private readonly people: number,
    private readonly firstSeed = 1,
  ) {
    this.ticksOf = new Map(game.levels.map(({ id, ticksPerSecond }) => [id, ticksPerSecond]));
    const levels = game.carriesLives || game.carriesPoints ? compiledOf(game) : [];
    this.livesOf = new Map(game.carriesLives ? levels.map(([id, { rules }]) => [id, rules.lives]) : []);
    this.goByPoints = new Set(
      game.carriesPoints ? levels.filter(([, level]) => goesByPoints(level)).map(([id]) => id) : [],
    );
    // Levels that nobody comes to are played, too: where a course breaks off is no reason not to know what follows.
    for (const { id } of game.levels)
      for (let done = 0; done < people; done += STRETCH)
        this.ask({ levelId: id, round: 1 }, firstSeed + done, Math.min(STRETCH, people - done));
  }

  private ask(stay: Stay, firstSeed: number, count: number): void {
    const own: PlayedStay = this.stays.get(keyOf(stay)) ?? { stay, queue: [], asked: 0, rows: new Map() };
    this.stays.set(keyOf(stay), own);
    own.asked += count;
    const last = own.queue.at(-1);
    if (last && last.firstSeed + last.count === firstSeed && last.count + count <= STRETCH) last.count += count;
    else own.queue.push({ firstSeed, count });
  }

  next(): CourseTask | undefined {
    const wanted = [...this.stays.values()].find(({ queue, fault }) => fault === undefined && queue.length > 0);
    if (!wanted) return undefined;
    const { round, lives, points } = wanted.stay;
    const from = {
      ...(round > 1 ? { round } : {}),
      ...(lives === undefined ? {} : { lives }),
      ...(points === undefined ? {} : { score: points }),
    };
    const overrides: Overrides = { knobs: [], ...(Object.keys(from).length > 0 ? { from } : {}) };
    return { ...wanted.stay, ...wanted.queue.shift()!, overrides, standInId: this.standIn };
  }

  take(task: CourseTask, { rows }: ChunkResult): void {
    const own = this.stays.get(keyOf(task))!;
    for (const row of rows) own.rows.set(row.seed, row);
    if ([...this.stays.values()].some(({ rows: known, asked, fault }) => fault === undefined && known.size < asked))
      return;
    // Who has come round to a level again plays it again, as does who comes to it with other lives, or with points.
    for (const { seed, stays, end } of this.journeys()) {
      const stay = stays.at(-1);
      const isBeyond = stay !== undefined && (stay.round > 1 || stay.lives !== undefined || stay.points !== undefined);
      if (end === 'under way' && isBeyond && this.stays.get(keyOf(stay))?.fault === undefined)
        this.ask(stay, seedIn(stay, seed), 1);
    }
  }

  refuse(task: CourseTask, why: string): void {
    this.stays.get(keyOf(task))!.fault = why;
  }

  private journeys(): Journey[] {
    return Array.from({ length: this.people }, (_, at) => this.journeyOf(this.firstSeed + at));
  }

  private journeyOf(seed: number): Journey {
    const { levels } = this.game;
    const rounds = new Map<string, number>();
    const journey: Journey = { seed, stays: [], seconds: 0, points: 0, end: 'under way' };
    let levelId = levels.at(0)?.id;
    let carried: number | undefined;
    while (levelId !== undefined) {
      if (journey.stays.length === MOST_STAYS) return { ...journey, end: 'goes on' };
      const round = (rounds.get(levelId) ?? 0) + 1;
      rounds.set(levelId, round);
      const given = this.livesOf.get(levelId) ?? 0;
      const bringsPoints = this.goByPoints.has(levelId) && journey.points !== 0;
      const stay: Stay = {
        ...{ levelId, round },
        ...(given > 0 && carried && carried !== given ? { lives: carried } : {}),
        ...(bringsPoints ? { points: journey.points } : {}),
      };
      journey.stays.push(stay);
      const run = this.stays.get(keyOf(stay))?.rows.get(seedIn(stay, seed));
      if (!run) return journey;
      journey.seconds += run.ticks / this.ticksOf.get(levelId)!;
      journey.points = (bringsPoints ? 0 : journey.points) + (run.score ?? 0);
      const when = run.outcome === 'won' ? 'won' : 'lost';
      if (when === 'lost') carried = undefined;
      else if (given > 0) carried = (stay.lives ?? given) - (run.figures?.lives_lost ?? 0);
      const level = levels.find(({ id }) => id === levelId)!;
      levelId = levelAfter(this.game, level, when, journey.points);
      if (levelId === undefined) return { ...journey, end: when === 'won' ? 'finished' : 'lost' };
    }
    return journey;
  }

  get state(): CourseState {
    const journeys = this.journeys();
    const all = [...this.stays.values()];
    const known = journeys.filter(({ end }) => end !== 'under way').length;
    const share = (count: number) => wilsonInterval(count, this.people);
    return {
      runs: all.reduce((sum, { rows }) => sum + rows.size, 0),
      most: all.reduce((sum, { rows, asked, fault }) => sum + (fault === undefined ? asked : rows.size), 0),
      people: this.people,
      stations: this.game.levels.map(({ id, name }) => this.stationOf(id, name, journeys)),
      finishes: wilsonInterval(journeys.filter(({ end }) => end === 'finished').length, Math.max(known, 1)),
      goesOn: share(journeys.filter(({ end }) => end === 'goes on').length).value * this.people,
      seconds: middleOf(journeys.map(({ seconds }) => seconds)),
      points: middleOf(journeys.map(({ points }) => points)),
    };
  }

  private stationOf(levelId: string, name: string, journeys: readonly Journey[]): Station {
    const first = this.stays.get(keyOf({ levelId, round: 1 }));
    const rows = [...(first?.rows.values() ?? [])];
    const isHere = (stay: Stay | undefined) => stay?.levelId === levelId;
    return {
      ...{ levelId, name },
      enters: wilsonInterval(journeys.filter(({ stays }) => stays.some(isHere)).length, this.people),
      clears: wilsonInterval(rows.filter(({ outcome }) => outcome === 'won').length, rows.length),
      endsHere: journeys.filter(({ stays, end }) => end === 'lost' && isHere(stays.at(-1))).length,
      fault: first?.fault,
    };
  }
}

/** Whoever comes to a level again has other luck there: seeds of further rounds lie so far apart. */
const ROUND_SEEDS = 100_000;
const seedIn = ({ round }: Stay, person: number) => person + ROUND_SEEDS * (round - 1);
const keyOf = ({ levelId, round, lives, points }: Stay) => `${levelId} ${round} ${lives ?? ''} ${points ?? ''}`;

/** The levels of a game that can be played. */
function compiledOf(game: GameDocument): [id: string, level: LevelProgram][] {
  return game.levels.flatMap(({ id }): [string, LevelProgram][] => {
    const compiled = compileGameLevel(game, id);
    return compiled.ok ? [[id, compiled.value]] : [];
  });
}

function middleOf(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted.length === 0 ? 0 : sorted[Math.floor((sorted.length - 1) / 2)];
}

/** So many points less than in the level before are a jump; and as few get through a wall, of those who come to it. */
const JUMP = 0.3;
const WALL = 0.1;

/** What stands out along a course: levels easier than those before, jumps, and walls; only what is certain. */
export function findAlongCourse({ stations }: Pick<CourseState, 'stations'>): string[] {
  return stations.flatMap(({ name, clears }, index) => {
    const before = stations.at(index - 1);
    const found: string[] = [];
    if (clears.high > 0 && clears.high < WALL) found.push(`${name} is a wall: hardly anybody clears it.`);
    if (index === 0 || !before) return found;
    if (clears.low > before.clears.high) found.push(`${name} is easier than ${before.name} before it.`);
    if (clears.high < before.clears.low - JUMP)
      found.push(
        `${name} is a jump: ${Math.round(100 * (before.clears.value - clears.value))} points harder than ${before.name}.`,
      );
    return found;
  });
}
