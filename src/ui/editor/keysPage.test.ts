import { expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { writeKeysPage } from './keysPage';

test('the page of the keys is the one of the table; `npm run docs` writes it', () => {
  expect(readFileSync('docs/keys.md', 'utf8')).toBe(writeKeysPage());
});
