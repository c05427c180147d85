import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { soaked } from '../../../tests/support/soak';
import { kilnYard } from '../../../tests/support/kilnYard';
import * as commands from './allCommands';
import { applyChange, makeChange, revertChange, type Change } from './edit';
import type { GameDocument } from './gameDocument';
import { readGame } from './readGame';
import { writeGame } from './writeGame';

const LEVEL = 'drying-hall';
const coordinate = fc.double({ min: 0, max: 30, noNaN: true });
const point = fc.record({ x: coordinate, y: coordinate });
const place = fc.nat({ max: 20 });

/** A gesture that picks among whatever pieces there are when it is made. */
type Gesture = (draft: GameDocument) => void;

const idAt = (draft: GameDocument, index: number): string => {
  const { pieces } = commands.levelIn(draft, LEVEL);
  return pieces[index % pieces.length].id;
};

const gestures: fc.Arbitrary<Gesture> = fc.oneof(
  fc.tuple(place, point).map(
    ([index, by]): Gesture =>
      (draft) =>
        commands.movePieces(draft, LEVEL, [idAt(draft, index)], by),
  ),
  fc.tuple(place, point).map(
    ([index, by]): Gesture =>
      (draft) =>
        void commands.copyPieces(draft, LEVEL, [idAt(draft, index)], by),
  ),
  fc.tuple(place, fc.array(point, { maxLength: 5 })).map(
    ([index, route]): Gesture =>
      (draft) =>
        commands.setRoute(draft, LEVEL, idAt(draft, index), route),
  ),
  fc.tuple(place, coordinate).map(
    ([index, value]): Gesture =>
      (draft) =>
        commands.setPieceKnob(draft, LEVEL, idAt(draft, index), 'pace', value),
  ),
  fc.tuple(place, place).map(
    ([column, row]): Gesture =>
      (draft) =>
        commands.paintCells(draft, LEVEL, [{ column, row }], '#'),
  ),
  point.map(
    (at): Gesture =>
      (draft) =>
        void commands.addPiece(draft, LEVEL, 'warden', at),
  ),
  fc.string({ maxLength: 60 }).map(
    (text): Gesture =>
      (draft) =>
        commands.setScript(draft, 'night_watch', text),
  ),
  fc.constant<Gesture>((draft) => void commands.duplicateLevel(draft, LEVEL)),
);

describe('any sequence of edits', () => {
  test('is written and read back to the same bytes, and taken back step by step to the first', () => {
    fc.assert(
      fc.property(fc.array(gestures, { minLength: 1, maxLength: 12 }), (sequence) => {
        const first = kilnYard();
        let game = first;
        const changes: Change[] = [];
        for (const gesture of sequence) {
          const made = makeChange(game, 'edit', gesture);
          if (!made) continue;
          game = made.game;
          changes.push(made.change);
        }
        const text = writeGame(game);
        const read = readGame(text);
        if (!read.ok || writeGame(read.value) !== text) return false;
        let back = game;
        for (const change of [...changes].reverse()) back = revertChange(back, change);
        let again = back;
        for (const change of changes) again = applyChange(again, change);
        return writeGame(back) === writeGame(first) && writeGame(again) === text;
      }),
      { numRuns: soaked(25), seed: 20261123 },
    );
  });

  test('a small edit is a small difference: one wall changes one line', () => {
    const before = writeGame(kilnYard()).split('\n');
    const made = makeChange(kilnYard(), 'paint', (draft) =>
      commands.paintCells(draft, LEVEL, [{ column: 2, row: 2 }], '#'),
    )!;
    const after = writeGame(made.game).split('\n');
    expect(after.filter((line, index) => line !== before[index])).toHaveLength(1);
  });
});
