import { describe, expect, test } from '@jest/globals';
import { kilnYard } from '../../../tests/support/kilnYard';
import * as commands from './commands';
import { applyChange, makeChange, revertChange } from './edit';
import type { GameDocument } from './gameDocument';
import { readGameValue } from './readGame';
import { writeGame } from './writeGame';

const LEVEL = 'drying-hall';

const EDITS: [string, (draft: GameDocument) => void][] = [
  [
    'paint walls',
    (draft) =>
      commands.paintCells(
        draft,
        LEVEL,
        [
          { column: 3, row: 1 },
          { column: 99, row: 1 },
          { column: 4, row: 2 },
        ],
        '#',
      ),
  ],
  ['move pieces', (draft) => commands.movePieces(draft, LEVEL, ['warden-1', 'warden-2'], { x: 1.23456, y: -0.5 })],
  ['remove pieces', (draft) => commands.removePieces(draft, LEVEL, ['warden-3'])],
  ['add a piece', (draft) => void commands.addPiece(draft, LEVEL, 'warden', { x: 3, y: 3 })],
  ['copy pieces', (draft) => void commands.copyPieces(draft, LEVEL, ['warden-1'], { x: 1, y: 1 })],
  ['set a route', (draft) => commands.setRoute(draft, LEVEL, 'warden-1', [{ x: 1, y: 1 }])],
  ['turn a piece', (draft) => commands.setFacing(draft, LEVEL, 'warden-1', 45)],
  ['set a knob of a piece', (draft) => commands.setPieceKnob(draft, LEVEL, 'warden-1', 'pace', 3)],
  ['set a knob of a kind', (draft) => commands.setKindKnob(draft, 'warden', 'pace', 3)],
  ['move a mark', (draft) => commands.moveMark(draft, LEVEL, 'kiln-door', { x: 20, y: 15 })],
  ['edit a script', (draft) => commands.setScript(draft, 'night_watch', 'behavior x {\n}')],
];

describe('edits', () => {
  test.each(EDITS)('to %s is one change that can be taken back and made again', (label, recipe) => {
    const before = kilnYard();
    const text = writeGame(before);
    const made = makeChange(before, label, recipe)!;
    expect(writeGame(before)).toBe(text);
    expect(writeGame(made.game)).not.toBe(text);
    expect(readGameValue(JSON.parse(writeGame(made.game))).ok).toBe(true);
    expect(writeGame(revertChange(made.game, made.change))).toBe(text);
    expect(writeGame(applyChange(before, made.change))).toBe(writeGame(made.game));
  });

  test('an edit that changes nothing is no change', () => {
    expect(
      makeChange(kilnYard(), 'nothing', (draft) => commands.paintCells(draft, LEVEL, [{ column: 0, row: 0 }], '#')),
    ).toBeUndefined();
  });

  test('a copy gets a fresh id and name and keeps route and knobs', () => {
    const made = makeChange(kilnYard(), 'copy', (draft) => {
      commands.setPieceKnob(draft, LEVEL, 'warden-1', 'sight', 4);
      commands.copyPieces(draft, LEVEL, ['warden-1', 'warden-1'], { x: 1, y: 0 });
    })!;
    const [first, second] = made.game.levels[0].pieces.slice(-2);
    expect([first.id, second.id, first.name, second.name]).toEqual([
      'warden-5',
      'warden-6',
      'Hall warden 2',
      'Hall warden 3',
    ]);
    expect([first.at, first.route?.[0], first.knobs]).toEqual([[11.5, 7.5], [11.5, 7.5], { sight: 4 }]);
  });

  test('taking the last own knob value away removes the field, so that the kind holds again', () => {
    const made = makeChange(kilnYard(), 'knob', (draft) => {
      commands.setPieceKnob(draft, LEVEL, 'warden-1', 'sight', 4);
      commands.setPieceKnob(draft, LEVEL, 'warden-1', 'sight', undefined);
    });
    expect(made?.game.levels[0].pieces[1].knobs).toBeUndefined();
  });
});
