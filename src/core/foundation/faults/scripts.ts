import type { FaultEntry } from './faultEntry';

/** Faults of the text of a behavior. */
export const SCRIPT_FAULTS = {
  'behavior-missing': {
    meaning: 'the text of a script holds no behavior',
    example: { text: '# nothing but a remark' },
  },
  'behavior-twice': {
    meaning: 'a script holds one behavior only',
    example: { text: 'behavior a { start state b { do hold } } behavior c { start state d { do hold } }' },
  },
  'brace-open': { meaning: 'a brace is never closed', example: { text: 'behavior a { start state b { do hold }' } },
  'bracket-open': {
    meaning: 'a bracket is never closed',
    example: { text: 'behavior a { start state b { do hold go b when (struck } }' },
  },
  'unexpected-text': {
    meaning: 'what stands here begins no statement',
    example: { text: 'behavior a { start state b { do hold } wobble }' },
  },
  'misplaced-statement': {
    meaning: 'a statement that cannot stand here',
    example: { text: 'knob pace = 1 s in 0..2' },
  },
  'nested-too-deep': {
    meaning: 'brackets, `not` or signs are nested deeper than is read',
    example: {
      text: 'behavior a { start state b { do hold go b when (((((((((((((((((((((((((((((((((((((((((((((struck))))))))))))))))))))))))))))))))))))))))))))) } }',
    },
  },
  'text-too-long': {
    meaning: 'a text has more words, numbers and signs than are read',
    example: { said: 'a script of 10,000 knobs' },
  },
  'value-too-long': { meaning: 'more values are joined than are read', example: { said: 'a sum of 500 numbers' } },
  'too-many-faults': {
    meaning: 'there are more faults in a text than are told one by one',
    example: { said: 'a script with 300 words that begin no statement' },
  },
  'name-missing': {
    meaning: 'a name is missing',
    example: { text: 'behavior a { start state b { do hold enter { shout } } }' },
  },
  'state-missing': { meaning: 'the behavior has no states', example: { text: 'behavior a { }' } },
  'state-name-missing': {
    meaning: '`go` does not say where to',
    example: { text: 'behavior a { start state b { do hold go 3 when struck } }' },
  },
  'state-twice': {
    meaning: 'two states have one name',
    example: { text: 'behavior a { start state b { do hold } state b { do hold } }' },
  },
  'start-missing': {
    meaning: 'no state is marked as the start',
    example: { text: 'behavior a { state b { do hold } }' },
  },
  'start-twice': {
    meaning: 'two states are marked as the start',
    example: {
      text: 'behavior a { start state b { do hold go c after 1 s } start state c { do hold go b after 1 s } }',
    },
  },
  'motion-missing': {
    meaning: 'a state has no motion, or none that is known behind `do`',
    example: { text: 'behavior a { start state b { } }' },
  },
  'motion-twice': {
    meaning: 'a state has two motions',
    example: { text: 'behavior a { start state b { do hold do hold } }' },
  },
  'facing-twice': {
    meaning: 'a state faces in two ways',
    example: { text: 'behavior a { start state b { do hold face player face back } }' },
  },
  'presence-twice': {
    meaning: 'a state is both in and out',
    example: { text: 'behavior a { start state b { do hold be in be out } }' },
  },
  'unknown-presence': {
    meaning: 'neither `be in` nor `be out`',
    example: { text: 'behavior a { start state b { do hold be there } }' },
  },
  'acts-twice': {
    meaning: 'acts for one moment stand twice',
    example: { text: 'behavior a { start state b { do hold enter { vanish } enter { vanish } } }' },
  },
  'unknown-act': {
    meaning: 'no act that is known',
    example: { text: 'behavior a { start state b { do hold enter { tell rumours } } }' },
  },
  'unknown-motion': {
    meaning: 'no motion that is known',
    example: { text: 'behavior a { start state b { do wobble } }' },
  },
  'unknown-condition': {
    meaning: 'no condition that is known',
    example: { text: 'behavior a { start state b { do hold go b when wobble } }' },
  },
  'condition-missing': {
    meaning: 'nothing stands where a condition must',
    example: { text: 'behavior a { start state b { do hold go b when } }' },
  },
  'when-missing': {
    meaning: 'a `go` does not say when',
    example: { text: 'behavior a { start state b { do hold go b } }' },
  },
  'comparison-missing': {
    meaning: 'a number is compared with nothing',
    example: { text: 'behavior a { start state b { do hold go b when here + 1 s } }' },
  },
  'value-missing': {
    meaning: 'a value is missing',
    example: { text: 'behavior a { start state b { do hold go b after } }' },
  },
  'units-do-not-fit': {
    meaning: 'two values that measure different things are joined or compared',
    example: { text: 'behavior a { start state b { do hold go b when here > 2 cells } }' },
  },
  'wrong-unit': {
    meaning: 'a value measures something else than is wanted here',
    example: { text: 'behavior a { start state b { do hold go b after 2 cells } }' },
  },
  'unknown-unit': {
    meaning: 'a unit that is not known by this name',
    example: { text: 'behavior a { start state b { do hold go b after 2 seconds } }' },
  },
  'must-be-fixed': {
    meaning: 'a number that may not change during a run is made of one that does',
    example: { text: 'behavior a { keep n = 2 cells start state b { do hold go b when near player within n } }' },
  },
  'value-out-of-range': {
    meaning: 'a number comes to more or less than its word allows',
    example: { changes: { 'scripts.1.lines': ['behavior run { start state on { do drift leaving at 90 cells/s } }'] } },
  },
  'clause-missing': {
    meaning: 'a clause that must be written is not there',
    example: { text: 'behavior a { start state b { do hold go b when near player } }' },
  },
  'clause-twice': {
    meaning: 'a clause stands twice',
    example: { text: 'behavior a { start state b { do patrol route at 1 cells/s at 2 cells/s } }' },
  },
  'unknown-clause': {
    meaning: 'no clause of this word',
    example: { text: 'behavior a { start state b { do patrol route, sideways } }' },
  },
  'unknown-target': {
    meaning: 'nobody that a piece can see, chase or the like',
    example: { text: 'behavior a { start state b { do hold go b when sees nobody within 2 cells } }' },
  },
  'unknown-state': {
    meaning: 'there is no such state',
    example: { text: 'behavior a { start state b { do hold go elsewhere after 1 s } }' },
  },
  'unknown-knob': {
    meaning: 'there is no such knob, number kept or reading',
    example: { text: 'behavior a { start state b { do hold go b after nerve } }' },
  },
  'unknown-memory': {
    meaning: 'nothing of this name is kept',
    example: { text: 'behavior a { start state b { do hold enter { set scares = 1 } } }' },
  },
  'knob-form': {
    meaning: 'a knob lacks its name or default',
    example: { text: 'behavior a { knob start state b { do hold } }' },
  },
  'knob-range-missing': {
    meaning: 'a knob has no range',
    example: { text: 'behavior a { knob n = 1 s start state b { do hold go b after n } }' },
  },
  'knob-range-empty': {
    meaning: 'the range of a knob ends before it begins',
    example: { text: 'behavior a { knob n = 1 s in 3..2 start state b { do hold go b after n } }' },
  },
  'knob-default-outside': {
    meaning: 'the default of a knob lies outside its range',
    example: { text: 'behavior a { knob n = 9 s in 1..2 start state b { do hold go b after n } }' },
  },
  'knob-units-differ': {
    meaning: 'the range of a knob is in another unit than its default',
    example: { text: 'behavior a { knob n = 1 s in 1 cells..2 cells start state b { do hold go b after n } }' },
  },
  'knob-twice': {
    meaning: 'two knobs have one name',
    example: {
      text: 'behavior a { knob n = 1 s in 0..2 knob n = 1 s in 0..2 start state b { do hold go b after n } }',
    },
  },
  'knob-unread': {
    meaning: 'nothing reads a knob',
    example: { text: 'behavior a { knob n = 1 s in 0..2 start state b { do hold } }' },
  },
  'memory-form': {
    meaning: '`keep` lacks its name or first value',
    example: { text: 'behavior a { keep n 3 start state b { do hold } }' },
  },
  'memory-twice': {
    meaning: 'something of this name is there already',
    example: { text: 'behavior a { keep n = 1 keep n = 2 start state b { do hold go b when n > 1 } }' },
  },
  'memory-unread': {
    meaning: 'nothing reads a number that is kept',
    example: { text: 'behavior a { keep n = 1 start state b { do hold } }' },
  },
  'set-form': {
    meaning: '`set` lacks its value',
    example: { text: 'behavior a { keep n = 1 start state b { do hold enter { set n } go b when n > 1 } }' },
  },
  'repeat-form': {
    meaning: 'a `repeat` lacks its time or its braces',
    example: { text: 'behavior a { start state b { do hold repeat 1 s { vanish } } }' },
  },
  'use-twice': { meaning: 'a behavior takes over two others', example: { text: 'behavior a { use b use c }' } },
  'use-form': { meaning: '`with` lacks knobs and their values', example: { text: 'behavior a { use b with }' } },
  'behavior-broken': {
    meaning: 'the behavior that is taken over has errors itself',
    example: {
      changes: { 'scripts.0.lines': ['behavior rounds { use run }'], 'scripts.1.lines': ['behavior run { }'] },
    },
  },
  'use-circle': {
    meaning: 'behaviors take over each other in a ring',
    example: {
      changes: {
        'scripts.0.lines': ['behavior rounds { use run }'],
        'scripts.1.lines': ['behavior run { use rounds }'],
      },
    },
  },
  'never-left': {
    meaning: 'a state that chases or travels is never left',
    example: {
      text: 'behavior a { start state b { do hold go c when sees player within 5 cells } state c { do chase player by path at 2 cells/s } }',
    },
  },
  'never-reached': {
    meaning: 'no transition leads to a state',
    example: { text: 'behavior a { start state b { do hold } state c { do hold go b after 1 s } }' },
  },
  'always-holds': {
    meaning: 'a condition holds always, whatever happens',
    example: { text: 'behavior a { start state b { do hold go b when struck or not struck } }' },
  },
  'never-holds': {
    meaning: 'a condition holds always or never, whatever happens',
    example: { text: 'behavior a { start state b { do hold go b when struck and not struck } }' },
  },
  'never-sees': {
    meaning: 'what a state does needs a sighting, and the behavior never looks',
    example: { text: 'behavior a { start state b { do chase player by path at 2 cells/s go b after 1 s } }' },
  },
  'inverted-or': {
    meaning: '`not … or not …` holds nearly always',
    example: { text: 'behavior a { start state b { do hold go b when not struck or not arrived } }' },
  },
  shadowed: {
    meaning: 'a transition above has the same condition and comes first',
    example: {
      text: 'behavior a { start state b { do hold go c when struck go c when struck } state c { do hold go b after 1 s } }',
    },
  },
  'number-missing': {
    meaning: 'a number is missing',
    example: { text: 'behavior a { knob n = x in 0..2 start state b { do hold } }' },
  },
} as const satisfies Readonly<Record<string, FaultEntry>>;
