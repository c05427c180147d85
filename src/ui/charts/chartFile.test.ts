import { describe, expect, test } from '@jest/globals';
import { fileNameOf, writeOut } from './chartFile';

const colourOf = (name: string) => ({ '--river': ' #0e7a7f', '--layer': '#e4dac6' })[name] ?? '';

describe('a chart as a file', () => {
  test.each([
    ['var(--river)', '#0e7a7f'],
    ['url(#x) var(--layer)', 'url(#x) #e4dac6'],
    ['#123456', '#123456'],
    ['var(--unknown)', ''],
  ])('has the colours of the page written out: %s', (value, written) => {
    expect(writeOut(value, colourOf)).toBe(written);
  });

  test.each([
    ['How long runs take', 'how-long-runs-take'],
    ['  Pressure: 0–1!', 'pressure-0-1'],
    ['', ''],
  ])('is named after what it shows: %s', (title, name) => {
    expect(fileNameOf(title)).toBe(name);
  });
});
