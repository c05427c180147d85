import { expect, test } from '@jest/globals';
import { helpQuestion } from './helpQuestion';

test('asks for the word at the caret, wherever in it that is', () => {
  const text = '  do patrol route, back and forth';
  for (const caret of [5, 8, 11]) expect(helpQuestion({ line: { text, caret } }, 'piece')).toBe('patrol');
});

test('asks for the field where no word is, and for what is selected where no field is', () => {
  expect(helpQuestion({ line: { text: '  ', caret: 1 }, label: 'Sight (cells)' }, 'piece')).toBe('Sight');
  expect(helpQuestion({ label: 'Cooldown, s' }, 'piece')).toBe('Cooldown');
  expect(helpQuestion({}, 'ground')).toBe('ground');
  expect(helpQuestion({}, '')).toBe('');
});
