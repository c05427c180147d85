import { TOUR_KIND } from '@/core/index';
import type { DeskState } from '../editor/deskSession';
import type { PlaybackState } from '../editor/playback';
import type { ReadingState } from '../editor/readingController';

/** What a step of the tour looks at to know whether it is done. */
export interface TourView {
  session: Pick<DeskState, 'game' | 'levelId' | 'selection'>;
  reading: Pick<ReadingState, 'ladder' | 'isStale'>;
  playback: Pick<PlaybackState, 'tick'>;
}

/** One step: what is to be seen, what is to be done, where that is, and when it is done. */
export interface TourStep {
  title: string;
  text: string;
  todo: string;
  /** Id of the part of the page that it is about. */
  spot: 'reading' | 'strata' | 'arena';
  isDone: (view: TourView) => boolean;
}

/** So many runs are enough to speak of a rate. */
const ENOUGH_RUNS = 50;
/** The clear rate of the casual stand-in from which the level counts as mended. */
const FAIR = 0.5;

function casual({ reading }: TourView) {
  const rung = reading.ladder.find(({ standIn }) => standIn === 'casual');
  return rung && !reading.isStale && rung.summary.runs >= ENOUGH_RUNS ? rung.summary : undefined;
}

const levelOf = ({ session }: Pick<TourView, 'session'>) =>
  session.game.levels.find(({ id }) => id === session.levelId);

/** The five steps, on a level that is wrong on purpose. */
export const TOUR_STEPS: readonly TourStep[] = [
  {
    title: 'Read the number',
    text: 'At the right stands the Reading: how many of each kind of player clear this level. The players are simulated, with the limits of people; here all of them fail.',
    todo: 'Wait until the Reading has its first runs.',
    spot: 'reading',
    isDone: (view) => casual(view) !== undefined,
  },
  {
    title: 'See it happen',
    text: 'Every number rests on runs, and every run can be watched. Below the arena stands one of them, with when it is in danger and where all others ended.',
    todo: 'Press play below, or click into the strip of times.',
    spot: 'strata',
    isDone: ({ playback }) => playback.tick > 0,
  },
  {
    title: 'Find who does it',
    text: 'Nobody gets past the passage between the two rooms: two jets blow there and hardly ever pause.',
    todo: 'Click one of the jets in the passage.',
    spot: 'arena',
    isDone: ({ session }) =>
      levelOf({ session })?.pieces.some(({ id, kind }) => kind === TOUR_KIND && session.selection.includes(id)) ===
      true,
  },
  {
    title: 'Turn it until it is fair',
    text: 'The card of the jet has its knobs. Each change is read anew on the same players, so the number says what that change did.',
    todo: 'Raise pause until at least 50 % of casual players clear the level.',
    spot: 'arena',
    isDone: (view) => (casual(view)?.clearRate.value ?? 0) >= FAIR,
  },
  {
    title: 'Write down what you mean',
    text: 'A brief says what the level is meant to be. From then on it is told whether that holds: here, on the shelf, in reports and on a build server.',
    todo: 'Open “Brief …” in the Reading and add a line: casual clears 50 to 90 %.',
    spot: 'reading',
    isDone: (view) => (levelOf(view)?.brief ?? []).length > 0,
  },
];
