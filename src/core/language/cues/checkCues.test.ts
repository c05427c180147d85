import { describe, expect, test } from '@jest/globals';
import { soaked } from '../../../../tests/support/soak';
import { mutatedText } from '../../testing/mutatedText';
import { checkCues } from './checkCues';
import { CUE_WORDS } from './cueWords';

const KNOWN = {
  kinds: ['cart', 'wagon', 'mule', 'ember', 'coal', 'barrow', 'damper', 'wisp'],
  tags: ['foe', 'moth', 'pot', 'nests'],
  marks: ['lane_3', 'north-gate', 'shore', 'kiln_door', 'jetty', 'north_gate', 'south_gate'],
  grounds: ['ash', 'brick'],
};

const WHOLE = `
# the lane in the north
spawner north_lane {
  knob gap = 1.8 s in 0.4..6
  at lane_3, north-gate
  every gap ± 0.4 s, first after 0.5 s
  pick cart 4, wagon 2, mule 1
  give heading 180 deg, speed 3..4.5 cells/s
  limit 8 alive, 40 in all
  open when score >= 150
  close when clock > 60 s or ember_tide cleared
  retire when outside by 2 cells
}

waves ember_tide {
  at shore
  on ash
  away from player by 6 cells
  grace 0.8 s
  wave 1 { 4 ember, one every 0.5 s }
  wave 2 {
    6 + 2 * level at most 12 ember
    2 coal
  }
  repeat wave 2 growing 1.5x to 40, 3 times
  next when cleared or after 30 s, rest 3 s
  supply 1 barrow at jetty
  stragglers vanish after 20 s
}

rules {
  lives 3
  come back at kiln_door, after 1 s, safe for 2 s
  score 10 when moth defeated
  score 1 every 5 s
  score 50 when ember_tide cleared
  lose when clock > 90 s and not player at jetty
  win when score >= 200 or no moth left
}
`;

const check = (text: string) => checkCues(text, ['levels', 0, 'cues'], KNOWN);
const codes = (text: string) => check(text).diagnostics.map(({ code }) => code);
const inSpawner = (line: string) => {
  const usual = ['at lane_3', 'every 2 s', 'pick cart'].filter((other) => other.split(' ')[0] !== line.split(' ')[0]);
  return `spawner lane { ${usual.join('; ')}\n${line}\n}`;
};

describe('cues and rules', () => {
  test('are read whole: places, times, picks, waves, rules', () => {
    const { checked, diagnostics } = check(WHOLE);
    expect(diagnostics).toEqual([]);
    const [lane, tide] = checked!.cues;
    if (lane.type !== 'spawner' || tide.type !== 'waves') throw new Error('cues in another order');
    expect(lane.spawner.picks.map(({ kind, weight }) => [kind.id, weight])).toEqual([
      ['cart', 4],
      ['wagon', 2],
      ['mule', 1],
    ]);
    expect(lane.spawner.place.marks.map(({ id }) => id)).toEqual(['lane_3', 'north-gate']);
    expect([lane.spawner.mostAlive, lane.spawner.mostInAll]).toEqual([8, 40]);
    expect(lane.spawner.speed!.map((end) => [end.type === 'quantity' && [end.value, end.unit]])).toEqual([
      [[3, 'cells/s']],
      [[4.5, 'cells/s']],
    ]);
    expect(lane.spawner.close!.type).toBe('or');
    expect(tide.waves.waves.map(({ entries }) => entries.map(({ kind }) => kind.id))).toEqual([
      ['ember'],
      ['ember', 'coal'],
    ]);
    expect(tide.waves.repeat).toMatchObject({ from: 2, growth: 1.5, cap: 40, times: 3 });
    expect([checked!.rules!.lives, checked!.rules!.scores.length, checked!.rules!.wins.length]).toEqual([3, 3, 1]);
    expect(checked!.knobs.map(({ cue, knob }) => `${cue}.${knob.name}`)).toEqual(['north_lane.gap']);
  });

  test.each(CUE_WORDS.map((entry) => [`${entry.inside[0]}: ${entry.word}`, entry] as const))(
    'know their own example of `%s`',
    (_, { inside, word, example }) => {
      const needed = {
        spawner: { at: 'at lane_3', every: 'every 2 s', pick: 'pick cart' },
        waves: { at: 'at shore', wave: 'wave 1 { 4 ember }' },
        rules: {},
        wave: {},
      }[inside[0]] as Record<string, string>;
      const rest = Object.entries(needed).flatMap(([key, line]) =>
        key === word || (word === 'once' && key === 'every') || (word === 'gap' && key === 'pick') ? [] : [line],
      );
      const second = word === 'repeat' ? ['wave 2 { 2 coal }'] : [];
      const reads = word === 'knob' ? [inside[0] === 'spawner' ? 'grace gap' : 'score 1 every gap'] : [];
      const body = [...rest, ...second, example, ...reads].join('\n');
      const text =
        inside[0] === 'wave'
          ? `waves x { at shore\nwave 1 { 4 ember\n${example} } }`
          : inside[0] === 'rules'
            ? `rules {\n${body}\n}`
            : `${inside[0]} x {\n${body}\n}`;
      expect([text, check(text).diagnostics]).toEqual([text, []]);
    },
  );

  test.each([
    ['limt 2 alive', 'unknown-line'],
    ['pick crat', 'unknown-kind'],
    ['at nowhere', 'unknown-mark'],
    ['on lava', 'unknown-ground'],
    ['every 2', 'unit-missing'],
    ['every 3 cells', 'wrong-unit'],
    ['every clock', 'value-changes'],
    ['grace score * 1 s', 'value-changes'],
    ['every by level (3 s, 2 cells)', 'units-do-not-fit'],
    ['every by level (3 s, clock)', 'table-changes'],
    ['every by wave (3 s)', 'table-form'],
    ['every by level (3 s', 'bracket-open'],
    ['pick cart 0, wagon 0', 'weights-empty'],
    ['limit some alive', 'count-missing'],
    ['limit 3', 'word-missing'],
    ['open when', 'unknown-condition'],
    ['open when score', 'unknown-condition'],
    ['open when score > 3 s', 'units-do-not-fit'],
    ['open when lane_9 cleared', 'unknown-cue'],
    ['retire soon', 'word-missing'],
    ['wave 1 { 4 ember }', 'unknown-line'],
    ['grace 0.5 s 2', 'unexpected-word'],
    ['give colour 3', 'word-missing'],
    ['lives 3', 'unknown-line'],
  ])('`%s` in a spawner is told as %s, at its place', (line, code) => {
    const { diagnostics, checked } = check(inSpawner(line));
    expect([line, diagnostics.map((fault) => fault.code)]).toEqual([line, [code]]);
    expect(checked).toBeUndefined();
    expect(diagnostics[0].where.span!.line).toBe(2);
    expect(diagnostics[0].hint).not.toBe('');
  });

  test.each([
    ['spawner lane { at lane_3; pick cart }', ['every-missing']],
    ['spawner lane { every 2 s }', ['pick-missing', 'at-missing']],
    ['spawner { at lane_3; every 2 s; pick cart }', ['name-missing']],
    ['waves tide { at shore }', ['wave-missing']],
    ['waves tide { at shore; wave 2 { 4 ember } }', ['wave-order']],
    ['waves tide { at shore; wave 1 { } }', ['wave-empty']],
    ['waves tide { at shore; wave 1 { 4 ember }; repeat wave 3 }', ['wave-unknown']],
    ['waves tide { at shore; wave 1 { 4 ember }; repeat wave 1 growing 2x }', ['growth-uncapped']],
    ['waves tide { at shore; wave 1 { 4 ember }; repeat wave 1 growing 0x to 4 }', ['growth-form']],
    ['waves tide { at shore; wave 1 { 4 ember }; next sometime }', ['next-form']],
    ['spawner a { at lane_3; every 2 s; every 3 s; pick cart }', ['line-twice']],
    ['rules { lives 0 }', ['count-missing']],
    ['rules { win when happy }', ['unknown-condition']],
    ['rules { lives 2 } rules { lives 3 }', ['rules-twice']],
    ['behavior x { start state a { do hold } }', ['misplaced-statement']],
    [
      'spawner a { at lane_3; every 2 s; pick cart } spawner a { at lane_3; every 2 s; pick cart }',
      ['cue-twice', 'cue-twice'],
    ],
  ])('%s is told as %j', (text, expected) => {
    expect(codes(text)).toEqual(expected);
  });

  test('a near word is proposed', () => {
    const [fault] = check(inSpawner('pick wagn')).diagnostics;
    expect(fault.hint).toBe('Did you mean `wagon`?');
  });

  test('1,000 and more cut and mutated texts give diagnostics and never throw', () => {
    for (let round = 0; round < soaked(1000); round++) {
      const mutated = mutatedText(WHOLE, round);
      const { checked, diagnostics } = check(mutated);
      const hasErrors = diagnostics.some(({ severity }) => severity === 'error');
      expect([round, checked === undefined]).toEqual([round, hasErrors]);
      for (const { where, message } of diagnostics) {
        expect(message.length).toBeGreaterThan(5);
        expect(where.span!.from).toBeLessThanOrEqual(mutated.length);
      }
    }
  });
});
