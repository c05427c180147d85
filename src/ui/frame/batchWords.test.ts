import { describe, expect, test } from '@jest/globals';
import type { ArmInfo, BatchInfo } from '@/server/contracts/batches';
import { kilnYard } from '../../../tests/support/kilnYard';
import { levelNames, newestOf, sayBatch } from './batchWords';

const game = kilnYard();

function arm(more: Partial<ArmInfo> = {}): ArmInfo {
  return {
    arm: 0,
    name: 'casual',
    levelId: 'drying-hall',
    levelName: 'Drying Hall',
    standInId: 'casual',
    overrides: { knobs: [] },
    isPlain: true,
    revision: 'a'.repeat(64),
    runs: 500,
    runsDone: 500,
    runsWon: 240,
    figures: null,
    ...more,
  };
}

function batch(more: Partial<BatchInfo> = {}): BatchInfo {
  return {
    id: 1,
    gameId: 'kiln-yard',
    arms: [arm()],
    firstSeed: 1,
    runs: 500,
    runsDone: 500,
    versions: { engine: 1, standIns: 1 },
    status: 'finished',
    ahead: 0,
    error: null,
    startedAt: '2026-11-01T10:00:00.000Z',
    finishedAt: null,
    ...more,
  };
}

describe('what is said of a batch', () => {
  test.each<[string, Partial<BatchInfo>, string]>([
    ['waits', { status: 'running', runsDone: 0, ahead: 2 }, 'waits, 2 before it'],
    ['has begun', { status: 'running', runsDone: 40, ahead: 2 }, 'running, 40 of 500 runs'],
    ['was cancelled', { status: 'cancelled', runsDone: 40 }, 'cancelled after 40 of 500 runs'],
    ['failed', { status: 'failed' }, 'failed'],
    ['is finished', {}, 'casual clears 48 % (44–52 %)'],
  ])('that %s', (_, more, said) => {
    const own = batch(more);
    expect(sayBatch(own, own.arms[0], game).toLowerCase()).toBe(said);
  });

  test('an arm with numbers of its own is named by them, and a stand-in by what it is called', () => {
    const set = arm({ isPlain: false, name: 'casual, warden.pace=3', runsWon: 500 });
    expect(sayBatch(batch(), set, game)).toMatch(/^casual, warden\.pace=3 clears (99|100) %/);
  });

  test('levels are named once each, in the order of the arms', () => {
    const maze = arm({ levelName: 'Flue Maze', levelId: 'flue-maze' });
    expect(levelNames(batch({ arms: [arm(), maze, arm()] }))).toBe('Drying Hall, Flue Maze');
  });
});

describe('the newest batch that says something of a level', () => {
  const expert = arm({ standInId: 'expert', arm: 1 });

  test('is that of the usual player where several played', () => {
    expect(newestOf([batch({ arms: [expert, arm()] })], 'drying-hall')?.arm.standInId).toBe('casual');
    expect(newestOf([batch({ arms: [expert] })], 'drying-hall')?.arm.standInId).toBe('expert');
  });

  test('passes over other levels, settings of one’s own and batches that are not wanted', () => {
    const batches = [
      batch({ id: 9, arms: [arm({ levelId: 'flue-maze' })] }),
      batch({ id: 8, arms: [arm({ isPlain: false })] }),
      batch({ id: 7, status: 'running' }),
      batch({ id: 6 }),
      batch({ id: 5 }),
    ];
    const isFinished = ({ status }: BatchInfo) => status === 'finished';
    expect(newestOf(batches, 'drying-hall', isFinished)?.batch.id).toBe(6);
    expect(newestOf(batches, 'drying-hall')?.batch.id).toBe(7);
    expect(newestOf(batches, 'glaze-floor')).toBeUndefined();
    expect(newestOf([], 'drying-hall')).toBeUndefined();
  });
});
