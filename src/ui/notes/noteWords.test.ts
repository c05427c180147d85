import { describe, expect, test } from '@jest/globals';
import type { Note, NoteAbout } from '@/server/contracts/notes';
import { kilnYard } from '../../../tests/support/kilnYard';
import { addressOfNote, placeOf, sayAbout, sayWritten, sortNotes } from './noteWords';

const levelId = 'drying-hall';
const warden: NoteAbout = { type: 'place', levelId, at: [1, 1], entry: 'warden-1' };
const ABOUTS: [NoteAbout, string, string][] = [
  [{ type: 'level', levelId }, 'the level', '/games/kiln-yard/levels/drying-hall?open=notes'],
  [warden, 'Hall warden', '/games/kiln-yard/levels/drying-hall?open=notes'],
  [
    { type: 'place', levelId, at: [3.5, 4] },
    'the place at 3.5, 4.0 cells',
    '/games/kiln-yard/levels/drying-hall?open=notes',
  ],
  [
    { type: 'number', levelId, number: 'warden pace', value: '2.2 cells/s' },
    'warden pace 2.2 cells/s',
    '/games/kiln-yard/levels/drying-hall?open=notes',
  ],
  [
    { type: 'run', levelId, standInId: 'casual', seed: 17, atSeconds: 4.2, says: 'caught' },
    'run 17 of casual at 4.2 s: caught',
    '/games/kiln-yard/levels/drying-hall?run=17&who=casual&at=4.2',
  ],
  [
    { type: 'report', batchId: 3, place: 'outcome=lost&run=17' },
    'batch 3, lost, run 17',
    '/games/kiln-yard/batches/3?outcome=lost&run=17',
  ],
];

describe('what a note is about', () => {
  test.each(ABOUTS)('%j is said, and has a way there', (about, said, address) => {
    expect([sayAbout(about, kilnYard()), addressOfNote('kiln-yard', about)]).toEqual([said, address]);
  });

  test('goes where the piece goes on which it was written, and stays where that was once it is removed', () => {
    const game = kilnYard();
    const piece = game.levels[0].pieces.find(({ id }) => id === 'warden-1')!;
    expect(placeOf(warden, game)).toEqual([piece.at[0], piece.at[1]]);
    const without = {
      ...game,
      levels: game.levels.map((level) => ({ ...level, pieces: level.pieces.filter(({ id }) => id !== 'warden-1') })),
    };
    expect(placeOf(warden, without)).toEqual([1, 1]);
    expect(sayAbout(warden, without)).toBe('warden-1, removed since, at 1.0, 1.0 cells');
    expect(placeOf({ type: 'level', levelId }, game)).toBeUndefined();
  });
});

test('notes of a level stand apart from those on others and on reports', () => {
  const note = (id: number, about: NoteAbout): Note => ({
    ...{ id, about, text: 'x', by: 'Mara', writtenAt: '2026-12-01T10:00:00Z', doneAt: null, doneBy: null, answers: [] },
  });
  const notes = [...ABOUTS.map(([about], index) => note(index, about)), note(9, { type: 'level', levelId: 'other' })];
  const { here, elsewhere } = sortNotes(notes, levelId);
  expect([here.map(({ id }) => id), elsewhere.map(({ id }) => id)]).toEqual([
    [0, 1, 2, 3, 4],
    [5, 9],
  ]);
  expect(sayWritten(notes[0])).toMatch(/^Mara, 1 Dec 2026/);
  expect(sayWritten({ ...notes[0], by: '' })).toMatch(/^1 Dec 2026/);
});
