import { expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { writeFieldsPage } from './fieldsPage';

test('the page of fields in the docs is the one made from the definitions', () => {
  expect(readFileSync('docs/fields.md', 'utf8')).toBe(writeFieldsPage());
});

test('every field has a meaning, and a range where it is a number', () => {
  const rows = writeFieldsPage()
    .split('\n')
    .filter((line) => line.startsWith('| `'));
  expect(rows.length).toBeGreaterThan(100);
  const lacking = rows.filter((row) => row.endsWith('|  |') || row.includes('undefined') || row.includes('-900719'));
  expect(lacking).toEqual([]);
});

test('what a field may hold is said with its bounds', () => {
  const page = writeFieldsPage();
  expect(page).toContain('| `ticksPerSecond` | yes | whole, 10 to 240 |');
  expect(page).toContain('| `grip` |  | 0.1 to 200 |');
  expect(page).toContain('### Control: `control` of a kind, `"scheme": "flap"`');
  expect(page.split('### Throwing and striking').length).toBe(2);
});
