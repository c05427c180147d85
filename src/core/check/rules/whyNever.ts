import { assertNever } from '../../foundation/result';
import { countInWave, waveAt, type RuleCondition, type WavesProgram } from '../../compile/cueProgram';
import { errandsOf } from '../../compile/errands';
import type { LevelProgram } from '../../compile/levelProgram';
import { progressAt } from '../../compile/scrollProgram';
import { short } from '../subject';
import { readingAgainstNumber, type Compare } from './comparedNumber';
import { countWaves, type Supply } from './supply';

/** Why a condition can never hold in a run, as a sentence; undefined when it may, or nobody can tell. */
export function whyNever(program: LevelProgram, supply: Supply, condition: RuleCondition): string | undefined {
  switch (condition.type) {
    case 'and':
      return firstOf(condition.parts, (part) => whyNever(program, supply, part));
    case 'or': {
      const reasons = condition.parts.map((part) => whyNever(program, supply, part));
      return reasons.every((reason) => reason !== undefined) ? reasons[0] : undefined;
    }
    case 'touches':
    case 'some at':
    case 'each at':
      return condition.kinds.every((kind) => supply.most[kind] === 0)
        ? 'nothing with this tag is ever there'
        : undefined;
    case 'none left':
      return whyNoneLeft(program, supply, condition.kinds);
    case 'cleared':
      return whyNotCleared(program, supply, condition.cue);
    case 'compare':
      return whyNotCompared(program, supply, condition);
    // Ways to places and goals are checked by themselves, and what is not so from the start may hold at once.
    case 'at':
    case 'all filled':
    case 'not':
      return undefined;
    default:
      return assertNever(condition);
  }
}

function firstOf<T>(parts: readonly T[], reasonOf: (part: T) => string | undefined): string | undefined {
  for (const part of parts) {
    const reason = reasonOf(part);
    if (reason) return reason;
  }
  return undefined;
}

function whyNoneLeft({ kinds }: LevelProgram, { most, canGo }: Supply, wanted: readonly number[]): string | undefined {
  const there = wanted.filter((kind) => most[kind] > 0);
  if (there.length === 0) return 'nothing with this tag is ever there';
  const stays = there.find((kind) => !canGo[kind]);
  return stays === undefined ? undefined : `nothing takes ${kinds[stays].name} away`;
}

function whyNotCleared({ cues, kinds }: LevelProgram, { canGo }: Supply, index: number): string | undefined {
  const cue = cues[index];
  if (cue.type === 'waves') {
    if (countWaves(cue) === Infinity) return `the waves of ${cue.name} have no end`;
    if (cue.stragglerTicks < Infinity && !cue.stragglerStates) return undefined;
  } else if (cue.mostInAll === Infinity && !cue.close) return `${cue.name} lets in without end`;
  const own =
    cue.type === 'waves'
      ? cue.waves.flatMap(({ entries }) => entries.map(({ kind }) => kind))
      : cue.picks.map(({ kind }) => kind);
  const stays = own.find((kind) => !canGo[kind]);
  return stays === undefined ? undefined : `nothing takes ${kinds[stays].name} away`;
}

function whyNotCompared(program: LevelProgram, supply: Supply, condition: Compare): string | undefined {
  const compared = readingAgainstNumber(condition);
  if (!compared) return undefined;
  const { reading, comparison, number } = compared;
  if (reading === 'health') return whyHealthStays(program, supply, comparison, number);
  if (comparison === '<' || comparison === '<=') return undefined;
  const isMore = (most: number) => (comparison === '>' ? most <= number : most < number);
  const { most, why } = mostOf(program, supply, reading);
  return isMore(most) ? why : undefined;
}

/** The most that a reading can come to before the clock ends the run, and what holds it down. */
function mostOf(
  program: LevelProgram,
  supply: Supply,
  reading: 'clock' | 'score' | 'lives' | 'wave' | 'carried' | 'delivered' | 'distance',
): { most: number; why: string } {
  const limit = program.timeLimitTicks / program.ticksPerSecond;
  switch (reading) {
    case 'clock':
      return { most: limit, why: `the level ends after ${short(limit, 2)} s` };
    case 'lives': {
      const lives = program.rules.lives;
      return { most: lives, why: `there are ${lives} lives` };
    }
    case 'wave':
      return mostWaves(program, limit);
    case 'distance': {
      const most = mostDistance(program);
      return { most, why: `nobody gets farther than ${short(most)} cells here` };
    }
    case 'score': {
      const most = mostScore(program, supply);
      return { most, why: most === 0 ? 'nothing gives points' : `at most ${short(most)} points can come` };
    }
    default: {
      const things = collectables(program, supply);
      const canDeliver = program.contacts.some(({ effects }) => effects.some(({ effect }) => effect === 'deliver'));
      if (reading === 'delivered' && !canDeliver) return { most: 0, why: 'nothing delivers' };
      const most = reading === 'carried' ? Math.min(things, program.rules.carryMost) : things;
      return { most, why: most === 0 ? 'the player takes up nothing' : `at most ${short(most)} can be ${reading}` };
    }
  }
}

/** How far the player can get from where it begins, the way that the level scrolls or as the crow flies. */
function mostDistance({ scroll, player, grid }: LevelProgram): number {
  if (!scroll) {
    const [dx, dy] = [Math.max(player.x, grid.width - player.x), Math.max(player.y, grid.height - player.y)];
    return Math.sqrt(dx * dx + dy * dy);
  }
  return (scroll.axis === 'x' ? grid.width : grid.height) - progressAt(scroll, player.x, player.y);
}

function collectables({ contacts, player }: LevelProgram, { most }: Supply): number {
  const kinds = new Set(
    contacts
      .filter(({ by, effects }) => by === player.kindIndex && effects.some(({ effect }) => effect === 'collect'))
      .map(({ on }) => on),
  );
  return [...kinds].reduce((sum, kind) => sum + most[kind], 0);
}

function mostWaves({ cues, ticksPerSecond, from }: LevelProgram, limit: number): { most: number; why: string } {
  const waves = cues.filter((cue) => cue.type === 'waves');
  if (waves.length === 0) return { most: 0, why: 'there are no waves' };
  let most = 0;
  for (const cue of waves) {
    const count = countWaves(cue);
    // Every wave begins at the earliest when those before it have come in and are gone at once.
    let begun = 0;
    let seconds = cue.firstTicks / ticksPerSecond;
    while (begun < count && seconds <= limit && begun < MOST_COUNTED) {
      seconds += leastSecondsOf(cue, begun, ticksPerSecond);
      begun++;
    }
    most = Math.max(most, begun >= MOST_COUNTED ? Infinity : begun, from.wave ?? 0);
  }
  const all = Math.max(...waves.map(countWaves));
  const why =
    most < all ? `no more than ${most} waves begin in the ${short(limit)} s that there are` : `there are ${all} waves`;
  return { most, why };
}

const MOST_COUNTED = 400;

/** From the beginning of a wave to that of the next at the least, seconds. */
function leastSecondsOf(cue: WavesProgram, number: number, ticksPerSecond: number): number {
  const wave = waveAt(cue, number)!;
  const count = wave.entries.reduce((sum, entry) => sum + countInWave(cue, number, entry), 0);
  const coming = Math.max(0, count - 1) * wave.oneEveryTicks;
  const waiting = cue.nextWhenCleared ? 0 : cue.nextTicks;
  return (coming + waiting + cue.restTicks) / ticksPerSecond;
}

/** The most points that a run can bring. */
export function mostScore(program: LevelProgram, supply: Supply): number {
  const { rules, contacts, timeLimitTicks, from } = program;
  const { most, canBeDefeated } = supply;
  const takes = new Set(errandKinds(program, 'collect'));
  const fills = new Set(errandKinds(program, 'fill'));
  const sum = (kinds: readonly number[], may: (kind: number) => boolean) =>
    kinds.reduce((all, kind) => all + (may(kind) ? most[kind] : 0), 0);
  let score = from.score ?? 0;
  for (const { points, event } of rules.scores) {
    if (points <= 0) continue;
    const times = () => {
      switch (event.type) {
        case 'defeated':
          return sum(event.kinds, (kind) => canBeDefeated[kind]);
        case 'collected':
          return sum(event.kinds, (kind) => takes.has(kind));
        case 'filled':
          return sum(event.kinds, (kind) => fills.has(kind));
        case 'delivery':
          return mostOf(program, supply, 'delivered').most;
        case 'every':
          return Math.floor(timeLimitTicks / event.ticks);
        case 'each':
          return Math.floor(mostDistance(program) / event.length);
        case 'holds':
          return whyNever(program, supply, event.condition) ? 0 : 1;
      }
    };
    score += points * times();
  }
  for (const { by, on, effects } of contacts) {
    if (most[by] === 0 || most[on] === 0) continue;
    const points = effects.reduce((all, own) => all + (own.effect === 'score' ? Math.max(0, own.points) : 0), 0);
    if (points === 0) continue;
    const isOnce = effects.some(({ effect }) => effect === 'collect' || effect === 'defeat');
    score += points * (isOnce ? most[on] : Infinity);
  }
  return score;
}

/** Kinds to which the player does something on contact. */
export function errandKinds({ contacts, player }: LevelProgram, wanted: 'collect' | 'fill'): number[] {
  return contacts
    .filter(({ by, effects }) => by === player.kindIndex && effects.some(({ effect }) => effect === wanted))
    .map(({ on }) => on);
}

function whyHealthStays(
  { contacts, ground, player }: LevelProgram,
  { most }: Supply,
  comparison: Compare['comparison'],
  number: number,
): string | undefined {
  if (comparison === '>' || comparison === '>=') return undefined;
  const isLess = comparison === '<' ? player.health < number : player.health <= number;
  const used = new Set(ground.typeOfCell);
  const isHarmed =
    contacts.some(
      ({ by, on, effects }) =>
        on === player.kindIndex &&
        most[by] > 0 &&
        effects.some(({ effect }) => effect === 'harm' || effect === 'defeat'),
    ) || ground.types.some(({ harm }, type) => harm > 0 && used.has(type));
  return isHarmed || isLess ? undefined : 'nothing takes health from the player';
}

/** Whether rules make the player want anything beside living on. */
export function hasErrands(program: LevelProgram): boolean {
  const { take, fill, deliver, touch, areas } = errandsOf(program);
  return take.length + fill.length + deliver.length + touch.length + areas.length > 0;
}
