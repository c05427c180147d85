import { readFileSync } from 'node:fs';
import { expect, test } from '@jest/globals';
import { writeMeasuresPage } from './measuresPage';

test('the page of measures in the docs is the one made from the table', () => {
  expect(readFileSync('docs/measure-table.md', 'utf8')).toBe(writeMeasuresPage());
});
