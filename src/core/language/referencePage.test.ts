import { describe, expect, test } from '@jest/globals';
import { buildParserFile } from '@lezer/generator';
import { readFileSync } from 'node:fs';
import { writeReferencePage } from './referencePage';
import { CUE_WORDS } from './cues/cueWords';
import { VOCABULARY } from './vocabulary';

describe('the reference page', () => {
  test('in the documentation is the one of the table; `npm run docs` writes it', () => {
    expect(readFileSync('docs/language.md', 'utf8')).toBe(writeReferencePage());
  });

  test('has every word with its meaning and example', () => {
    const page = writeReferencePage();
    for (const entry of VOCABULARY) {
      expect(page).toContain(`### \`${entry.words.join(' ')}`);
      expect(page).toContain(entry.meaning);
      expect(page).toContain(entry.example);
    }
    for (const { word, form, example } of CUE_WORDS) {
      expect(page).toContain(`**\`${word}\`** \`${form}\``);
      expect(page).toContain(example);
    }
  });
});

describe('the grammar', () => {
  test('is the one that the parser was made from; `npm run grammar` makes it', () => {
    const grammar = readFileSync('src/core/language/syntax/gorge.grammar', 'utf8');
    const { parser } = buildParserFile(grammar, { typeScript: true });
    expect(readFileSync('src/core/language/syntax/gorge.parser.ts', 'utf8').trim()).toBe(parser.trim());
  });
});
