import type { RunRecord } from '../simulate/runRecord';
import { countValue, sortedCounts, type ValueCounts } from './joins/valueCounts';
import { spreadOfCounts, type TimeSpread } from './statistics/timeSpread';
import { wilsonInterval, type ShareWithInterval } from './statistics/wilsonInterval';

/** How players get on who try a level several times and keep in mind what they saw. */
export interface Learning {
  people: number;
  /** Share of people who clear it on each try, from the first on. */
  byTry: ShareWithInterval[];
  /** Share of people who have cleared it on that try or before. */
  byThen: ShareWithInterval[];
  /** The try on which half of all people have cleared it; undefined when fewer than half ever do. */
  medianFirstClear: number | undefined;
}

/** By which try people have cleared a level who may try again until they have. */
export interface TriesTaken {
  people: number;
  /** Share of people who have cleared it on that try or before, from the first on. */
  byThen: ShareWithInterval[];
  /** The median of the tries that it took, with its 95 % interval; one more than tries stands for all that never cleared it. */
  median: TimeSpread | undefined;
}

/** What it comes to on which try each of some people cleared a level first; one more than `tries` where on none. */
export function describeFirstClears(firstClears: readonly number[], tries: number): TriesTaken {
  const counts: ValueCounts = {};
  for (const first of firstClears) countValue(counts, first);
  const clearedBy = (most: number) => firstClears.filter((first) => first <= most).length;
  return {
    people: firstClears.length,
    byThen: Array.from({ length: tries }, (_, index) => wilsonInterval(clearedBy(index + 1), firstClears.length)),
    median: spreadOfCounts(sortedCounts(counts)),
  };
}

/** What the tries of some people come to; one list a person, all of the same length. */
export function describeLearning(tries: readonly (readonly RunRecord[])[]): Learning {
  const people = tries.length;
  const most = tries[0]?.length ?? 0;
  const firstClears = tries.map((own) => own.findIndex(({ outcome }) => outcome === 'won'));
  const numbers = Array.from({ length: most }, (_, index) => index);
  const byTry = numbers.map((index) =>
    wilsonInterval(tries.filter((own) => own[index].outcome === 'won').length, people),
  );
  const clearedBy = (index: number) => firstClears.filter((first) => first >= 0 && first <= index).length;
  const half = numbers.find((index) => 2 * clearedBy(index) >= people);
  return {
    people,
    byTry,
    byThen: numbers.map((index) => wilsonInterval(clearedBy(index), people)),
    medianFirstClear: people === 0 || half === undefined ? undefined : half + 1,
  };
}
