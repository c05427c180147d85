import { nearestWord } from '../../foundation/nearestWord';
import { VOCABULARY } from '../vocabulary';
import { isName } from '../syntax/isName';
import { parseScript, type StatementSyntax } from '../syntax/parseScript';
import { outlineScript, type Piece, type ScriptOutline, type StateOutline, type TransitionOutline } from './outline';
import { applyEdits, type TextEdit } from './textEdit';

/**
 * Edits of a diagram as small edits of its text. Each of them keeps comments and layout outside of what it changes, byte by
 * byte, and gives no edit when the text has not what it is about.
 */

/** Adds a state at the end; the first one of a behavior is its start. */
export function addState(text: string, name: string): TextEdit[] {
  const outline = outlineScript(text);
  if (!outline || outline.end < 0 || !isName(name) || outline.states.some((state) => state.name === name)) return [];
  const isFirst = outline.states.length === 0 && !outline.uses;
  const indent = indentOf(text, outline.states[0]?.whole.from) ?? '  ';
  const block = `${indent}${isFirst ? 'start ' : ''}state ${name} {\n${indent}  do hold\n${indent}}\n`;
  // Before the line of the closing brace, with an empty line between it and what stands before.
  const lineStart = text.lastIndexOf('\n', outline.end - 1) + 1;
  const isAlone = text.slice(lineStart, outline.end).trim() === '';
  const at = isAlone ? lineStart : outline.end;
  const before = text.slice(0, at);
  const gap = isAlone ? (before.endsWith('{\n') || before.endsWith('\n\n') ? '' : '\n') : '\n';
  return [{ from: at, to: at, insert: `${gap}${block}` }];
}

/** Writes a state that is taken over into the behavior itself, where it can be changed. */
export function makeOwn(text: string, state: StateOutline): TextEdit[] {
  const [addition] = addState(text, state.name);
  if (!addition) return [];
  const block = /(start )?state [\s\S]*\}/.exec(addition.insert);
  const own = usedValues(text).reduce(
    (written, [knob, value]) =>
      applyEdits(
        written,
        numberNames(written, knob).map((span) => ({ ...span, insert: value })),
      ),
    state.whole.text,
  );
  return block ? [{ ...addition, insert: addition.insert.replace(block[0], () => own) }] : [];
}

/** The knobs that `use … with` gives values, and how each of them is written in the place of its knob. */
function usedValues(text: string): [knob: string, value: string][] {
  const behavior = parseScript(text).statements.find(({ keyword }) => keyword === 'behavior');
  const tokens = behavior?.block?.statements.find(({ keyword }) => keyword === 'use')?.tokens ?? [];
  const values: [string, string][] = [];
  for (let at = 2; at < tokens.length; at++) {
    if (tokens[at + 1]?.text !== '=') continue;
    const next = tokens.findIndex((token, index) => index > at && token.text === ',');
    const [first, last] = [tokens[at + 2], tokens[(next < 0 ? tokens.length : next) - 1]];
    if (!first || !last) continue;
    const value = text.slice(first.span.from, last.span.to);
    const isPlain = first === last || (first.type === 'number' && tokens.indexOf(last) === at + 3);
    values.push([tokens[at].text, isPlain ? value : `(${value})`]);
  }
  return values;
}

/** Removes a state and every transition that leads only to it. */
export function removeState(text: string, name: string): TextEdit[] {
  const outline = outlineScript(text);
  const state = outline?.states.find((candidate) => candidate.name === name);
  if (!outline || !state) return [];
  const edits = [cutLines(text, state.whole.from, state.whole.to)];
  for (const other of outline.states) {
    if (other === state) continue;
    for (const transition of other.transitions) {
      if (!transition.targets.some((target) => target.state === name)) continue;
      const left = transition.targets.filter((target) => target.state !== name);
      if (left.length === 0) edits.push(cutLines(text, transition.whole.from, transition.whole.to));
      else edits.push(retarget(transition, left));
    }
  }
  return edits;
}

/** Adds a transition at the end of a state: the last in order of priority. */
export function addTransition(text: string, from: string, to: string, condition: string): TextEdit[] {
  const state = stateOf(text, from);
  if (!state) return [];
  const line = `go ${to} ${condition.startsWith('after ') ? '' : 'when '}${condition}`;
  const last = state.transitions.at(-1)?.whole ?? state.motion;
  const isOnOwnLine = last && text.slice(text.lastIndexOf('\n', last.from - 1) + 1, last.from).trim().length <= 3;
  if (!last || !isOnOwnLine) return [{ from: state.end, to: state.end, insert: `${line} ` }];
  const lineEnd = text.indexOf('\n', last.to);
  // Behind a comment at the end of the line, not between the two.
  const at = lineEnd < 0 || lineEnd > state.end ? last.to : lineEnd;
  return [{ from: at, to: at, insert: `\n${indentOf(text, last.from) ?? '    '}${line}` }];
}

export function removeTransition(text: string, from: string, index: number): TextEdit[] {
  const transition = stateOf(text, from)?.transitions[index];
  return transition ? [cutLines(text, transition.whole.from, transition.whole.to)] : [];
}

/** Makes a transition lead to another state. */
export function redirectTransition(text: string, from: string, index: number, to: string): TextEdit[] {
  const transition = stateOf(text, from)?.transitions[index];
  return transition ? [retarget(transition, [{ state: to, weight: 1 }])] : [];
}

/** Makes a transition lead to one of several states, drawn by weight. */
export function mixTargets(
  text: string,
  from: string,
  index: number,
  targets: readonly { state: string; weight: number }[],
): TextEdit[] {
  const transition = stateOf(text, from)?.transitions[index];
  return transition && targets.length > 0 ? [retarget(transition, targets)] : [];
}

/** Changes places with the transition before: one step up in priority. */
export function raiseTransition(text: string, from: string, index: number): TextEdit[] {
  const transitions = stateOf(text, from)?.transitions;
  const [upper, lower] = [transitions?.[index - 1]?.whole, transitions?.[index]?.whole];
  if (!upper || !lower) return [];
  return [
    { from: upper.from, to: upper.to, insert: lower.text },
    { from: lower.from, to: lower.to, insert: upper.text },
  ];
}

/** Puts another condition in the place of the one that stands there. */
export function setCondition(text: string, from: string, index: number, condition: string): TextEdit[] {
  const transition = stateOf(text, from)?.transitions[index];
  if (!transition) return [];
  const insert = withWhen(transition, condition);
  return [{ from: transition.condition.from, to: transition.condition.to, insert }];
}

/** What takes the place of the beginning of a condition, with the `when` that it needs where there is none yet. */
function withWhen({ condition, whole }: { condition: Piece; whole: Piece }, insert: string): string {
  const isBare = condition.text.startsWith('after ') && !/\bwhen\s+after\b/.test(whole.text);
  return isBare && !insert.startsWith('after ') ? `when ${insert}` : insert;
}

/** Says whether others meet the piece in a state; `be in` is not written, since it holds when nothing is said. */
export function setOut(text: string, name: string, isOut: boolean): TextEdit[] {
  const state = stateOf(text, name);
  if (!state || state.isOut === isOut) return [];
  if (isOut && !state.presence) return insertAfterMotion(text, state, 'be out');
  const { presence } = state;
  if (!presence) return [];
  return isOut
    ? [{ from: presence.from, to: presence.to, insert: 'be out' }]
    : [cutLines(text, presence.from, presence.to)];
}

/** Says where a piece faces in a state; undefined leaves that to its motion. */
export function setFacing(text: string, name: string, facing: string | undefined): TextEdit[] {
  const state = stateOf(text, name);
  if (!state) return [];
  const { facing: before } = state;
  if (!before) return facing === undefined ? [] : insertAfterMotion(text, state, facing);
  const { from, to } = before;
  return facing === undefined ? [cutLines(text, from, to)] : [{ from, to, insert: facing }];
}

/** A knob or a number kept, written before the first state. */
export function addNumber(text: string, statement: string): TextEdit[] {
  const outline = outlineScript(text);
  if (!outline || outline.end < 0) return [];
  const first = outline.states[0]?.whole.from ?? outline.end;
  const lineStart = text.lastIndexOf('\n', first - 1) + 1;
  const isAlone = text.slice(lineStart, first).trim() === '';
  const indent = indentOf(text, outline.knobs[0]?.span.from ?? first) ?? '  ';
  return isAlone
    ? [{ from: lineStart, to: lineStart, insert: `${indent}${statement}\n` }]
    : [{ from: first, to: first, insert: `${statement} ` }];
}

/** Writes a knob or a number kept anew, or takes it away. */
export function setNumber(text: string, name: string, statement: string | undefined): TextEdit[] {
  const outline = outlineScript(text);
  const own = [...(outline?.knobs ?? []), ...(outline?.memory ?? [])].find((number) => number.name === name);
  if (!own) return [];
  const { from, to } = own.whole;
  return statement === undefined ? [cutLines(text, from, to)] : [{ from, to, insert: statement }];
}

export function setMotion(text: string, name: string, motion: string): TextEdit[] {
  const state = stateOf(text, name);
  if (!state) return [];
  if (state.motion) return [{ from: state.motion.from, to: state.motion.to, insert: motion }];
  const at = text.indexOf('{', state.nameSpan.to) + 1;
  return [{ from: at, to: at, insert: ` do ${motion} ` }];
}

/** When acts of a state happen: on entering, on leaving, in the so-manieth `repeat`, or with a transition. */
export type ActMoment = 'enter' | 'leave' | { repeat: number } | { transition: number };

/** Adds an act at the end of those of a moment; braces are made where there are none yet. */
export function addAct(text: string, name: string, moment: ActMoment, act: string): TextEdit[] {
  const state = stateOf(text, name);
  if (!state) return [];
  const block = blockOf(state, moment);
  if (block) {
    const inner = block.text.slice(1, -1);
    const at = block.from + 1 + inner.trimEnd().length;
    return [{ from: at, to: at, insert: inner.trim() === '' ? ` ${act} ` : `; ${act}` }];
  }
  if (typeof moment === 'string') return insertAfterMotion(text, state, `${moment} { ${act} }`);
  const to = 'transition' in moment ? state.transitions[moment.transition]?.whole.to : undefined;
  return to === undefined ? [] : [{ from: to, to, insert: ` { ${act} }` }];
}

/** Adds acts that happen again and again. */
export function addRepeat(text: string, name: string, period: string, act: string): TextEdit[] {
  const state = stateOf(text, name);
  return state ? insertAfterMotion(text, state, `repeat every ${period} { ${act} }`) : [];
}

/** Beside the motion: on a line of its own where the motion has one. */
function insertAfterMotion(text: string, { motion, end }: StateOutline, statement: string): TextEdit[] {
  if (!motion) return [{ from: end, to: end, insert: `${statement} ` }];
  const lineStart = text.lastIndexOf('\n', motion.from - 1) + 1;
  const isOnOwnLine = /^\s*do\s+$/.test(text.slice(lineStart, motion.from));
  if (!isOnOwnLine) return [{ from: motion.to, to: motion.to, insert: ` ${statement}` }];
  return [{ from: lineStart, to: lineStart, insert: `${indentOf(text, motion.from)}${statement}\n` }];
}

function blockOf(state: StateOutline, moment: ActMoment): Piece | undefined {
  if (typeof moment === 'string') return state[moment];
  return 'repeat' in moment ? state.repeats[moment.repeat]?.acts : state.transitions[moment.transition]?.acts;
}

/** Takes an act away, with the semicolon that parts it from the next; empty braces go with it. */
export function removeAct(text: string, name: string, moment: ActMoment, index: number): TextEdit[] {
  const state = stateOf(text, name);
  const block = state && blockOf(state, moment);
  if (!block) return [];
  const acts = parseScript(block.text.slice(1, -1)).statements;
  const act = acts[index];
  if (!act) return [];
  if (acts.length === 1) return [cutBlock(text, state, moment, block)];
  const start = block.from + 1;
  const next = acts[index + 1];
  return next
    ? [{ from: start + act.span.from, to: start + next.span.from, insert: '' }]
    : [{ from: start + endOf(acts[index - 1]), to: start + endOf(act), insert: '' }];
}

/** Takes braces away with what they belong to; a transition goes on without them. */
function cutBlock(text: string, state: StateOutline, moment: ActMoment, block: Piece): TextEdit {
  if (typeof moment === 'string') return cutLines(text, text.lastIndexOf(moment, block.from), block.to);
  if ('repeat' in moment) {
    const { whole } = state.repeats[moment.repeat];
    return cutLines(text, whole.from, whole.to);
  }
  return { from: state.transitions[moment.transition].condition.to, to: block.to, insert: '' };
}

function endOf(statement: StatementSyntax): number {
  return statement.tokens.at(-1)?.span.to ?? statement.keywordSpan.to;
}

/** Marks a state as the one to begin with; the mark is taken from the one that had it. */
export function setStart(text: string, name: string): TextEdit[] {
  const outline = outlineScript(text);
  const state = outline?.states.find((candidate) => candidate.name === name);
  if (!outline || !state || state.isStart) return [];
  const others = outline.states
    .filter((other) => other.isStart)
    .map(({ whole }) => ({ from: whole.from, to: whole.from + /^start\s+/.exec(whole.text)![0].length, insert: '' }));
  return [...others, { from: state.whole.from, to: state.whole.from, insert: 'start ' }];
}

/** Renames a state, a knob or what is kept, everywhere in its script. */
export function rename(text: string, before: string, after: string): TextEdit[] {
  const outline = outlineScript(text);
  if (!outline || !isName(after) || before === after) return [];
  if (outline.states.some((state) => state.name === before)) {
    if (outline.states.some((state) => state.name === after)) return [];
    return stateNames(outline, before).map((span) => ({ ...span, insert: after }));
  }
  const numbers = [...outline.knobs, ...outline.memory];
  if (!numbers.some(({ name }) => name === before) || numbers.some(({ name }) => name === after)) return [];
  return numberNames(text, before).map((span) => ({ ...span, insert: after }));
}

function stateNames(outline: ScriptOutline, name: string): { from: number; to: number }[] {
  return outline.states.flatMap((state) => [
    ...(state.name === name ? [place(state.nameSpan)] : []),
    ...state.transitions.flatMap(({ targets }) =>
      targets.flatMap((target) => (target.state === name ? [place(target.span)] : [])),
    ),
  ]);
}

/** Every place where a word is a number: behind `knob`, `keep` and `set`, and in values; not as a word of the vocabulary. */
function numberNames(text: string, name: string): { from: number; to: number }[] {
  const places: { from: number; to: number }[] = [];
  const visit = (statement: StatementSyntax) => {
    statement.tokens.forEach((token, index) => {
      if (token.type !== 'word' || token.text !== name) return;
      const isDeclared = index === 0 && ['knob', 'keep', 'set'].includes(statement.keyword);
      const isElsewhere = index === 0 || statement.keyword === 'state' || statement.keyword === 'behavior';
      if (isDeclared || (!isElsewhere && !isVocabularyWord(statement, index))) places.push(place(token.span));
    });
    for (const inner of statement.block?.statements ?? []) visit(inner);
  };
  for (const statement of parseScript(text).statements) visit(statement);
  return places;
}

/** Whether a token belongs to the words of a motion, a condition or a clause: `pace` in `do pace at pace`. */
function isVocabularyWord(statement: StatementSyntax, index: number): boolean {
  const { tokens } = statement;
  const before = tokens[index - 1]?.text;
  const introducers = ['do', 'when', 'and', 'or', 'not', '('];
  if (
    statement.keyword === 'go' &&
    tokens.slice(0, index).every((token) => token.text !== 'when' && token.text !== 'after')
  )
    return true;
  const next = tokens[index + 1]?.text;
  const isCompared = next !== undefined && ['>', '<', '>=', '<=', '=', '+', '-', '*', '/'].includes(next);
  return (
    introducers.includes(before ?? 'do') &&
    !isCompared &&
    VOCABULARY.some((entry) => entry.words.every((word, offset) => tokens[index + offset]?.text === word))
  );
}

/** The name that is nearest to a word, among states, knobs and what is kept. */
export function nearestName(text: string, word: string): string | undefined {
  const outline = outlineScript(text);
  return (
    outline &&
    nearestWord(
      word,
      [...outline.states, ...outline.knobs, ...outline.memory].map(({ name }) => name),
    )
  );
}

export function cutStatement(text: string, at: number): TextEdit {
  const lineStart = text.lastIndexOf('\n', at - 1) + 1;
  const lineEnd = text.indexOf('\n', at);
  return { from: lineStart, to: lineEnd < 0 ? text.length : lineEnd + 1, insert: '' };
}

/** Says anew where a transition leads. */
function retarget({ leads }: TransitionOutline, after: readonly { state: string; weight: number }[]): TextEdit {
  const isMixed = after.length > 1;
  const list = after.map(({ state, weight }) => (isMixed ? `${state} ${weight}` : state)).join(', ');
  return { from: leads.from, to: leads.to, insert: isMixed ? `either ${list}` : list };
}

/** Takes a stretch away, with its line when nothing else stands on it. */
export function cutLines(text: string, from: number, to: number): TextEdit {
  const lineStart = text.lastIndexOf('\n', from - 1) + 1;
  const nextLine = text.indexOf('\n', to);
  const lineEnd = nextLine < 0 ? text.length : nextLine;
  const isAlone = text.slice(lineStart, from).trim() === '' && text.slice(to, lineEnd).trim() === '';
  if (!isAlone) {
    const gap = /^[ \t]*/.exec(text.slice(to))![0].length;
    return { from, to: to + gap, insert: '' };
  }
  const end = Math.min(text.length, lineEnd + 1);
  // An empty line above would otherwise stay behind, doubled.
  const above = /\n[ \t]*\n$/.test(text.slice(0, lineStart)) && /^[ \t]*(\n|\})/.test(text.slice(end));
  return { from: above ? text.lastIndexOf('\n', lineStart - 2) + 1 : lineStart, to: end, insert: '' };
}

function indentOf(text: string, at: number | undefined): string | undefined {
  if (at === undefined) return undefined;
  const lineStart = text.lastIndexOf('\n', at - 1) + 1;
  return /^[ \t]*/.exec(text.slice(lineStart))![0];
}

function stateOf(text: string, name: string): StateOutline | undefined {
  return outlineScript(text)?.states.find((state) => state.name === name);
}

function place({ from, to }: { from: number; to: number }): { from: number; to: number } {
  return { from, to };
}
