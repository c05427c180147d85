import { CompletionContext } from '@codemirror/autocomplete';
import { EditorState } from '@codemirror/state';
import { describe, expect, test } from '@jest/globals';
import { VOCABULARY } from '@/core/index';
import { completeScript } from './scriptLanguage';

const TEXT = 'behavior a {\n  knob pace = 2 cells/s in 0..6\n  start state rounds { do pa }\n}';

function proposals(text: string, place: number, explicit = false) {
  return completeScript(new CompletionContext(EditorState.create({ doc: text }), place, explicit));
}

describe('completion', () => {
  test('begins where the word begins and knows every word of the vocabulary', () => {
    const place = TEXT.indexOf('pa }') + 2;
    const result = proposals(TEXT, place)!;
    expect(result.from).toBe(place - 2);
    const labels = result.options.map((option) => option.label);
    for (const entry of VOCABULARY) expect(labels).toContain(entry.words.join(' '));
    expect(labels).toEqual(expect.arrayContaining(['state', 'when', 'cells/s', 'player']));
  });

  test('knows the knobs and states of this script by what they are', () => {
    const { options } = proposals(TEXT, TEXT.length, true)!;
    expect(
      options.filter((option) => ['pace', 'rounds'].includes(option.label)).map(({ label, detail }) => [label, detail]),
    ).toEqual([
      ['pace', 'knob'],
      ['rounds', 'state'],
      ['pace', 'motion'],
    ]);
  });

  test('stays away where no word is being written', () => {
    expect(proposals(TEXT, TEXT.indexOf('{') + 1)).toBeNull();
  });
});
