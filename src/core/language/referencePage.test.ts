import { describe, expect, test } from '@jest/globals';
import { buildParserFile } from '@lezer/generator';
import { readFileSync } from 'node:fs';
import { checkScript } from './check/checkScript';
import { writeReferencePage } from './referencePage';
import { CUE_WORDS } from './cues/cueWords';
import { VOCABULARY } from './vocabulary';

describe('the reference page', () => {
  test('in the documentation is the one of the table; `npm run docs` writes it', () => {
    expect(readFileSync('docs/language.md', 'utf8')).toBe(writeReferencePage());
  });

  test('says which words cannot be names, as the checker finds', () => {
    const reserved = /Reserved are .*:\n(.*); a state/.exec(writeReferencePage())![1].match(/\w+/g)!;
    const states = (name: string) =>
      checkScript(
        `behavior b {\n start state first { do hold go ${name} after 1 s }\n state ${name} { do hold }\n}`,
        [],
      );
    expect(reserved).toContain('repeat');
    for (const name of reserved) {
      expect([name, states(name).diagnostics.some(({ severity }) => severity === 'error')]).toEqual([name, true]);
    }
    expect(states('every').diagnostics).toEqual([]);
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
