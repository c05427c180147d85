/** On how many runs the Reading rests: of who is shown, of each of the others on the ladder, and of each control. */
export interface ReadingSize {
  id: 'quick' | 'usual' | 'thorough';
  runs: number;
  ladderRuns: number;
  controlRuns: number;
}

/** From quick to thorough: four times the runs halve the interval. All are whole stretches of runs that are kept together. */
export const READING_SIZES: readonly ReadingSize[] = [
  { id: 'quick', runs: 100, ladderRuns: 50, controlRuns: 50 },
  { id: 'usual', runs: 400, ladderRuns: 125, controlRuns: 50 },
  { id: 'thorough', runs: 1600, ladderRuns: 400, controlRuns: 100 },
];

export const USUAL_SIZE = READING_SIZES[1];

const KEY = 'gorge.reading-size';

/** The size that was chosen last in this browser. */
export function loadReadingSize(storage: Storage): ReadingSize {
  const id = storage.getItem(KEY);
  return READING_SIZES.find((size) => size.id === id) ?? USUAL_SIZE;
}

export function keepReadingSize({ id }: ReadingSize, storage: Storage): void {
  storage.setItem(KEY, id);
}
