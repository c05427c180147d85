import { describe, expect, test } from '@jest/globals';
import { smallGame } from '../../../tests/support/smallLevel';
import { compileGameLevel } from '../pipeline';
import { readStart, sayStart, START_FORMS, writeStart } from './readStart';

const read = (text: string) => {
  const result = readStart(text);
  if (!result.ok) throw new Error(result.faults[0].message);
  return { knobs: [], ...result.value };
};

describe('where a run begins', () => {
  test('is written as it is read, whatever is said of it', () => {
    const forms = START_FORMS.map((form) => form.replace('NAME', 'embers'));
    for (const text of [...forms, forms.join('; ')]) expect([text, writeStart(read(text))]).toEqual([text, text]);
    expect(writeStart(read('from wave 2; with lives 1'))).toBe('wave 2; lives 1');
    expect(readStart('lives 0').ok).toBe(false);
  });

  test('can be left part by part', () => {
    const parts = sayStart(read('wave 4; lives 2'));
    expect(parts.map(({ text }) => text)).toEqual(['from wave 4', 'with lives 2']);
    expect(parts.map(({ without }) => writeStart(without))).toEqual(['lives 2', 'wave 4']);
  });

  test('with other lives than the level gives has those, and a level without lives refuses them in words', () => {
    const level = (cues: string[]) =>
      smallGame({
        map: ['####', '#..#', '####'],
        player: { at: [1.5, 1.5] },
        kinds: [{ id: 'foe', tags: ['foe'] }],
        level: { rules: { loseWhenTouching: 'foe', timeLimit: 2 }, cues },
      });
    const livesOf = (cues: string[], text: string) => {
      const compiled = compileGameLevel(level(cues), 'small', read(text));
      return compiled.ok ? compiled.value.rules.lives : compiled.faults.map(({ code, hint }) => [code, hint]);
    };
    expect([
      livesOf(['rules { lives 3; play for time }'], 'lives 1'),
      livesOf(['rules { lives 3; play for time }'], 'round 2'),
    ]).toEqual([1, 3]);
    expect(livesOf(['rules { play for time }'], 'lives 1')).toEqual([
      ['no-lives', expect.stringContaining('rules { lives 3 }')],
    ]);
  });
});
