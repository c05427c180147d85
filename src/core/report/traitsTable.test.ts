import { readFileSync } from 'node:fs';
import { expect, test } from '@jest/globals';
import { writeTraitsTable } from './traitsTable';

/** A table without what a formatter may change: the width of its columns. */
const plain = (text: string) =>
  text
    .split('\n')
    .map((line) => line.replace(/\s*\|\s*/g, '|').replace(/-{2,}/g, '-'))
    .join('\n');

test('the documentation has the limits of all stand-ins as they are', () => {
  expect(plain(readFileSync('docs/measures.md', 'utf8'))).toContain(plain(writeTraitsTable()));
});
