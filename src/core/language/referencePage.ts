import { DIMENSION_WORDS, UNIT_NAMES } from '../foundation/units';
import { CUE_BLOCK_WORDS, CUE_WORDS, RULE_EVENTS, RULE_READINGS, RULE_TESTS } from './cues/cueWords';
import { LIBRARY } from './library';
import { isName } from './syntax/isName';
import { TEXT_LIMITS } from './syntax/textLimits';
import {
  ACT_STARTERS,
  READINGS,
  STATEMENT_WORDS,
  VOCABULARY,
  type Parameter,
  type VocabularyEntry,
} from './vocabulary';

const INTRODUCTION = `# The behavior language

A behavior says what a piece does and when it does something else. Plain words, braces, one thing a line; \`#\` begins a
comment. Every tick ends in bounded steps: there are no loops.

\`\`\`
behavior night_watch {
  knob pace  = 2.2 cells/s in 0.5..6   # a slider on the desk
  knob sight = 6 cells     in 2..14

  start state rounds {
    do patrol route, back and forth, at pace, pausing 0.4 s
    go hunt when sees player within sight, arc 110 deg, for 0.2 s
  }

  state hunt {
    do chase player by path at pace * 1.5
    go rounds when unseen for 2.5 s
  }
}
\`\`\`

This page is made from the same table that the parser, the checker, completion and hover use.
`;

const GRAMMAR = `## Grammar

\`\`\`
script     = behavior
behavior   = "behavior" NAME "{" [ use ] { knob | keep | state } "}"
use        = "use" BEHAVIOR [ "with" KNOB "=" quantity { "," KNOB "=" quantity } ]
knob       = "knob" NAME "=" NUMBER [ UNIT ] "in" NUMBER ".." NUMBER
keep       = "keep" NAME "=" NUMBER [ UNIT ]
state      = [ "start" ] "state" NAME "{" { do | be | face | enter | leave | repeat | go } "}"
do         = "do" motion
be         = "be" ( "in" | "out" )
face       = facing
enter      = "enter" acts
leave      = "leave" acts
repeat     = "repeat" "every" quantity acts
go         = "go" ( STATE | either ) ( "when" condition | "after" quantity ) [ acts ]
either     = "either" STATE [ WEIGHT ] { "," STATE [ WEIGHT ] }
acts       = "{" { ( set | act | facing ) [ ";" ] } "}"
set        = "set" NAME "=" quantity
condition  = all { "or" all }
all        = single { "and" single }
single     = "not" single | "(" condition ")" | test | comparison
comparison = quantity ( ">" | "<" | ">=" | "<=" | "=" ) quantity
quantity   = term { ( "+" | "-" ) term }
term       = operand { ( "*" | "/" ) operand }
operand    = NUMBER [ UNIT ] | KNOB | KEPT | READING | "(" quantity ")" | "-" operand
\`\`\`

Line ends do not matter; a statement ends where the next one begins. Clauses of a word may stand in any order, with or without
commas between them. Exactly one state is marked \`start\`, every state has exactly one \`do\`. Transitions are tried in written
order and the first whose condition holds is taken, at most one a tick. On entering a state its clock and all counts begin anew.

What happens in a tick, for one piece after the other: the acts of every \`repeat\` that is due; then the first transition whose
condition holds: acts of \`leave\`, acts of the transition, the new state, acts of its \`enter\`. Acts never make conditions be
looked at again, so every tick ends after at most one change of state. Sounds that are shouted are heard a tick later, by all alike.

What may change during a run (what is kept, and readings) may stand in \`set\`, in comparisons and in the speed of a motion;
everywhere else a value must stay the same. A value that is no number, as after a division by zero, is not kept, and compares as
false. A speed below zero counts as zero.

## Units

Quantities measure something, and the checker holds them apart: ${Object.values(DIMENSION_WORDS).join(', ')}. The units are
${UNIT_NAMES.map((unit) => `\`${unit}\``).join(', ')}. \`px\` converts by the size of a cell of the game, \`ticks\` by the ticks of the level.
Speed times time is a length, length divided by time a speed, like divided by like a plain number; everything else is an
error that says what both sides measure. The unit of a knob's default holds for its range and for every value set on a
kind or a piece. Durations become whole ticks: the first tick at which at least that time has passed.
`;

/** What may be a name, and how much is read; from the tables and limits that the parser goes by. */
function describeNames(): string {
  const words = [...new Set([...Object.keys(STATEMENT_WORDS), ...ACT_STARTERS, ...Object.keys(CUE_BLOCK_WORDS)])];
  const reserved = words.filter((word) => !isName(word)).sort();
  const { nesting, lexemes, terms } = TEXT_LIMITS;
  return `## Names and limits

A name of a state, a knob or something kept is one word of letters, digits and \`_\` that begins with a letter. Reserved are the words that begin a statement or an act:
${reserved.map((word) => `\`${word}\``).join(', ')}; a state is not called \`either\`, and what is kept is not called as a condition begins, such as \`sees\` or \`near\`.

A text has at most ${lexemes.toLocaleString('en-US')} words, numbers and signs, ${nesting} brackets in one another and ${terms} values in one sum.
`;
}

/** The reference page of the language, as Markdown. */
export function writeReferencePage(): string {
  const statements = Object.entries(STATEMENT_WORDS).map(
    ([word, { meaning, example }]) => `- **\`${word}\`**: ${meaning} \`${example}\``,
  );
  const readings = Object.entries(READINGS).map(
    ([word, { dimension, meaning, example }]) =>
      `- **\`${word}\`**: ${meaning} ${DIMENSION_WORDS[dimension]}. \`${example}\``,
  );
  return [
    INTRODUCTION,
    GRAMMAR,
    describeNames(),
    `## Statements\n\n${statements.join('\n')}\n`,
    `## Readings\n\nNumbers that a piece can read.\n\n${readings.join('\n')}\n`,
    `## Motions\n\nWhat stands behind \`do\`.\n\n${describeAll('motion')}`,
    `## Conditions\n\nWhat stands behind \`when\`, joined by \`and\`, \`or\`, \`not\` and brackets. Behind \`go NAME\`, \`after\` may stand without \`when\`.\n\n${describeAll('condition')}`,
    `## Facing\n\nIn a state by itself, or as an act.\n\n${describeAll('facing')}`,
    `## Acts\n\nWhat stands in the braces of \`enter\`, \`leave\`, \`repeat\` and \`go\`, besides \`set\`.\n\n${describeAll('act')}`,
    describeCues(),
    `## Starting behaviors\n\nTo copy from, on the bench or from here.\n\n${LIBRARY.map(({ name, purpose, text }) => `### \`${name}\`\n\n${purpose}\n\n\`\`\`\n${text}\n\`\`\`\n`).join('\n')}`,
  ].join('\n');
}

const CUES = `## Cues and rules

What arrives in a level when, and what the level is for: written in the Cues view, kept with the level. Inside their braces one
thing stands on a line; a line that ends with a comma goes on in the next, and \`;\` parts what shares a line. Cues are served in written
order, before anything looks or moves, and all that is due in a tick comes in it. Each cue draws its own random numbers: changing one never
reshuffles another.

\`\`\`
cues       = { spawner | waves | rules }
spawner    = "spawner" NAME "{" { line } "}"
waves      = "waves" NAME "{" { line | wave } "}"
wave       = "wave" NUMBER "{" { COUNT KIND | "one" "every" quantity } "}"
rules      = "rules" "{" { line } "}"
condition  = all { "or" all }
all        = single { "and" single }
single     = "not" single | "(" condition ")" | test | comparison
bounded    = quantity [ "at" "least" quantity ] [ "at" "most" quantity ]
\`\`\`

Quantities, units and knobs are those of behaviors. \`level\` is the number of the level in the course, from 1, and may stand in every
quantity of a cue, as in \`every 2 s - 0.1 s * level at least 0.8 s\`; so may \`round\`, how often the course has come to the level. A table says
the values one by one, as in \`every by level (3 s, 2.5 s, 2 s)\`; behind the last the last holds. Names of marks and kinds may hold dashes.

The rules of a tick are applied last and always in this order: points; what loses a life or the run (a touch, ground, harm); the lines that
lose, as written; the exit and the lines that win; the time limit. So points that fall in the tick of defeat count, and a touch in the tick
of the win loses.
`;

function describeCues(): string {
  const lines = (block: 'spawner' | 'waves' | 'wave' | 'rules') =>
    CUE_WORDS.filter(({ inside }) => inside.includes(block))
      .map(({ word, form, meaning, example }) => `- **\`${word}\`** \`${form}\`: ${meaning} \`${example}\``)
      .join('\n');
  const listed = (entries: readonly { form: string; meaning: string; example: string }[]) =>
    entries.map(({ form, meaning, example }) => `- **\`${form}\`**: ${meaning} \`${example}\``).join('\n');
  const readings = Object.entries(RULE_READINGS).map(
    ([word, { dimension, meaning }]) => `- **\`${word}\`**: ${meaning} ${DIMENSION_WORDS[dimension]}.`,
  );
  return [
    CUES,
    `### Lines of a \`spawner\`\n\n${CUE_BLOCK_WORDS.spawner.meaning}\n\n${lines('spawner')}\n`,
    `### Lines of \`waves\`\n\n${CUE_BLOCK_WORDS.waves.meaning}\n\n${lines('waves')}\n${lines('wave')}\n`,
    `### Lines of \`rules\`\n\n${CUE_BLOCK_WORDS.rules.meaning}\n\n${lines('rules')}\n`,
    `### What conditions read\n\n${readings.join('\n')}\n`,
    `### Tests\n\n${listed(RULE_TESTS)}\n`,
    `### Events that score\n\n${listed(RULE_EVENTS)}\n`,
  ].join('\n');
}

function describeAll(role: VocabularyEntry['role']): string {
  return VOCABULARY.filter((entry) => entry.role === role)
    .map(describeEntry)
    .join('\n');
}

function describeEntry(entry: VocabularyEntry): string {
  const title = `### \`${entry.words.join(' ')}${entry.takesTarget ? ' TARGET' : ''}\``;
  const target = entry.takesTarget
    ? ['- `TARGET`: whom; `player`, or a tag or a kind of the cast: then the nearest piece of those']
    : [];
  const clauses = [...target, ...entry.parameters.flatMap(describeParameter)];
  return (
    [
      title,
      entry.meaning,
      ...(clauses.length > 0 ? [clauses.join('\n')] : []),
      `\`\`\`\n${entry.example}\n\`\`\``,
    ].join('\n\n') + '\n'
  );
}

function describeParameter(parameter: Parameter): string[] {
  if (parameter.type === 'choice') {
    return parameter.options.map(
      (option) =>
        `- \`${option.words.join(' ')}\`: ${option.meaning}${option.value === parameter.fallback ? ' (what holds when nothing is said)' : ''}`,
    );
  }
  if (parameter.type === 'name') {
    const name = [...parameter.words, parameter.of.toUpperCase()].join(' ');
    const what = parameter.of === 'sound' ? 'any word' : `the id of a ${parameter.of}`;
    const list = parameter.isList ? ', or several joined by `and`' : '';
    return [`- \`${name}\`: ${parameter.meaning}; ${what}${list}`];
  }
  const label = [...parameter.words, parameter.name.toUpperCase()].join(' ');
  const fallback =
    parameter.fallback === undefined
      ? 'must be written'
      : parameter.fallback < parameter.low
        ? 'may be left out'
        : `${parameter.fallback} when left out`;
  return [
    `- \`${label}\`: ${parameter.meaning}; ${DIMENSION_WORDS[parameter.dimension]}, ${parameter.low} to ${parameter.high}, ${fallback}`,
  ];
}
