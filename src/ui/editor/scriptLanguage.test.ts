import { CompletionContext } from '@codemirror/autocomplete';
import { EditorState } from '@codemirror/state';
import { describe, expect, test } from '@jest/globals';
import { VOCABULARY } from '@/core/index';
import { completeScript, declarationOf } from './scriptLanguage';

const TEXT = 'behavior a {\n  knob pace = 2 cells/s in 0..6\n  start state rounds { do pa }\n}';

const NAMES = { targets: ['player'], grounds: [], marks: [], kinds: [], behaviors: [] };

function proposals(text: string, place: number, explicit = false) {
  const complete = completeScript({ names: () => NAMES });
  return complete(new CompletionContext(EditorState.create({ doc: text }), place, explicit));
}

describe('completion', () => {
  test('begins where the word begins and proposes every motion behind `do`', () => {
    const place = TEXT.indexOf('pa }') + 2;
    const result = proposals(TEXT, place)!;
    expect(result.from).toBe(place - 2);
    const motions = VOCABULARY.filter((entry) => entry.role === 'motion').map((entry) => entry.words.join(' '));
    expect(result.options.map((option) => option.label)).toEqual(motions);
  });

  test('says what each proposal is, with its meaning', () => {
    const text = TEXT.replace('do pa', 'do pace across at ');
    const { options } = proposals(text, text.indexOf('at  }') + 3, true)!;
    expect(options.map(({ label, detail, info }) => [label, detail, info])).toEqual([
      ['pace', 'knob', 'a speed (cells/s, px/s)'],
    ]);
  });

  test('stays away where no word is being written, unless it is asked for', () => {
    expect(proposals(TEXT, TEXT.indexOf('{') + 1)).toBeNull();
    expect(proposals(TEXT, TEXT.indexOf('{') + 1, true)?.options.length).toBeGreaterThan(2);
  });
});

describe('going to a declaration', () => {
  test('finds states and knobs by any mention, and nothing for words of the language', () => {
    expect(declarationOf(TEXT, TEXT.indexOf('rounds') + 2)).toBe(TEXT.indexOf('rounds'));
    const used = TEXT.replace('do pa', 'do pace at pace * 2 go rounds after 1 s');
    expect(declarationOf(used, used.indexOf('go rounds') + 4)).toBe(used.indexOf('rounds {'));
    expect(declarationOf(used, used.indexOf('pace *') + 1)).toBe(used.indexOf('pace ='));
    expect(declarationOf(used, used.indexOf('after') + 1)).toBeUndefined();
  });
});
