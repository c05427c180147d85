import { describe, expect, test } from '@jest/globals';
import { RandomStream } from '../../foundation/random';
import { joinTo } from '../edit/conditionText';
import { applyEdits } from '../edit/textEdit';
import { checkCues } from './checkCues';
import {
  addCueFormLine,
  addToWave,
  newRuleTests,
  readCueForm,
  removeCueFormLine,
  renameCue,
  setCueFormCondition,
  setCueFormLine,
  setCueFormPart,
} from './cueForm';
import { CUE_WORDS, EDGE_NAMES } from './cueWords';

const NAMES = {
  kinds: ['cart', 'long-cart', 'ember'],
  tags: ['foe', 'pot'],
  marks: ['north-gate', 'shore', ...EDGE_NAMES],
  grounds: ['ash', 'brick'],
  cues: ['lane', 'tide'],
};

const TEXT = `# the lane
spawner lane {
  knob gap = 1.8 s in 0.4..6   # how dense
  at north-gate, shore
  every gap ± 0.4 s, first after 500 ms
  pick cart 4, long-cart 1
  give heading 180 deg, speed 3..4.5 cells/s   # quick
  open when score >= 150 and no foe left
}

waves tide { at shore; wave 1 { 4 ember, one every 0.5 s }
  wave 2 {
    2 cart
  }
}
rules { lives 3; win when score >= 200 }
`;

const form = (text: string) => readCueForm(text, NAMES);
const errorsOf = (text: string) =>
  checkCues(text, [], NAMES)
    .diagnostics.filter(({ severity }) => severity === 'error')
    .map(({ code, message }) => `${code}: ${message}`);
const lineOf = (text: string, block: number, word: string) =>
  form(text)[block].lines.find((line) => line.word === word)!;

describe('cues as forms', () => {
  test('every part stands where it stands in the text', () => {
    expect(errorsOf(TEXT)).toEqual([]);
    const parts = form(TEXT).flatMap(({ lines }) => lines.flatMap((line) => line.parts));
    expect(parts.length).toBeGreaterThan(50);
    for (const { text, from, to } of parts) expect(TEXT.slice(from, to)).toBe(text);
  });

  test('numbers are fields, names and signs are choices, units stay with their number', () => {
    expect(lineOf(TEXT, 0, 'pick').parts.map(({ type, text }) => `${type} ${text}`)).toEqual([
      'word pick',
      'choice cart',
      'number 4',
      'word ,',
      'choice long-cart',
      'number 1',
    ]);
    const given = lineOf(TEXT, 0, 'give').parts.map(({ text }) => text);
    expect(given).toEqual(['give', 'heading', '180', 'deg', ',', 'speed', '3', '..', '4.5', 'cells/s']);
    const open = lineOf(TEXT, 0, 'open').parts.filter(({ type }) => type === 'choice');
    expect(open.map(({ text }) => text)).toEqual(['score', '>=', 'foe']);
    expect(lineOf(TEXT, 0, 'at').parts[1].options).toEqual(NAMES.marks);
  });

  test('what belongs to a wave stands below it', () => {
    expect(form(TEXT)[1].lines.map(({ word, depth }) => [word, depth])).toEqual([
      ['at', 0],
      ['wave', 0],
      ['4', 1],
      ['wave', 0],
      ['2', 1],
    ]);
  });

  test('a change keeps everything else to the byte', () => {
    const speed = lineOf(TEXT, 0, 'give').parts[8];
    expect(applyEdits(TEXT, setCueFormPart(speed, '6'))).toBe(TEXT.replace('4.5', '6'));
  });

  test('taking a line away takes its row, or only its part of a row', () => {
    const whole = applyEdits(TEXT, removeCueFormLine(TEXT, lineOf(TEXT, 0, 'at')));
    expect(whole).toBe(TEXT.replace('  at north-gate, shore\n', ''));
    const part = applyEdits(TEXT, removeCueFormLine(TEXT, lineOf(TEXT, 2, 'lives')));
    expect(part).toContain('rules { win when score >= 200 }');
    const last = applyEdits(TEXT, removeCueFormLine(TEXT, lineOf(TEXT, 2, 'win')));
    expect(last).toContain('rules { lives 3 }');
    const block = applyEdits(TEXT, removeCueFormLine(TEXT, form(TEXT)[0]));
    expect(block.startsWith('# the lane\n\nwaves tide')).toBe(true);
  });

  test('a kind is added to a wave in one row and in several', () => {
    const [first, second] = form(TEXT)[1].lines.filter(({ word }) => word === 'wave');
    expect(applyEdits(TEXT, addToWave(TEXT, first, NAMES))).toContain('{ 4 ember, one every 0.5 s; 1 cart }');
    expect(applyEdits(TEXT, addToWave(TEXT, second, NAMES))).toContain('    2 cart\n    1 cart\n  }');
    expect(errorsOf(applyEdits(TEXT, addToWave(TEXT, first, NAMES)))).toEqual([]);
  });

  test.each(CUE_WORDS.filter(({ inside }) => inside[0] !== 'wave').map((word) => [word.word, word] as const))(
    'a line `%s` is added with names that are known here',
    (_, word) => {
      const bare: Record<string, string> = {
        spawner: 'spawner lane {\n  at shore\n  every 2 s\n  pick cart\n}\n',
        waves: 'waves tide {\n  at shore\n  wave 1 { 1 cart }\n  wave 2 { 1 cart }\n}\n',
        rules: 'waves tide { at shore; wave 1 { 1 cart } }\nrules {\n  score 1 every 1 s\n}\n',
      };
      const start = bare[word.inside[0]];
      const block = form(start).at(-1)!;
      const taken = block.lines.find((line) => line.word === word.word && !block.missing.includes(word));
      const cleared = taken ? applyEdits(start, removeCueFormLine(start, taken)) : start;
      const added = applyEdits(cleared, addCueFormLine(cleared, form(cleared).at(-1)!, word, NAMES));
      expect(
        form(added)
          .at(-1)!
          .lines.some((line) => line.word === word.word),
      ).toBe(true);
      expect(errorsOf(added).filter((fault) => !fault.startsWith('knob'))).toEqual([]);
    },
  );

  test('what stands instead of another line takes its place, and gives it back', () => {
    const text = 'spawner lane {\n  at shore\n  every 2 s\n  pick cart\n}\n';
    const add = (before: string, name: string) => {
      const word = CUE_WORDS.find((own) => own.word === name)!;
      return applyEdits(before, addCueFormLine(before, form(before)[0], word, NAMES));
    };
    const words = (of: string) => form(of)[0].lines.map((line) => line.word);
    expect(words(add(text, 'gap'))).toEqual(['at', 'every', 'gap']);
    expect(words(add(add(text, 'gap'), 'pick'))).toEqual(['at', 'every', 'pick']);
    expect(words(add(text, 'once'))).toEqual(['at', 'once', 'pick']);
    expect(words(add(add(text, 'once'), 'every'))).toEqual(['at', 'every', 'pick']);
  });

  test('a whole line is written anew, and what stands in its own braces stays', () => {
    const text = 'waves tide { at shore; wave 1 { 1 cart } }\nrules {\n  win when clock > 9 s # late\n}\n';
    const line = (word: string) =>
      form(text)
        .flatMap(({ lines }) => lines)
        .find((own) => own.word === word)!;
    expect(line('win').head.text).toBe('win when clock > 9 s');
    const condition = 'win when (clock > 9 s or score > 3) and not player at shore';
    expect(applyEdits(text, setCueFormLine(line('win'), condition))).toContain(`  ${condition} # late\n`);
    expect(applyEdits(text, setCueFormLine(line('wave'), 'wave 1'))).toBe(text);
  });

  test('a condition is shown as it is joined, and written anew with what is added to it', () => {
    const text =
      'waves tide { at shore; wave 1 { 1 cart } }\nrules {\n  win when clock > 9 s and (no pot left or not tide cleared)\n}\n';
    const win = form(text)[1].lines.find(({ word }) => word === 'win')!;
    const { tree } = win.condition!;
    expect(tree).toMatchObject({ type: 'and', parts: [{ text: 'clock > 9 s' }, { type: 'or' }] });
    expect(applyEdits(text, setCueFormCondition(win, tree))).toBe(text);
    for (const { text: test } of newRuleTests({ ...NAMES, cues: ['tide'] })) {
      const joined = applyEdits(text, setCueFormCondition(win, joinTo(tree, 'and', test)));
      expect(joined).toContain(`(no pot left or not tide cleared) and ${test}\n`);
      expect(errorsOf(joined)).toEqual([]);
    }
    const open = form('spawner lane { at shore; every 2 s; pick cart; open when score >= 3 }')[0].lines;
    expect(open.map(({ condition }) => condition?.tree.type)).toEqual([undefined, undefined, undefined, 'test']);
  });

  test('a knob is added before what could read it, each under another name', () => {
    const text = 'spawner lane {\n  at shore\n  every 2 s\n  pick cart\n}\n';
    const word = CUE_WORDS.find((own) => own.word === 'knob')!;
    const once = applyEdits(text, addCueFormLine(text, form(text)[0], word, NAMES));
    const twice = applyEdits(once, addCueFormLine(once, form(once)[0], word, NAMES));
    expect(twice).toContain('{\n  knob number_2 = 2 s in 0.5..10\n  knob number_1 = 2 s in 0.5..10\n  at shore');
    expect(errorsOf(twice)).toEqual([]);
  });

  test('a cue is renamed where it is defined and where it is waited for, and never to a name that is taken', () => {
    const text =
      'spawner tide { at shore; every 1 s; pick cart }\nrules { win when tide cleared and not lane cleared }';
    expect(renameCue(text, 'tide', 'ebb')).toHaveLength(2);
    expect(applyEdits(text, renameCue(text, 'tide', 'ebb'))).toBe(text.replaceAll('tide', 'ebb'));
    expect(renameCue(`${text}\nspawner ebb { }`, 'tide', 'ebb')).toEqual([]);
    expect(renameCue(text, 'tide', '3rd')).toEqual([]);
  });

  test('300 texts that were cut and mixed up never break it', () => {
    const random = new RandomStream(20261123, 1);
    for (let round = 0; round < 300; round++) {
      const from = random.nextInteger(0, TEXT.length - 1);
      const text = TEXT.slice(0, from) + TEXT.slice(Math.min(TEXT.length, from + random.nextInteger(1, 30)));
      for (const block of form(text))
        for (const line of block.lines) {
          const left = applyEdits(text, removeCueFormLine(text, line));
          expect(left.length).toBeLessThan(text.length);
        }
    }
  });
});
