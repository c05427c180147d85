import { describe, expect, test } from '@jest/globals';
import {
  checkGame,
  CONTROLS,
  directionFor,
  Runner,
  runSeeds,
  STAND_INS,
  summarise,
  type GameDocument,
  type LevelProgram,
} from '@/core/index';
import { gameInFile, levelOf } from './support/gameFile';

// Small levels, each for something that a level can be made of; `docs/capabilities.md` shows them.

const GAME: GameDocument = gameInFile('examples/yard-tricks.gorge.json');
const RUNS = 20;

const programOf = (levelId: string): LevelProgram => levelOf(GAME, levelId);

/** What runs come to in the median where nothing wins, else the share that is won. */
function measure(levelId: string, who: string): number {
  const program = programOf(levelId);
  const traits = STAND_INS.find(({ id }) => id === who);
  const runner = new Runner(
    program,
    traits ? { type: 'stand-in', traits } : { type: 'control', id: who as (typeof CONTROLS)[number] },
  );
  const { played, clearRate } = summarise(runSeeds(runner, 1, RUNS).rows, program);
  return played?.spread.median ?? clearRate.value;
}

test('nothing is said against any of them before a run', () => {
  expect(checkGame(GAME)).toEqual([]);
});

describe('stand-ins play them, and better than nobody and anybody', () => {
  test.each([
    'soot-shaft',
    'dust-yard',
    'glaze-steps',
    'shelf-ranks',
    'night-yard',
    'ash-roof',
    'tub-channel',
    'sorting-floor',
  ])('%s', (levelId) => {
    const practised = measure(levelId, 'practised');
    expect(practised).toBeGreaterThan(measure(levelId, 'idle'));
    expect(practised).toBeGreaterThan(measure(levelId, 'blind'));
  });
});

test('Store Room is won by lifting the shutter and pushing both pallets into the bay', () => {
  const [east, south, west, north] = [directionFor(1, 0), directionFor(0, 1), directionFor(-1, 0), directionFor(0, -1)];
  const way: [direction: number, times: number][] = [
    ...[
      [north, 1],
      [east, 9],
      [south, 3],
    ],
    ...[
      [north, 3],
      [west, 9],
      [south, 4],
      [east, 9],
    ],
    ...[
      [north, 4],
      [west, 2],
      [south, 1],
      [east, 3],
      [north, 1],
      [east, 1],
      [south, 3],
    ],
  ] as [number, number][];
  const press = (direction: number) => [direction, ...new Array<number>(13).fill(0)];
  const inputs = way.flatMap(([direction, times]) => Array.from({ length: times }, () => press(direction)).flat());
  const { record } = new Runner(programOf('store-room'), { type: 'inputs', inputs }).run(1, {
    mostTicks: inputs.length,
  });
  expect([record?.outcome, record?.cause]).toEqual(['won', 'rule']);
});
