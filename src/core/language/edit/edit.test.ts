import { describe, expect, test } from '@jest/globals';
import { kilnYard } from '../../../../tests/support/kilnYard';
import { RandomStream } from '../../foundation/random';
import { checkScript } from '../check/checkScript';
import { completeAt, meaningAt, type GameNames } from './completion';
import {
  addAct,
  addRepeat,
  addState,
  addTransition,
  makeOwn,
  raiseTransition,
  redirectTransition,
  removeAct,
  removeState,
  removeTransition,
  rename,
  setCondition,
  setFacing,
  setNumber,
  setOut,
  mixTargets,
  addNumber,
  setMotion,
  setStart,
} from './edits';
import { changePart, conditionText, joinTo, negate, writeCondition, type ConditionText } from './conditionText';
import { quickFix } from './fixes';
import { formatScript } from './format';
import { isName } from '../syntax/isName';
import { outlineScript, outlineWithTaken } from './outline';
import { fieldsOf, writePhrase } from './phraseText';
import { applyEdits, type TextEdit } from './textEdit';

const GUARD = `# the night shift
behavior guard {
  knob pace  = 2.2 cells/s in 0.5..6   # a slider
  keep scares = 0

  start state rounds {   # begins here
    do pace across at pace
    go hunt when sees player within 6 cells   # first
    go rest after 9 s { set scares = scares + 1 }
  }

  # the chase
  state hunt { do chase player by path at pace * 1.5   go rounds when unseen for 2 s }

  state rest {
    do hold
    go either rounds 3, hunt 1 when scares > 2 or here > 4 s
  }
}
`;

const NAMES: GameNames = {
  targets: ['player', 'foe'],
  grounds: ['brick'],
  marks: ['kiln-door'],
  kinds: ['ember'],
  behaviors: ['night_watch'],
};

const apply = (edits: TextEdit[], text = GUARD) => applyEdits(text, edits);

function isSound(text: string): boolean {
  return checkScript(text, []).behavior !== undefined;
}

describe('the outline of a script', () => {
  test('has every state and transition at its place, and nothing edited gives back the same bytes', () => {
    const outline = outlineScript(GUARD)!;
    expect(outline.states.map(({ name, isStart, motion }) => [name, isStart, motion?.text])).toEqual([
      ['rounds', true, 'pace across at pace'],
      ['hunt', false, 'chase player by path at pace * 1.5'],
      ['rest', false, 'hold'],
    ]);
    expect(outline.states[2].transitions[0].targets.map(({ state, weight }) => [state, weight])).toEqual([
      ['rounds', 3],
      ['hunt', 1],
    ]);
    for (const state of outline.states) {
      expect(GUARD.slice(state.whole.from, state.whole.to)).toBe(state.whole.text);
      for (const { condition } of state.transitions)
        expect(GUARD.slice(condition.from, condition.to)).toBe(condition.text);
    }
    expect(apply([])).toBe(GUARD);
  });

  test('needs no sound script', () => {
    const outline = outlineScript('behavior x { state a { do nothing at all go b when } state b { do');
    expect(outline?.states.map(({ name }) => name)).toEqual(['a', 'b']);
    expect(outlineScript('knob x = 3')).toBeUndefined();
  });
});

describe('edits from the diagram', () => {
  test('keep every byte outside of what they change', () => {
    const edits: Record<string, TextEdit[]> = {
      addState: addState(GUARD, 'listen'),
      removeState: removeState(GUARD, 'hunt'),
      addTransition: addTransition(GUARD, 'rounds', 'rest', 'chance 5 %'),
      removeTransition: removeTransition(GUARD, 'rounds', 0),
      redirect: redirectTransition(GUARD, 'rounds', 0, 'rest'),
      raise: raiseTransition(GUARD, 'rounds', 1),
      condition: setCondition(GUARD, 'rounds', 1, 'here > 3 s'),
      motion: setMotion(GUARD, 'rest', 'look around'),
      start: setStart(GUARD, 'rest'),
      renameState: rename(GUARD, 'rounds', 'beat'),
      renameKnob: rename(GUARD, 'pace', 'gait'),
    };
    for (const [name, list] of Object.entries(edits)) {
      expect([name, list.length > 0]).toEqual([name, true]);
      const after = apply(list);
      expect([name, isSound(after)]).toEqual([name, true]);
      // All comments but those within what is removed stay.
      for (const comment of ['# the night shift', '# a slider', '# begins here'])
        expect([name, after.includes(comment)]).toEqual([name, true]);
    }
  });

  test('add a state with its own lines, and a transition behind the last one', () => {
    const added = apply(addState(GUARD, 'listen'));
    expect(added.endsWith('  }\n\n  state listen {\n    do hold\n  }\n}\n')).toBe(true);
    const linked = apply(addTransition(added, 'rounds', 'listen', 'hears clatter'), added);
    expect(linked).toContain('go rest after 9 s { set scares = scares + 1 }\n    go listen when hears clatter\n  }');
    const inline = apply(addTransition(GUARD, 'hunt', 'rest', 'after 8 s'));
    expect(inline).toContain('go rounds when unseen for 2 s go rest after 8 s }');
  });

  test('another test in the place of a bare `after` brings the `when` that it needs, and the form stays', () => {
    const linked = apply(addTransition(GUARD, 'rounds', 'rest', 'after 2 s'));
    const { condition } = outlineScript(linked)!
      .states.find(({ name }) => name === 'rounds')!
      .transitions.at(-1)!;
    const index = outlineScript(linked)!.states.find(({ name }) => name === 'rounds')!.transitions.length - 1;
    expect(condition.text).toBe('after 2 s');
    const changed = apply(setCondition(linked, 'rounds', index, 'sees player within 8 cells'), linked);
    expect(changed).toContain('go rest when sees player within 8 cells');
    expect(isSound(changed)).toBe(true);
    const again = apply(setCondition(changed, 'rounds', index, 'unseen for 3 s'), changed);
    expect(again).toContain('go rest when unseen for 3 s');
  });

  test('a transition leads to several states by weight, and to one again, to the byte', () => {
    const mixed = apply(
      mixTargets(GUARD, 'rounds', 0, [
        { state: 'hunt', weight: 3 },
        { state: 'rest', weight: 1 },
      ]),
    );
    expect(mixed).toContain('go either hunt 3, rest 1 when sees player within 6 cells   # first');
    expect(isSound(mixed)).toBe(true);
    expect(apply(mixTargets(mixed, 'rounds', 0, [{ state: 'hunt', weight: 1 }]), mixed)).toBe(GUARD);
    expect(apply(redirectTransition(mixed, 'rounds', 0, 'rest'), mixed)).toContain('go rest when sees player');
  });

  test('a state is out and in again, faces somewhere and as its motion says again, to the byte', () => {
    const out = apply(setOut(GUARD, 'rounds', true));
    expect(out).toContain('    be out\n    do pace across at pace');
    expect(apply(setOut(out, 'rounds', false), out)).toBe(GUARD);
    const faces = apply(setFacing(GUARD, 'rounds', 'face player'));
    expect(isSound(faces)).toBe(true);
    expect(apply(setFacing(faces, 'rounds', 'face back'), faces)).toContain('face back');
    expect(apply(setFacing(faces, 'rounds', undefined), faces)).toBe(GUARD);
  });

  test('knobs and what is kept are added, changed and taken away, with the remarks beside them', () => {
    const more = apply(addNumber(GUARD, 'knob nerve = 2 s in 0..9'));
    expect(outlineScript(more)!.knobs.map(({ name, value }) => `${name}: ${value}`)).toEqual([
      'pace: 2.2 cells/s in 0.5..6',
      'nerve: 2 s in 0..9',
    ]);
    expect(isSound(more)).toBe(true);
    expect(apply(setNumber(more, 'nerve', undefined), more)).toBe(GUARD);
    const faster = apply(setNumber(GUARD, 'pace', 'knob pace = 3 cells/s in 0.5..6'));
    expect(faster).toContain('knob pace = 3 cells/s in 0.5..6   # a slider');
  });

  test('add acts where there are none and behind others, and take them away again', () => {
    const once = apply(addAct(GUARD, 'rest', 'enter', 'shout clatter within 5 cells'));
    expect(once).toContain('  state rest {\n    enter { shout clatter within 5 cells }\n    do hold');
    const twice = apply(addAct(once, 'rest', 'enter', 'set scares = 0'), once);
    expect(twice).toContain('enter { shout clatter within 5 cells; set scares = 0 }');
    expect(isSound(twice)).toBe(true);
    expect(apply(removeAct(twice, 'rest', 'enter', 1), twice)).toBe(once);
    const other = apply(removeAct(twice, 'rest', 'enter', 0), twice);
    expect(other).toContain('enter { set scares = 0 }');
    expect(apply(removeAct(once, 'rest', 'enter', 0), once)).toBe(GUARD);
    expect(isSound(apply(addAct(GUARD, 'hunt', 'leave', 'face back')))).toBe(true);
  });

  test('add acts to a transition and take them away again, to the byte', () => {
    const there = { transition: 0 };
    const once = apply(addAct(GUARD, 'rounds', there, 'face back'));
    expect(once).toContain('go hunt when sees player within 6 cells { face back }   # first');
    const twice = apply(addAct(once, 'rounds', there, 'set scares = 0'), once);
    expect(twice).toContain('{ face back; set scares = 0 }');
    expect(isSound(twice)).toBe(true);
    expect(apply(removeAct(twice, 'rounds', there, 1), twice)).toBe(once);
    expect(apply(removeAct(once, 'rounds', there, 0), once)).toBe(GUARD);
    expect(addAct(GUARD, 'rounds', { transition: 7 }, 'face back')).toEqual([]);
    expect(removeAct(GUARD, 'rounds', { transition: 7 }, 0)).toEqual([]);
  });

  test('add what is repeated and take it away again, to the byte', () => {
    const once = apply(addRepeat(GUARD, 'rest', '1 s', 'shout clatter within 5 cells'));
    expect(once).toContain('  state rest {\n    repeat every 1 s { shout clatter within 5 cells }\n    do hold');
    const twice = apply(addAct(once, 'rest', { repeat: 0 }, 'face back'), once);
    expect(twice).toContain('{ shout clatter within 5 cells; face back }');
    expect(isSound(twice)).toBe(true);
    expect(apply(removeAct(twice, 'rest', { repeat: 0 }, 1), twice)).toBe(once);
    expect(apply(removeAct(once, 'rest', { repeat: 0 }, 0), once)).toBe(GUARD);
    expect(addRepeat(GUARD, 'nowhere', '1 s', 'face back')).toEqual([]);
  });

  test('show what is taken over beside the own states, and make it own', () => {
    const heir = 'behavior night_guard {\n  use guard with pace = 3 cells/s\n\n  state rest {\n    do hold\n  }\n}\n';
    const textOf = (name: string) => (name === 'guard' ? GUARD : undefined);
    const outline = outlineWithTaken(heir, textOf)!;
    expect(outline.states.map(({ name, takenFrom, isStart }) => [name, takenFrom, isStart])).toEqual([
      ['rounds', 'guard', true],
      ['hunt', 'guard', false],
      ['rest', undefined, false],
    ]);
    const own = apply(makeOwn(heir, outline.states[1]), heir);
    // The knob that `use` gives a value is no longer there to be read.
    expect(own).toContain('state hunt { do chase player by path at 3 cells/s * 1.5');
    expect(outlineWithTaken(own, textOf)!.states.map(({ name, takenFrom }) => [name, takenFrom])).toEqual([
      ['rounds', 'guard'],
      ['rest', undefined],
      ['hunt', undefined],
    ]);
    expect(makeOwn(heir, outline.states[2])).toEqual([]);
    const circle = 'behavior guard { use guard state only { do hold } }';
    expect(outlineWithTaken(circle, () => circle)!.states.map(({ name }) => name)).toEqual(['only']);
  });

  test('take back what they did when done the other way round', () => {
    expect(apply(removeState(apply(addState(GUARD, 'listen')), 'listen'), apply(addState(GUARD, 'listen')))).toBe(
      GUARD,
    );
    const there = apply(rename(GUARD, 'rounds', 'beat'));
    expect(apply(rename(there, 'beat', 'rounds'), there)).toBe(GUARD);
    const raised = apply(raiseTransition(GUARD, 'rounds', 1));
    expect(raised).not.toBe(GUARD);
    expect(apply(raiseTransition(raised, 'rounds', 1), raised)).toBe(GUARD);
  });

  test('tell a knob from the word of the language that is written alike', () => {
    const renamed = apply(rename(GUARD, 'pace', 'gait'));
    expect(renamed).toContain('do pace across at gait');
    expect(renamed).toContain('knob gait  = 2.2');
    expect(renamed).toContain('at gait * 1.5');
  });

  test('refuse names that are taken, that are no names, or that begin statements', () => {
    expect(isName('listen')).toBe(true);
    for (const name of ['go', 'start', '3rd', 'a-b', '', 'shout']) expect([name, isName(name)]).toEqual([name, false]);
    expect(addState(GUARD, 'hunt')).toEqual([]);
    expect(rename(GUARD, 'hunt', 'rest')).toEqual([]);
    expect(rename(GUARD, 'nobody', 'x')).toEqual([]);
    expect(removeTransition(GUARD, 'rounds', 9)).toEqual([]);
  });
});

describe('forms', () => {
  test('write the phrase that they read, whatever phrase of the demo it is', () => {
    let phrases = 0;
    for (const script of kilnYard().scripts) {
      const text = script.lines.join('\n');
      const { behavior } = checkScript(text, []);
      for (const state of behavior?.states ?? []) {
        const written = writePhrase(fieldsOf(state.motion, text));
        const again = checkScript(apply(setMotion(text, state.name, written), text), []);
        const motion = again.behavior?.states.find(({ name }) => name === state.name)?.motion;
        const bare = ({ operation, target, choices }: NonNullable<typeof motion>) => ({ operation, target, choices });
        expect(bare(motion!)).toEqual(bare(state.motion));
        phrases++;
      }
    }
    expect(phrases).toBeGreaterThan(5);
  });
});

describe('quick fixes', () => {
  test('mend what a hint proposes', () => {
    const broken = GUARD.replace('go rest after', 'go rset after').replace('6 cells  ', '6  ');
    let text = broken;
    for (let round = 0; round < 4; round++) {
      const fault = checkScript(text, []).diagnostics.find((candidate) => quickFix(text, candidate));
      if (!fault) break;
      text = applyEdits(text, quickFix(text, fault)!.edits);
    }
    expect(isSound(text)).toBe(true);
  });

  test('add the state that a transition names', () => {
    const text = GUARD.replace('go hunt when', 'go ambuscade when');
    const fault = checkScript(text, []).diagnostics.find(({ code }) => code === 'unknown-state')!;
    const fix = quickFix(text, fault)!;
    expect(fix.title).toContain('ambuscade');
    expect(isSound(applyEdits(text, fix.edits))).toBe(true);
  });
});

describe('conditions as forms', () => {
  const read = (condition: string) => {
    const text = `behavior a { start state b { do hold go b when ${condition} } }`;
    const checked = checkScript(text, []).behavior!.states[0].transitions[0].condition;
    return conditionText(checked, text);
  };

  test('are written again as they were read, with brackets only where they are needed', () => {
    for (const condition of [
      'struck',
      'not struck',
      'struck and not (arrived or stuck for 1 s)',
      'struck or arrived and here > 2 s',
      '(struck or arrived) and (here + 1 s) * 2 > 2 s',
      'not (struck and arrived) or not not struck',
    ])
      expect(writeCondition(read(condition)).replace(/not \(not (\w+)\)/, 'not not $1')).toBe(condition);
    expect(writeCondition(read('((struck))'))).toBe('struck');
  });

  test('generated ones mean the same after they were written again', () => {
    for (let seed = 1; seed <= 200; seed++) {
      const random = new RandomStream(seed, 5);
      const part = (depth: number): string => {
        const tests = ['struck', 'arrived', 'here > 2 s', 'not cut off', 'sees player within 4 cells'];
        if (depth === 0) return tests[random.nextInteger(0, tests.length - 1)];
        const joiner = random.nextUnit() < 0.5 ? ' and ' : ' or ';
        const inner = `(${part(depth - 1)}${joiner}${part(depth - 1)})`;
        return random.nextUnit() < 0.3 ? `not ${inner}` : inner;
      };
      const condition = part(3);
      const once = writeCondition(read(condition));
      const same = JSON.stringify(withoutPlaces(read(once))) === JSON.stringify(withoutPlaces(read(condition)));
      expect({ seed, condition, once, same }).toEqual({ seed, condition, once, same: true });
    }
  });

  test('parts are added, turned round and taken away', () => {
    const both = changePart(read('struck'), [], (part) => joinTo(part, 'and', 'arrived'))!;
    expect(writeCondition(both)).toBe('struck and arrived');
    const either = changePart(both, [1], (part) => joinTo(part, 'or', 'here > 2 s'))!;
    expect(writeCondition(either)).toBe('struck and (arrived or here > 2 s)');
    expect(writeCondition(changePart(either, [1], negate)!)).toBe('struck and not (arrived or here > 2 s)');
    expect(writeCondition(changePart(either, [1, 0], () => undefined)!)).toBe('struck and here > 2 s');
    expect(changePart(read('struck'), [], () => undefined)).toBeUndefined();
  });
});

/** A condition without the places of its tests. */
function withoutPlaces(condition: ConditionText): unknown {
  if (condition.type === 'test') return condition.text;
  if (condition.type === 'not') return { not: withoutPlaces(condition.part) };
  // Groups of one sort in one another mean the same as one.
  const parts = condition.parts.map(withoutPlaces);
  return { [condition.type]: parts.flatMap((part) => (part as Record<string, unknown>)[condition.type] ?? [part]) };
}

describe('formatting', () => {
  test('indents by braces, keeps comments and words, and changes nothing the second time', () => {
    const messy = GUARD.split('\n')
      .map((line) => `   ${line.trim()}  `)
      .join('\n');
    const formatted = formatScript(messy);
    expect(formatted.trimEnd()).toBe(GUARD.trimEnd());
    expect(formatScript(GUARD)).toBe(GUARD);
  });

  test('never changes what a script says, on mutated texts', () => {
    for (let seed = 1; seed <= 300; seed++) {
      const random = new RandomStream(seed, 5);
      const at = random.nextInteger(0, GUARD.length - 1);
      const text = GUARD.slice(0, at) + GUARD.slice(at + random.nextInteger(1, 9));
      const tokens = (script: string) => script.replace(/\s+/g, ' ').trim();
      expect([seed, tokens(formatScript(text))]).toEqual([seed, tokens(text)]);
    }
  });
});

describe('completion', () => {
  /** What is proposed at `|`. */
  const at = (marked: string) => {
    const offset = marked.indexOf('|');
    return completeAt(marked.replace('|', ''), offset, NAMES).proposals.map(({ text }) => text);
  };
  const inState = (line: string) =>
    at(
      `behavior b { knob gap = 2 s in 0..9 knob pace = 2 cells/s in 0..6 keep n = 0 state a { ${line} } state other { do hold } }`,
    );

  test('proposes only what may stand at a place', () => {
    expect(at('|')).toEqual(['behavior']);
    expect(at('behavior b { | }')).toEqual(['state', 'start state', 'knob', 'keep', 'use']);
    expect(inState('|')).toEqual(['do', 'go', 'enter', 'leave', 'repeat', 'face', 'be']);
    expect(inState('do |')).toContain('chase');
    expect(inState('do |')).not.toContain('sees');
    expect(inState('do hold go |')).toEqual(['a', 'other', 'either']);
    expect(inState('do hold go other |')).toEqual(['when', 'after']);
    expect(inState('do hold go other when |')).toContain('sees');
    expect(inState('do hold go other when sees |')).toEqual(['player', 'foe']);
    expect(inState('do hold go other when sees player |')).toEqual(
      expect.arrayContaining(['within', 'arc', 'for', 'and', 'or']),
    );
    expect(inState('do hold go other when unseen for |')).toEqual(['gap']);
    expect(inState('do hold go other when unseen for 3 |')).toEqual(['s', 'ms', 'ticks']);
    expect(inState('do chase player by path at |')).toEqual(['pace']);
    expect(inState('do chase player by path at 3 |')).toEqual(['cells/s', 'px/s']);
    expect(inState('do chase player by path at pace |')).toContain('keep');
    expect(inState('do chase player by path at pace |')).not.toContain('by path');
    expect(inState('do hold enter { | }')).toEqual(expect.arrayContaining(['set', 'shout', 'fire', 'face']));
    expect(inState('do hold enter { set | }')).toEqual(['n']);
    expect(inState('do hold enter { fire | }')).toEqual(['ember']);
    expect(inState('do travel to mark |')).toEqual(['kiln-door']);
    expect(inState('do drift reflecting, from |')).toEqual(['brick']);
    expect(inState('do hold go other when n |')).toEqual(['>', '<', '>=', '<=', '=']);
    expect(inState('do hold # go |')).toEqual([]);
  });

  test('says what a word means where it stands, with unit and range', () => {
    const text =
      'behavior b { start state a { do chase player by path at 3 cells/s, keep 1 cells go a when after 2 s } }';
    const of = (word: string) => meaningAt(text, text.indexOf(word) + 1)?.meaning;
    expect(of('chase')).toMatch(/^Goes after the target/);
    expect(of('keep')).toContain('the distance between centres at which it stops');
    expect(of('keep')).toContain('0 to 100 cells');
    expect(of('state')).toBe('One thing that a piece can be doing.');
    expect(of('player')).toBeUndefined();
  });

  test('never fails on cut or mutated texts', () => {
    for (let offset = 0; offset <= GUARD.length; offset++) {
      const { from, proposals } = completeAt(GUARD.slice(0, offset), offset, NAMES);
      expect(from).toBeLessThanOrEqual(offset);
      expect(proposals.every(({ text }) => text.length > 0)).toBe(true);
      expect(meaningAt(GUARD, offset)?.meaning).not.toBe('');
    }
  });
});
