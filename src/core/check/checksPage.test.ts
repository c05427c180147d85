import { expect, test } from '@jest/globals';
import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';

const CODE = /^[a-z]+(?:-[a-z]+)+$/;

/** Codes of faults in the sources of a folder: lone words with hyphens, as arguments of what makes a fault. */
function codesIn(folder: string): string[] {
  return readdirSync(folder, { recursive: true, encoding: 'utf8' })
    .filter((file) => file.endsWith('.ts') && !file.endsWith('.test.ts'))
    .flatMap((file) => [...readFileSync(path.join(folder, file), 'utf8').matchAll(/(?:^\s+|code: )'([a-z-]+)',$/gm)])
    .map(([, word]) => word)
    .filter((word) => CODE.test(word));
}

test('the page of what is said before any run has every code of the checks', () => {
  const page = readFileSync('docs/checks.md', 'utf8');
  const codes = [...new Set(codesIn('src/core/check'))];
  expect(codes.length).toBeGreaterThan(25);
  expect(codes.filter((code) => !page.includes(`\`${code}\``))).toEqual([]);
});
