import { beforeEach, describe, expect, test } from '@jest/globals';
import { runChunk, STAND_INS, summarise } from '@/core/index';
import { dryingHall, plainYard } from '../../../tests/support/kilnYard';
import { DeskActions } from './deskActions';
import { DeskSession, type DeskState } from './deskSession';
import type { ReadingState } from './readingController';
import { sayReading, sayStep } from './spokenWords';

let session: DeskSession;
let actions: DeskActions;
beforeEach(() => {
  session = new DeskSession(plainYard(), 'drying-hall');
  actions = new DeskActions(session);
});

/** What is said when something is done. */
function said(act: () => void): string | undefined {
  const before: DeskState = session.state;
  act();
  return sayStep(before, session.state);
}

const move = () => actions.nudge({ x: 1, y: 0 });

describe('what a screen reader says of the desk', () => {
  test('a piece that is selected is named with its place, several are counted, none is told', () => {
    expect(said(() => session.select(['warden-1']))).toBe('Hall warden at column 10.5, row 7.5 selected');
    expect(said(() => session.select(['warden-1', 'warden-3']))).toBe('2 selected');
    expect(said(() => session.select([]))).toBe('Nothing selected');
    expect(said(() => session.setTool('route'))).toBeUndefined();
  });

  test('what is done is told with where it has come to, and what is taken back or done again', () => {
    session.select(['warden-1']);
    expect(said(move)).toBe('Move Hall warden. Hall warden at column 11.5, row 7.5');
    expect(said(() => session.undo())).toBe('Taken back: Move Hall warden. Hall warden at column 10.5, row 7.5');
    expect(said(() => session.redo())).toMatch(/^Done again: Move Hall warden\. Hall warden at column 11\.5/);
  });

  test('the cell that the keys are at is told with its ground', () => {
    expect(said(() => session.moveCursor(0, 0))).toBe('Cell 15, 9: brick wall');
  });

  test('what comes in from somebody else is told as theirs', () => {
    session.select(['warden-1']);
    move();
    const theirs = { ...session.state.game, name: 'Night Yard' };
    expect(said(() => session.takeTheirs('What somebody else has changed', theirs))).toBe(
      'Somebody else has changed something',
    );
  });
});

describe('what it says of the Reading', () => {
  const hall = dryingHall();
  const summary = summarise(runChunk(hall, STAND_INS[1], 1, 20).rows, hall);
  const resting = {
    ...{ isStale: false, isRefining: false, faults: [], standIn: 'casual', summary },
    ladder: [{ standIn: 'casual', name: 'Casual', summary, trust: { isTrusted: true } }],
  } as unknown as ReadingState;

  test('nothing as long as numbers come in, then the share with its interval', () => {
    expect(sayReading({ ...resting, isRefining: true })).toBeUndefined();
    expect(sayReading({ ...resting, isStale: true })).toBeUndefined();
    expect(sayReading(resting)).toMatch(/^Casual clears \d+ %, between \d+ and \d+ %, of 20 runs$/);
  });

  test('that a number is not to be trusted, and that nothing can be run', () => {
    const ladder = [{ ...resting.ladder[0], trust: { isTrusted: false } }] as unknown as ReadingState['ladder'];
    expect(sayReading({ ...resting, ladder })).toMatch(/, not to be trusted here$/);
    const faults = [{ severity: 'error' }] as ReadingState['faults'];
    expect(sayReading({ ...resting, faults })).toBe('This level cannot be run');
  });
});
