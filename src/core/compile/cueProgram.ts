import type { Area } from '../arena/area';
import type { PlayedFor } from '../language/cues/checkedCues';
import type { RuleReading } from '../language/cues/cueWords';
import type { RuleWord } from '../language/words/ruleConditions';
import type { CompareProgram, Joined, ValueProgram } from './conditionProgram';

/** A number that rules work out in a tick; times in seconds. */
export type RuleValue = ValueProgram<RuleReading>;

/** A word that a cue or a rule waits for; tags as the kinds that have them, cues as their index. */
export type RuleWordTest =
  | { type: 'touches'; kinds: number[] }
  | { type: 'at'; area: Area }
  | { type: 'none left'; kinds: number[] }
  | { type: 'all filled'; kinds: number[] }
  | { type: 'some at'; kinds: number[]; area: Area }
  | { type: 'each at'; kinds: number[]; area: Area }
  | { type: 'cleared'; cue: number };

export type RuleTest = RuleWordTest | CompareProgram<RuleReading>;
export type RuleTestWord = RuleWord | 'compare';
export type RuleTestOf<Word extends RuleTestWord> = Extract<RuleTest, { type: Word }>;

/** What a cue or a rule waits for. */
export type RuleCondition = Joined<RuleTest>;

/** How many of one cue may be there at once when it does not say. */
export const USUAL_ALIVE = 64;

/** Where arrivals come in. */
export interface PlaceProgram {
  /**
   * Points are areas without size, lines run from (x, y) to (x + width, y + height). `inward` is where what comes in there
   * faces, degrees.
   */
  spots: (Area & { isLine: boolean; inward: number })[];
  /** Index of the only ground on which they may, or −1. */
  ground: number;
  /** Least distance from the player, cells. */
  away: number;
  graceTicks: number;
}

/** What arrivals are given instead of what their behavior says. */
export interface GivenProgram {
  /** Degrees; undefined leaves the facing at 0. */
  heading: [low: number, high: number] | undefined;
  /** Cells a tick; undefined leaves the speed to the behavior. */
  step: [low: number, high: number] | undefined;
}

/** Two that block with a gap between them, along the first mark. Kinds as indices, lengths in cells. */
export interface GapProgram {
  least: number;
  most: number;
  first: number;
  second: number;
  /** −1 for none. */
  strip: number;
  /** Infinity: as far as the mark goes. */
  shift: number;
}

/** What the player can do between one gap of a spawner and the next. */
export interface GapReach {
  /** Whether gaps lie above one another, not side by side. */
  isUpright: boolean;
  /** Cells a second along the mark; of one that flaps, upwards. */
  speed: number;
  /** How one that flaps falls: cells a second², and a second at most; undefined where both directions are alike. */
  fall: { gravity: number; mostFall: number } | undefined;
  /** Length of the player along the mark, cells. */
  size: number;
  /** Time between meeting two, as a share of that between their arrivals: less than 1 for a player that flies towards them. */
  timeFactor: number;
}

/**
 * How far the player gets along the mark in a time, cells, in the slower of the two directions. Up it flaps on and on; down it
 * falls from rest: g t² / 2, and on at its greatest speed of falling once it has that.
 */
export function cellsBetweenGaps({ speed, fall }: GapReach, seconds: number): number {
  const along = speed * seconds;
  if (!fall) return along;
  const untilMost = fall.mostFall / fall.gravity;
  const fallen =
    seconds <= untilMost
      ? (fall.gravity * seconds * seconds) / 2
      : (fall.mostFall * untilMost) / 2 + fall.mostFall * (seconds - untilMost);
  return Math.min(along, fallen);
}

export interface SpawnerProgram extends GivenProgram {
  type: 'spawner';
  name: string;
  place: PlaceProgram;
  /** Ticks, not whole: what is left of an interval is kept. */
  everyTicks: number;
  jitterTicks: number;
  firstTicks: number;
  isOnce: boolean;
  picks: { kind: number; weight: number }[];
  gap: GapProgram | undefined;
  mostAlive: number;
  mostInAll: number;
  open: RuleCondition | undefined;
  close: RuleCondition | undefined;
  /** Cells; Infinity when nothing is retired for being outside. */
  outsideBy: number;
  /** Infinity when nothing is retired for its age. */
  retireTicks: number;
}

/** Whether the gaps of a cue lie above one another along its mark, not side by side. */
export function liesUpright({ place }: SpawnerProgram): boolean {
  const [spot] = place.spots;
  return Math.abs(spot.height) >= Math.abs(spot.width);
}

export interface WaveEntry {
  kind: number;
  count: number;
  /** How many stand in a row of a formation, so far apart; 0 for those that come in anywhere. */
  columns: number;
  apart: number;
  /** The same from row to row; and whether they stand under the rows of the entry before. */
  down: number;
  isBelow: boolean;
}

export interface WaveProgram {
  entries: WaveEntry[];
  oneEveryTicks: number;
}

export interface WavesProgram extends GivenProgram {
  type: 'waves';
  name: string;
  place: PlaceProgram;
  waves: WaveProgram[];
  /** Index of the first wave that comes again, or −1. */
  repeatFrom: number;
  /** Infinity: for ever. */
  repeatTimes: number;
  growth: number;
  cap: number;
  nextWhenCleared: boolean;
  /** Infinity: only when cleared. */
  nextTicks: number;
  restTicks: number;
  firstTicks: number;
  supplies: { kind: number; count: number; place: PlaceProgram }[];
  stragglerTicks: number;
  /** For every brain the state into which stragglers go, −1 for one without it; undefined: they are taken away. */
  stragglerStates: number[] | undefined;
  open: RuleCondition | undefined;
  /** Index of the formation in which its rows march, or −1. */
  formation: number;
}

export type CueProgram = SpawnerProgram | WavesProgram;

export interface ScoreProgram {
  points: number;
  event:
    | { type: 'defeated' | 'collected' | 'filled'; kinds: number[] }
    | { type: 'delivery' }
    | { type: 'every'; ticks: number }
    /** Cells. */
    | { type: 'each'; length: number }
    | { type: 'holds'; condition: RuleCondition };
}

/** Rules in the order in which a tick applies them: scores, losses, wins. */
export interface RulesProgram {
  /** 0 when the first loss ends the run. */
  lives: number;
  /** Where the player comes back; its start when undefined. */
  backX: number | undefined;
  backY: number | undefined;
  backTicks: number;
  safeTicks: number;
  /** Whether a life that is lost lays what is carried back to where it was. */
  laysBack: boolean;
  /** Infinity for no end. */
  carryMost: number;
  /** What is played for where nothing wins. */
  playsFor: PlayedFor | undefined;
  scores: ScoreProgram[];
  loses: RuleCondition[];
  wins: RuleCondition[];
}

export const NO_RULES: RulesProgram = {
  lives: 0,
  backX: undefined,
  backY: undefined,
  backTicks: 0,
  safeTicks: 0,
  laysBack: false,
  carryMost: Infinity,
  playsFor: undefined,
  scores: [],
  loses: [],
  wins: [],
};

/** How far under the first place of a wave the rows of one of its entries begin, cells: under all that they follow. */
export function topOfRows(waves: WavesProgram, number: number, entry: WaveEntry): number {
  const entries = waveAt(waves, number)?.entries ?? [];
  let top = 0;
  for (let at = 0; at < entries.length && entries[at] !== entry; at++) {
    const before = entries[at];
    const rows = before.columns > 0 ? Math.ceil(countInWave(waves, number, before) / before.columns) : 0;
    top = (before.isBelow ? top : 0) + rows * before.down;
  }
  return entry.isBelow ? top : 0;
}

/** How many of a kind come in a wave, counted on through repeats from 0. */
export function countInWave(waves: WavesProgram, number: number, entry: { count: number }): number {
  const round = repeatRound(waves, number);
  if (round === 0) return entry.count;
  let count = entry.count;
  for (let step = 0; step < round && count < waves.cap; step++) count *= waves.growth;
  return Math.min(waves.cap, Math.max(1, Math.round(count)));
}

/** How often the repeated waves have begun anew before a wave; 0 for the waves as written. */
export function repeatRound(waves: WavesProgram, number: number): number {
  const written = waves.waves.length;
  if (number < written || waves.repeatFrom < 0) return 0;
  return 1 + Math.floor((number - written) / (written - waves.repeatFrom));
}

/** The wave that comes as number so-and-so, or undefined behind the last. */
export function waveAt(waves: WavesProgram, number: number): WaveProgram | undefined {
  const written = waves.waves.length;
  if (number < written) return waves.waves[number];
  if (waves.repeatFrom < 0 || repeatRound(waves, number) > waves.repeatTimes) return undefined;
  return waves.waves[waves.repeatFrom + ((number - written) % (written - waves.repeatFrom))];
}

/** How many places among the pieces all cues together need of each kind they bring in within a run, at most so many of one. */
export function arrivalsByKind(cues: readonly CueProgram[], runTicks: number): Map<number, number> {
  const counts = new Map<number, number>();
  const add = (kind: number, count: number) =>
    counts.set(kind, Math.min(MOST_OF_A_KIND, (counts.get(kind) ?? 0) + count));
  for (const cue of cues) {
    if (cue.type === 'spawner') for (const kind of kindsOfSpawner(cue)) add(kind, cue.mostAlive);
    else {
      for (const { kind, count } of cue.supplies) add(kind, count * SUPPLIES_KEPT);
      for (const [kind, most] of mostOfWaves(cue, runTicks)) add(kind, most);
    }
  }
  return counts;
}

export function kindsOfSpawner({ picks, gap }: Pick<SpawnerProgram, 'picks' | 'gap'>): number[] {
  const kinds = gap ? [gap.first, gap.second, ...(gap.strip >= 0 ? [gap.strip] : [])] : picks.map(({ kind }) => kind);
  return [...new Set(kinds)];
}

/** Most of one kind that a wave, or all cues together, may bring in at once. */
export const MOST_OF_A_KIND = 512;
/** Supplies of so many rests may lie about at once. */
const SUPPLIES_KEPT = 4;

/** The most of each kind that waves can have brought in and not lost again: one wave, or all that overlap within a run. */
function mostOfWaves(waves: WavesProgram, runTicks: number): Map<number, number> {
  const most = mostInWave(waves);
  if (waves.nextTicks === Infinity) return most;
  // A wave that is cleared early makes room for the next, so any of them can be the first that stays.
  const lastFirst = waves.nextWhenCleared ? MOST_FIRST_WAVES : 0;
  for (let first = 0; first <= lastFirst && waveAt(waves, first); first++)
    for (const [kind, sum] of sumOfWaves(waves, first, runTicks - waves.firstTicks))
      most.set(kind, Math.max(most.get(kind) ?? 0, sum));
  return most;
}

/** Growth has long reached its cap when so many waves have gone by. */
const MOST_FIRST_WAVES = 32;

/** How many of each kind come if nobody is defeated from one wave on, for so many ticks. */
function sumOfWaves(waves: WavesProgram, first: number, ticks: number): Map<number, number> {
  const sums = new Map<number, number>();
  let [begins, isFull] = [0, false];
  for (let number = first; begins < ticks && !isFull; number++) {
    const wave = waveAt(waves, number);
    if (!wave) break;
    let arrivals = 0;
    isFull = true;
    for (const entry of wave.entries) {
      const count = countInWave(waves, number, entry);
      const sum = (sums.get(entry.kind) ?? 0) + count;
      sums.set(entry.kind, sum);
      arrivals += count;
      if (sum < MOST_OF_A_KIND) isFull = false;
    }
    begins += Math.max(1, (arrivals - 1) * wave.oneEveryTicks + waves.nextTicks + waves.restTicks);
  }
  return sums;
}

/** The most of each kind that any one wave brings in. */
function mostInWave(waves: WavesProgram): Map<number, number> {
  const most = new Map<number, number>();
  waves.waves.forEach(({ entries }, index) => {
    const isRepeated = waves.repeatFrom >= 0 && index >= waves.repeatFrom;
    const sums = new Map<number, number>();
    for (const { kind, count } of entries) {
      const grown = isRepeated && waves.growth > 1 ? waves.cap : count;
      sums.set(kind, (sums.get(kind) ?? 0) + Math.max(count, grown));
    }
    for (const [kind, sum] of sums) most.set(kind, Math.max(most.get(kind) ?? 0, sum));
  });
  return most;
}
