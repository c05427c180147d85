import { describe, expect, test } from '@jest/globals';
import { soaked } from '../../../../tests/support/soak';
import { mutatedText } from '../../testing/mutatedText';
import { behaviorWith } from '../../testing/exampleBehavior';
import { LIBRARY } from '../library';
import { VOCABULARY } from '../vocabulary';
import { checkScript, NO_CONTEXT } from './checkScript';

const SOUND = `behavior guard {
  knob pace  = 2 cells/s in 0.5..6   # a comment
  knob nerve = 2500 ms in 0..8000
  start state rounds {
    do patrol route, back and forth, at pace, pausing 0.4 s
    go hunt when sees player within 6 cells, arc 110 deg, for 0.2 s
  }
  state hunt { do chase player by path at pace * 1.5, keep 0.4 cells   go search when unseen for nerve }
  state search {
    do travel to last sighting at pace
    go rounds when arrived or (after 4 s and not sees player within 96 px)
  }
}`;

function check(text: string) {
  return checkScript(text, ['scripts', 0]);
}

/** Code and marked text of every fault. */
function faultsOf(text: string): [string, string][] {
  return check(text).diagnostics.map((fault) => [fault.code, text.slice(fault.where.span!.from, fault.where.span!.to)]);
}

describe('a sound behavior', () => {
  test('has no faults and keeps knobs, states and transitions in written order', () => {
    const { behavior, diagnostics } = check(SOUND);
    expect(diagnostics).toEqual([]);
    expect(behavior?.states.map((state) => state.name)).toEqual(['rounds', 'hunt', 'search']);
    expect(behavior?.knobs.map(({ name, unit, value, low, high }) => [name, unit, value, low, high])).toEqual([
      ['pace', 'cells/s', 2, 0.5, 6],
      ['nerve', 'ms', 2500, 0, 8000],
    ]);
    expect(behavior?.states[0].motion.choices).toEqual({ order: 'back and forth' });
  });

  test('reads several statements on one line', () => {
    expect(
      check('behavior a { start state b { do hold go c after 1 s } state c { do hold go b after 1 s } }').diagnostics,
    ).toEqual([]);
  });

  test('binds and tighter than or, and lets brackets change that', () => {
    const condition = check(SOUND).behavior!.states[2].transitions[0].condition;
    expect(condition.type).toBe('or');
    const inner = condition.type === 'or' ? condition.parts[1] : undefined;
    expect(inner?.type).toBe('and');
  });
});

describe('every word of the vocabulary', () => {
  test.each(VOCABULARY.map((entry) => [entry.words.join(' '), entry] as const))(
    'has an example of `%s` that compiles',
    (_words, entry) => {
      const { diagnostics } = checkScript(behaviorWith(entry), [], { ...NO_CONTEXT, targets: ['player', 'foe'] });
      expect(diagnostics).toEqual([]);
    },
  );
});

describe('faults', () => {
  test('five errors of one text are all found in one pass, each at its exact place', () => {
    const text = `behavior guard {
  knob pace = 9 cells/s in 0.5..6
  start state rounds {
    do patrul route at 2 cells/s
    go hunt when sees player within 6 s
  }
  state hunt {
    do chase player at 3 cells
    go serch when unseen for 2 s
  }
}`;
    expect(faultsOf(text)).toEqual([
      ['knob-default-outside', '9 cells/s'],
      ['unknown-motion', 'patrul'],
      ['wrong-unit', '6 s'],
      ['wrong-unit', '3 cells'],
      ['unknown-state', 'serch'],
    ]);
    const hints = check(text).diagnostics.map((fault) => fault.hint);
    expect(hints[1]).toBe('Did you mean `patrol`?');
    expect(hints[4]).toBe('The states here are `rounds`, `hunt`.');
  });

  test('say line and column, counted from 1', () => {
    const [fault] = check('behavior a {\n  start state b { do hover }\n}').diagnostics;
    expect([fault.where.span?.line, fault.where.span?.column]).toEqual([2, 22]);
  });

  test('units that cannot be joined are named with what both sides measure', () => {
    const [fault] = check(
      'behavior a { knob pace = 1 cells/s in 0..2 knob nerve = 1 s in 0..2 start state b { do patrol route at pace + nerve } }',
    ).diagnostics;
    expect(fault.code).toBe('units-do-not-fit');
    expect(fault.message).toContain('a speed (cells/s, px/s) and a time (s, ms, ticks)');
  });

  test.each([
    ['a number without its unit', 'start state b { do patrol route at 2 }', 'wrong-unit'],
    ['an unknown unit', 'start state b { do patrol route at 2 cells/s, pausing 3 seconds }', 'unknown-unit'],
    ['a knob that does not exist', 'start state b { do patrol route at speed }', 'unknown-knob'],
    ['a clause twice', 'start state b { do patrol route at 1 cells/s, at 2 cells/s }', 'clause-twice'],
    ['an unknown clause', 'start state b { do patrol route, quickly }', 'unknown-clause'],
    ['a sight without range', 'start state b { do hold go b when sees player }', 'clause-missing'],
    ['somebody who cannot be seen', 'start state b { do hold go b when sees nobody within 3 cells }', 'unknown-target'],
    ['two motions', 'start state b { do hold do hold }', 'motion-twice'],
    ['no motion', 'start state b { go b after 1 s }', 'motion-missing'],
    ['no start', 'state b { do hold }', 'start-missing'],
    ['two starts', 'start state b { do hold go c after 1 s } start state c { do hold go b after 1 s }', 'start-twice'],
    ['two states of one name', 'start state b { do hold } state b { do hold }', 'state-twice'],
    ['a range upside down', 'knob k = 2 s in 3..1 start state b { do hold }', 'knob-range-empty'],
    ['a state without a block', 'start state b', 'block-missing'],
    ['a condition without when', 'start state b { do hold go b arrived }', 'when-missing'],
    ['an open bracket', 'start state b { do hold go b when (arrived or after 2 s }', 'bracket-open'],
    ['a motion where a condition belongs', 'start state b { do hold go b when chase player }', 'unknown-condition'],
    ['a misspelled state', 'start state b { do hold }\n stat c { do hold }', 'unexpected-text'],
    ['a statement in the wrong place', 'start state b { do hold knob k = 1 s in 0..2 }', 'misplaced-statement'],
  ])('%s is reported', (_what, body, code) => {
    expect(faultsOf(`behavior a { ${body} }`).map(([found]) => found)).toContain(code);
  });

  test.each([
    ['a knob that nothing reads', 'knob k = 1 s in 0..2 start state b { do hold }', 'knob-unread', 'k'],
    [
      'a state that is never reached',
      'start state b { do hold } state c { do hold go b after 1 s }',
      'never-reached',
      'c',
    ],
    [
      'a transition behind one with the same condition',
      'start state b { do hold go b after 1 s go b after 1 s }',
      'shadowed',
      'go b after 1 s',
    ],
    ['a chase that never ends', 'start state b { do chase player }', 'never-left', 'b'],
  ])('%s is a warning and the behavior still compiles', (_what, body, code, marked) => {
    const text = `behavior a { ${body} }`;
    expect(faultsOf(text)).toContainEqual([code, marked]);
    expect(check(text).behavior).toBeDefined();
  });

  test('an unclosed brace is said once, near the end', () => {
    const codes = faultsOf('behavior a { start state b { do hold').map(([code]) => code);
    expect(codes).toContain('brace-open');
  });
});

describe('what compiles but cannot work', () => {
  const codesOf = (inside: string, head = '') =>
    check(
      `behavior b { ${head} start state a { do hold ${inside} } state z { do hold go a after 1 s } }`,
    ).diagnostics.map(({ code }) => code);

  test('a joint condition that was wrongly inverted is said', () => {
    expect(codesOf('go z when not arrived or not struck')).toEqual(['inverted-or']);
    expect(codesOf('go z when arrived or not arrived')).toEqual(['always-holds']);
    expect(codesOf('go z when arrived and not arrived')).toEqual(['never-holds']);
    expect(codesOf('go z when not arrived and not struck')).toEqual([]);
  });

  test('a number that nothing reads is said, whether turned or kept', () => {
    expect(codesOf('go z after 1 s', 'knob idle = 1 s in 0..2 keep count = 0')).toEqual([
      'knob-unread',
      'memory-unread',
    ]);
    expect(codesOf('go z when count > 1 { set count = count + 1 }', 'keep count = 0')).toEqual([]);
  });

  test.each([
    ['keep count', 'memory-form'],
    ['keep count = 0 keep count = 1', 'memory-twice'],
    ['use', 'name-missing'],
    ['use other', 'unknown-behavior'],
  ])('`%s` is refused', (head, code) => expect(codesOf('go z after 1 s', head)).toContain(code));

  test.each([
    ['enter', 'block-missing'],
    ['enter { do hold }', 'misplaced-statement'],
    ['enter { set nobody = 1 }', 'unknown-memory'],
    ['enter { shout within 3 cells }', 'clause-missing'],
    ['enter { shout clatter }', 'clause-missing'],
    ['enter { } enter { }', 'acts-twice'],
    ['repeat 2 s { }', 'repeat-form'],
    ['repeat every 2 cells { }', 'wrong-unit'],
    ['face', 'x'],
    ['go either when arrived', 'state-name-missing'],
    ['go either z 0, a 0 when arrived', 'weights-empty'],
    ['go z when clock > 3 cells', 'units-do-not-fit'],
    ['go z when clock + 1 s', 'comparison-missing'],
    ['go z when after clock', 'must-be-fixed'],
  ])('`%s` is refused with a word at its place', (inside, code) => {
    const codes = codesOf(`${inside} go z after 9 s`);
    // `face` alone is whole: it means `face ahead`.
    expect(codes).toEqual(code === 'x' ? [] : expect.arrayContaining([code]));
  });
});

describe('taking over another behavior', () => {
  const BASE = check(`behavior base { knob pace = 2 cells/s in 0..9 knob nap = 1 s in 0..9
    start state a { do pace across at pace go b after nap } state b { do hold go a after nap } }`).behavior!;
  const using = (inside: string) =>
    checkScript(`behavior own { ${inside} }`, [], {
      ...NO_CONTEXT,
      behaviorNames: ['base'],
      lookup: (name) =>
        name === 'base' ? BASE : name === 'broken' ? 'broken' : name === 'own' ? 'in a circle' : undefined,
    });

  test('has all its states and the knobs that were not given', () => {
    const { behavior, diagnostics } = using('use base with pace = 4 cells/s');
    expect(diagnostics).toEqual([]);
    expect(behavior?.states.map(({ name, isStart }) => [name, isStart])).toEqual([
      ['a', true],
      ['b', false],
    ]);
    expect(behavior?.knobs.map(({ name }) => name)).toEqual(['nap']);
    expect(behavior?.states[0].motion.quantities.speed).toMatchObject({ type: 'quantity', value: 4 });
  });

  test('replaces states of the same name, adds others, and may read its knobs', () => {
    const { behavior, diagnostics } = using(
      'use base state b { do wander at pace go c after nap } state c { do hold go a after 1 s }',
    );
    expect(diagnostics).toEqual([]);
    expect(behavior?.states.map(({ name, motion }) => [name, motion.operation])).toEqual([
      ['a', 'pace'],
      ['b', 'wander'],
      ['c', 'hold'],
    ]);
  });

  test.each([
    ['use base with gait = 4 cells/s', 'unknown-knob'],
    ['use base with pace = 4 s', 'wrong-unit'],
    ['use bsae', 'unknown-behavior'],
    ['use broken', 'behavior-broken'],
    ['use own', 'use-circle'],
    ['use base use base', 'use-twice'],
  ])('`%s` is refused', (inside, code) => {
    expect(using(inside).diagnostics.map((fault) => fault.code)).toContain(code);
  });
});

describe('any text whatever', () => {
  test('gives diagnostics, never a crash: 4,000 and more mutated scripts', () => {
    const bases = [SOUND, ...LIBRARY.map(({ text }) => text)];
    for (let seed = 1; seed <= soaked(4000); seed++) {
      const text = mutatedText(bases[seed % bases.length], seed);
      const { behavior, diagnostics } = check(text);
      const isSaid = behavior !== undefined || diagnostics.some((fault) => fault.severity === 'error');
      const placesFit = diagnostics.every(({ where }) => where.span!.from >= 0 && where.span!.to <= text.length + 1);
      expect([`seed ${seed}`, isSaid, placesFit]).toEqual([`seed ${seed}`, true, true]);
    }
  });
});
