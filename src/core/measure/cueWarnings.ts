import type { CueFigures, LaneFigures } from './cueProjection';

/** An empty stretch at the start that is longer than this is told, seconds. */
const LONG_EMPTY_SECONDS = 12;
/** Sooner than this is at once, seconds. */
const AT_ONCE_SECONDS = 0.2;
/** More arrivals a run than this that do not come are told. */
const MISSED_ARRIVALS = 0.5;
/** More places rejected for each arrival than this are told. */
const REJECTED_PLACES = 4;
/** A limit of which no larger share than this is ever there holds nothing down. */
const IDLE_LIMIT_SHARE = 0.5;
/** A larger share than this that comes in on top of the player is told. */
const ON_PLAYER_SHARE = 0.02;
/** More that vanish in view a run than this are told. */
const VANISHED_ARRIVALS = 0.5;
/** A lane that is closed for longer than this in the usual run is told, seconds. */
const LONG_CLOSED_SECONDS = 10;
/** With a smaller share of gaps to cross than this hardly any can be. */
const HARDLY_ANY_SHARE = 0.05;

/** What is likely to be a mistake about a cue, by how it is written and by what it comes to; the player is reckoned with nowhere. */
export function cueWarnings(figures: CueFigures): string[] {
  const { first, come, missed, rejected, offCentre, growth, gaps, onPlayer, graceSeconds, vanished, mostAlive } =
    figures;
  const there = Math.max(0, ...figures.population.map(({ high }) => high));
  const capped = growth.find(({ isCapped, seconds }) => isCapped && seconds !== undefined);
  return [
    ...figures.told,
    come.high === 0 ? 'Nothing comes at all within this time.' : undefined,
    first && first.median < AT_ONCE_SECONDS ? 'The first comes at once.' : undefined,
    // A single visitor may come late.
    first && first.median > LONG_EMPTY_SECONDS && come.high > 1
      ? `Nothing comes for ${first.median.toFixed(0)} s.`
      : undefined,
    missed > MISSED_ARRIVALS ? `${missed.toFixed(1)} arrivals a run find no room or no place.` : undefined,
    mostAlive !== undefined && there < mostAlive * IDLE_LIMIT_SHARE
      ? `Its limit of ${mostAlive} alive is never reached: ${there} at the most.`
      : undefined,
    come.median > 0 && rejected > REJECTED_PLACES * come.median
      ? `${(rejected / come.median).toFixed(1)} places are rejected for each that comes: most of the mark does not do.`
      : undefined,
    onPlayer > ON_PLAYER_SHARE && graceSeconds === 0
      ? `${Math.round(100 * onPlayer)} % come in on top of where the player begins: keep them \`away from player\`, or give them a \`grace\`.`
      : undefined,
    // What a gap has between is behind the player by then.
    figures.isFelt && !gaps && vanished > VANISHED_ARRIVALS
      ? `${vanished.toFixed(1)} a run vanish in view: let them leave, and retire them outside.`
      : undefined,
    offCentre > 0 ? `It comes in ${offCentre.toFixed(1)} cells off the middle of the opening.` : undefined,
    gaps && gaps.wideEnough.value < 1
      ? `${Math.round((1 - gaps.wideEnough.value) * 100)} % of the gaps are narrower than the player.`
      : undefined,
    capped?.seconds !== undefined
      ? `Growth runs into its cap in wave ${capped.number}, ${capped.seconds.toFixed(0)} s after the start.`
      : undefined,
  ].filter((text) => text !== undefined);
}

/** What is likely to be a mistake about a lane, by the gaps between what comes along it. */
export function laneWarnings({ crossable, longestClosed, isEven, gaps }: LaneFigures): string[] {
  const count = gaps.reduce((sum, number) => sum + number, 0);
  return [
    crossable.value < HARDLY_ANY_SHARE
      ? `Hardly any gap can be crossed: ${(100 * crossable.value).toFixed(1)} %.`
      : undefined,
    longestClosed.median > LONG_CLOSED_SECONDS
      ? `In the usual run nobody gets across for ${longestClosed.median.toFixed(0)} s on end.`
      : undefined,
    isEven && count > 2 ? 'All gaps are alike: without ± there is nothing to judge.' : undefined,
  ].filter((text) => text !== undefined);
}
