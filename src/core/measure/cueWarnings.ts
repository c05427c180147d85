import type { CueFigures } from './cueProjection';

/** An empty stretch at the start that is longer than this is told, seconds. */
const LONG_EMPTY_SECONDS = 12;
/** Sooner than this is at once, seconds. */
const AT_ONCE_SECONDS = 0.2;
/** More arrivals a run than this that do not come are told. */
const MISSED_ARRIVALS = 0.5;
/** More places rejected for each arrival than this are told. */
const REJECTED_PLACES = 4;

/** What is likely to be a mistake about a cue, by what it comes to; the player is reckoned with nowhere. */
export function cueWarnings(figures: CueFigures): string[] {
  const { first, come, missed, rejected, offCentre, growth, gaps } = figures;
  const capped = growth.find(({ isCapped, seconds }) => isCapped && seconds !== undefined);
  return [
    come.high === 0 ? 'Nothing comes at all within this time.' : undefined,
    first && first.median < AT_ONCE_SECONDS ? 'The first comes at once.' : undefined,
    first && first.median > LONG_EMPTY_SECONDS ? `Nothing comes for ${first.median.toFixed(0)} s.` : undefined,
    missed > MISSED_ARRIVALS ? `${missed.toFixed(1)} arrivals a run find no room or no place.` : undefined,
    come.median > 0 && rejected > REJECTED_PLACES * come.median
      ? `${(rejected / come.median).toFixed(1)} places are rejected for each that comes: most of the mark does not do.`
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
