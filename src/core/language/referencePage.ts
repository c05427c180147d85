import { DIMENSION_WORDS, UNIT_NAMES } from '../foundation/units';
import { STATEMENT_WORDS, VOCABULARY, type Parameter, type VocabularyEntry } from './vocabulary';

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
behavior   = "behavior" NAME "{" { knob | state } "}"
knob       = "knob" NAME "=" NUMBER [ UNIT ] "in" NUMBER ".." NUMBER
state      = [ "start" ] "state" NAME "{" do [ be ] { go } "}"
do         = "do" motion
be         = "be" ( "in" | "out" )
go         = "go" STATE ( "when" condition | "after" quantity )
condition  = all { "or" all }
all        = single { "and" single }
single     = "not" single | "(" condition ")" | test
quantity   = term { ( "+" | "-" ) term }
term       = operand { ( "*" | "/" ) operand }
operand    = NUMBER [ UNIT ] | KNOB | "(" quantity ")" | "-" operand
\`\`\`

Line ends do not matter; a statement ends where the next one begins. Clauses of a word may stand in any order, with or without
commas between them. Exactly one state is marked \`start\`, every state has exactly one \`do\`. Transitions are tried in written
order and the first whose condition holds is taken, at most one a tick. On entering a state its clock and all counts begin anew.

## Units

Quantities measure something, and the checker holds them apart: ${Object.values(DIMENSION_WORDS).join(', ')}. The units are
${UNIT_NAMES.map((unit) => `\`${unit}\``).join(', ')}. \`px\` converts by the size of a cell of the game, \`ticks\` by the ticks of the level.
Speed times time is a length, length divided by time a speed, like divided by like a plain number; everything else is an
error that says what both sides measure. The unit of a knob's default holds for its range and for every value set on a
kind or a piece. Durations become whole ticks: the first tick at which at least that time has passed.
`;

/** The reference page of the language, as Markdown. */
export function writeReferencePage(): string {
  const statements = Object.entries(STATEMENT_WORDS).map(
    ([word, { meaning, example }]) => `- **\`${word}\`**: ${meaning} \`${example}\``,
  );
  return [
    INTRODUCTION,
    GRAMMAR,
    `## Statements\n\n${statements.join('\n')}\n`,
    `## Motions\n\nWhat stands behind \`do\`.\n\n${describeAll('motion')}`,
    `## Conditions\n\nWhat stands behind \`when\`, joined by \`and\`, \`or\`, \`not\` and brackets. Behind \`go NAME\`, \`after\` may stand without \`when\`.\n\n${describeAll('condition')}`,
  ].join('\n');
}

function describeAll(role: VocabularyEntry['role']): string {
  return VOCABULARY.filter((entry) => entry.role === role)
    .map(describeEntry)
    .join('\n');
}

function describeEntry(entry: VocabularyEntry): string {
  const title = `### \`${entry.words.join(' ')}${entry.takesTarget ? ' TARGET' : ''}\``;
  const target = entry.takesTarget ? ['- `TARGET`: whom; so far `player`'] : [];
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
  if (parameter.type === 'name')
    return [
      `- \`${parameter.words.join(' ')} ${parameter.of.toUpperCase()}\`: ${parameter.meaning}; the id of a ${parameter.of}`,
    ];
  const label = [...parameter.words, parameter.name.toUpperCase()].join(' ');
  const fallback = parameter.fallback === undefined ? 'must be written' : `${parameter.fallback} when left out`;
  return [
    `- \`${label}\`: ${parameter.meaning}; ${DIMENSION_WORDS[parameter.dimension]}, ${parameter.low} to ${parameter.high}, ${fallback}`,
  ];
}
