import { warningAt, type Diagnostic } from '../foundation/diagnostic';
import type { CourseLink, GameDocument, Level } from './gameDocument';

/** How a run of a level ended, as far as the course cares. */
export type CourseOutcome = CourseLink['when'];

/** Where a level leads on to. `to` is undefined where the course ends. */
export interface CourseWay {
  from: string;
  when: CourseOutcome;
  /** Only from so many points on. */
  score: number | undefined;
  to: string | undefined;
  /** Index among the links of the level; undefined for what holds without being written. */
  link: number | undefined;
}

/** All ways on from a level: its own links in order, then what holds when none of them fits. */
export function waysOn(game: GameDocument, level: Level): CourseWay[] {
  const own = (level.links ?? []).map(({ to, when, score }, link): CourseWay => ({
    from: level.id,
    when,
    score,
    to,
    link,
  }));
  const usual = (when: CourseOutcome, to: string | undefined): CourseWay[] =>
    own.some((way) => way.when === when && way.score === undefined)
      ? []
      : [{ from: level.id, when, score: undefined, to, link: undefined }];
  return [...own, ...usual('won', game.levels[game.levels.indexOf(level) + 1]?.id), ...usual('lost', undefined)];
}

/** Where a level leads after a run with so many points; undefined where the course ends. */
export function levelAfter(game: GameDocument, level: Level, when: CourseOutcome, score: number): string | undefined {
  return waysOn(game, level).find((way) => way.when === when && score >= (way.score ?? -Infinity))?.to;
}

/** What is wrong with the course: levels that nothing leads to, links that never hold, rounds without a way out. */
export function checkCourse(game: GameDocument): Diagnostic[] {
  if (game.levels.length === 0) return [];
  const ways = game.levels.map((level) => waysOn(game, level));
  const indexOf = (id: string | undefined) => game.levels.findIndex((level) => level.id === id);
  const reached = new Set([0]);
  for (const level of reached) for (const { to } of ways[level]) if (to !== undefined) reached.add(indexOf(to));
  const faults = game.levels.flatMap((level, index) => {
    const path = ['levels', index];
    const found = findShadowed(level).map((link) =>
      warningAt(
        { path: [...path, 'links', link] },
        'link-shadowed',
        `This way on from ${level.name} is never taken: one above it always fits first.`,
        'Move it up, or give the one above a score.',
      ),
    );
    if (!reached.has(index))
      found.push(
        warningAt(
          { path },
          'level-unreached',
          `Nothing leads to ${level.name}.`,
          'Let a level before it lead on to it, or move it in the order.',
        ),
      );
    return found;
  });
  return [...faults, ...findEndlessRound(game, ways, reached, indexOf)];
}

function findShadowed({ links = [] }: Level): number[] {
  return links.flatMap((link, index) =>
    links
      .slice(0, index)
      .some(({ when, score }) => when === link.when && (score ?? -Infinity) <= (link.score ?? -Infinity))
      ? [index]
      : [],
  );
}

/** Levels from which winning never comes to an end of the course; told at the link that closes the round. */
function findEndlessRound(
  game: GameDocument,
  ways: readonly CourseWay[][],
  reached: ReadonlySet<number>,
  indexOf: (id: string | undefined) => number,
): Diagnostic[] {
  const ends = new Set(game.levels.flatMap((_, index) => (wonWays(ways[index]).some(({ to }) => !to) ? [index] : [])));
  // From the end backwards: whoever leads to a level that comes to an end does so too.
  for (let before = -1; before !== ends.size;) {
    before = ends.size;
    ways.forEach((own, index) => {
      if (wonWays(own).some(({ to }) => ends.has(indexOf(to)))) ends.add(index);
    });
  }
  const stuck = [...reached].filter((index) => !ends.has(index)).sort((a, b) => a - b);
  if (stuck.length === 0) return [];
  const back = stuck
    .flatMap((index) => wonWays(ways[index]).map((way) => ({ index, way })))
    .find(({ index, way }) => way.link !== undefined && indexOf(way.to) <= index);
  const names = stuck.map((index) => game.levels[index].name).join(', ');
  return [
    warningAt(
      { path: ['levels', back?.index ?? stuck[0], ...(back ? ['links', back.way.link!] : [])] },
      'course-endless',
      `However ${names} ${stuck.length === 1 ? 'is' : 'are'} won, the course never ends.`,
      'Let one way on end the course, for instance from a score on; or leave it so if only losing is to end it.',
    ),
  ];
}

function wonWays(ways: readonly CourseWay[]): CourseWay[] {
  return ways.filter(({ when }) => when === 'won');
}
