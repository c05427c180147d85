import type { FaultEntry } from './faultEntry';

/** Faults of rules that can never come true. */
export const RULE_FAULTS = {
  'no-win': { meaning: 'nothing wins the level', example: { changes: { 'levels.0.rules.winAt': undefined } } },
  'no-exit': { meaning: 'the mark of the exit is not there', example: { changes: { 'levels.0.rules.winAt': 'door' } } },
  'never-won': {
    meaning:
      'a winning rule can never come true: more points than can come, waves without end, a clock beyond the limit, what nothing takes away',
    example: { changes: { 'levels.0.cues.7': '  win when score >= 900' } },
  },
  'never-lost': {
    meaning: 'a losing rule can never come true',
    example: { changes: { 'levels.0.cues.7': '  lose when clock > 90 s' } },
  },
  'over-at-start': {
    meaning: 'the level is won or lost as it begins, before anything is pressed',
    example: { changes: { 'levels.0.marks.0.area': [1, 1, 2, 1] } },
  },
  'comes-too-late': {
    meaning: 'a cue lets its first in, or a piece does something else, only after the run is over',
    example: { changes: { 'levels.0.cues.2': '  every 90 s' } },
  },
  'never-opens': {
    meaning: 'a cue waits for what can never be',
    example: { changes: { 'levels.0.cues.4': '  retire when outside by 1 cells; open when score >= 50' } },
  },
  'never-scored': {
    meaning: 'points for what nothing defeats, collects or fills',
    example: { changes: { 'levels.0.cues.7': '  score 10 when foe collected' } },
  },
  'no-threat': {
    meaning: 'nothing has the tag whose touch ends the run; leave `loseWhenTouching` out where no touch should',
    example: { changes: { 'levels.0.rules.loseWhenTouching': 'ghost' } },
  },
  'ammunition-short': {
    meaning: 'more must be hit than there are shots, and nothing refills',
    example: {
      changes: {
        'cast.0.control.throws': { shot: 'pebble', shotSpeed: 9, range: 8, cooldown: 0.4, ammunition: 2 },
        'levels.0.cues': ['waves carts {', '  at west', '  wave 1 { 5 cart }', '  next when cleared', '}'],
        'levels.0.rules.winAt': undefined,
        'levels.0.cues.5': 'rules { win when carts cleared }',
        'scripts.1.lines': ['behavior run { start state on { do drift wrapping at 3 cells/s } }'],
      },
    },
  },
  'waits-for-itself': {
    meaning: 'a cue opens when it has been cleared itself',
    example: { changes: { 'levels.0.cues.4': '  retire when outside by 1 cells; open when carts cleared' } },
  },
  'wrong-in-a-round': {
    meaning: 'a number of a cue makes no sense in a later round of the course',
    example: {
      changes: { 'levels.0.cues.2': '  every 4 s - round * 1 s', 'levels.0.links': [{ when: 'won', to: 'yard' }] },
    },
  },
} as const satisfies Readonly<Record<string, FaultEntry>>;
