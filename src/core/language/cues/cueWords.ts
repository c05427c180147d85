import type { Dimension } from '../../foundation/units';
import { formOf, RULE_CONDITION_WORDS } from '../words/ruleConditions';

/** In which braces a word begins a line. */
export type CueBlock = 'spawner' | 'waves' | 'wave' | 'rules';

/** One word that begins a line of a cue or of the rules. Checker, completion and reference page are derived from this table. */
export interface CueWord {
  inside: readonly CueBlock[];
  word: string;
  /** What stands behind the word. */
  form: string;
  meaning: string;
  example: string;
  /** The word in whose place it stands: of the two, a block has one. */
  insteadOf?: string;
}

const CUES = ['spawner', 'waves'] as const;

export const CUE_WORDS: readonly CueWord[] = [
  {
    inside: ['spawner', 'waves', 'rules'],
    word: 'knob',
    form: 'NAME = NUMBER [ UNIT ] in NUMBER .. NUMBER',
    meaning: 'A number that the designer can turn. Its default is what holds in the level.',
    example: 'knob gap = 1.8 s in 0.4..6',
  },
  {
    inside: CUES,
    word: 'at',
    form: 'MARK { , MARK }',
    meaning:
      'Where it comes in: a point, anywhere on a line or in an area. Of several marks one is drawn for each arrival. `edge` is just outside any side of the level, `north_edge`, `east_edge`, `south_edge` and `west_edge` are outside one; what comes in there faces inward unless `give` says otherwise.',
    example: 'at north_gate, south_gate',
  },
  {
    inside: CUES,
    word: 'on',
    form: 'GROUND',
    meaning: 'It comes in on this ground only.',
    example: 'on brick',
  },
  {
    inside: CUES,
    word: 'away',
    form: 'from player by LENGTH',
    meaning: 'It comes in at least so far from the player.',
    example: 'away from player by 6 cells',
  },
  {
    inside: CUES,
    word: 'grace',
    form: 'TIME',
    meaning: 'For so long an arrival is harmless: nobody meets it, and it is drawn growing in.',
    example: 'grace 0.8 s',
  },
  {
    inside: CUES,
    word: 'give',
    form: '[ heading ANGLE [ .. ANGLE ] ] [ , speed SPEED [ .. SPEED ] ]',
    meaning:
      'Where an arrival faces and how fast it goes instead of what its behavior says; of a range a value is drawn for each.',
    example: 'give heading 180 deg, speed 3..4.5 cells/s',
  },
  {
    inside: ['spawner'],
    word: 'every',
    form: 'TIME [ at least TIME ] [ at most TIME ] [ ± TIME ] [ , first after TIME ]',
    meaning:
      'How often one comes. What is left of an interval is kept, so the rate does not drift; ± draws anew for each. The first comes after one interval, or when `first after` says.',
    example: 'every 1.8 s ± 0.4 s, first after 0.5 s',
  },
  {
    inside: ['spawner'],
    word: 'once',
    form: 'after TIME [ ± TIME ]',
    meaning: 'It comes a single time, so long after the cue opened: a visitor.',
    example: 'once after 20 s ± 5 s',
    insteadOf: 'every',
  },
  {
    inside: ['spawner'],
    word: 'pick',
    form: 'KIND [ WEIGHT ] { , KIND [ WEIGHT ] }',
    meaning: 'What comes; among several kinds it is drawn by weight.',
    example: 'pick cart 4, wagon 2, mule 1',
  },
  {
    inside: ['spawner'],
    word: 'gap',
    form: 'LENGTH [ .. LENGTH ] between KIND and KIND [ , strip KIND ] [ , shifting at most LENGTH ]',
    meaning:
      'Instead of `pick`: two that block, with a gap between them somewhere along the mark, the first to the north or west of it. The gap is what their hit shapes leave open. In it stands a strip, which the player may collect for points; it is as long as the widest gap, so nobody passes without meeting it. Of one gap to the next the middle shifts by no more than so much.',
    example: 'gap 2.4..3 cells between damper and damper, strip wisp, shifting at most 3 cells',
    insteadOf: 'pick',
  },
  {
    inside: ['spawner'],
    word: 'limit',
    form: '[ COUNT alive ] [ , COUNT in all ]',
    meaning:
      'No more than so many are there at once, or come in a whole run. What falls due while too many are there does not come.',
    example: 'limit 8 alive, 40 in all',
  },
  {
    inside: ['spawner', 'waves'],
    word: 'open',
    form: 'when CONDITION',
    meaning: 'It begins when this holds for the first time, and its clock with it.',
    example: 'open when score >= 150',
  },
  {
    inside: ['spawner'],
    word: 'close',
    form: 'when CONDITION',
    meaning: 'Nothing more comes once this holds.',
    example: 'close when clock > 60 s',
  },
  {
    inside: ['spawner'],
    word: 'retire',
    form: '( when outside by LENGTH ) | ( after TIME )',
    meaning: 'What came is taken away again when all of it is so far outside of the level, or after so long.',
    example: 'retire when outside by 2 cells',
  },
  {
    inside: ['waves'],
    word: 'wave',
    form: 'NUMBER { COUNT KIND | COUNT rows of COUNT KIND LENGTH [ by LENGTH ] apart [ below ] }',
    meaning:
      'What belongs to a wave: counts and kinds, and `one every` for the time between two of them. Rows come in one at a time, each to its own place behind the first, and march as one formation; `by` says how far apart the rows are where that differs, and `below` puts them under the rows named before, so that rows may be of several kinds.',
    example: 'wave 1 { 4 ember, one every 0.5 s }',
  },
  {
    inside: ['waves'],
    word: 'repeat',
    form: 'wave NUMBER [ growing NUMBER x [ to COUNT ] ] [ , COUNT times ]',
    meaning:
      'Behind the last wave those from this number on come again, each time bigger by the factor, never more than so many of a kind.',
    example: 'repeat wave 2 growing 1.5x to 40',
  },
  {
    inside: ['waves'],
    word: 'next',
    form: '( when cleared | after TIME | when cleared or after TIME ) [ , rest TIME ]',
    meaning:
      'When the next wave begins: all of this one are gone, or so long after its last arrival; in each case after the rest.',
    example: 'next when cleared, rest 3 s',
  },
  {
    inside: ['waves'],
    word: 'first',
    form: 'after TIME',
    meaning: 'When the first wave begins.',
    example: 'first after 2 s',
  },
  {
    inside: ['waves'],
    word: 'supply',
    form: 'COUNT KIND at MARK { , MARK }',
    meaning: 'Comes with every rest between two waves.',
    example: 'supply 1 barrow at jetty',
  },
  {
    inside: ['waves'],
    word: 'stragglers',
    form: '( vanish | go STATE ) after TIME',
    meaning:
      'Those still there so long after the last arrival of their wave are taken away, or go into this state of their behavior, as to hunt, so that no wave drags on.',
    example: 'stragglers vanish after 20 s',
  },
  {
    inside: ['wave'],
    word: 'one',
    form: 'every TIME',
    meaning: 'The time between two arrivals of the wave; left out, all come at once.',
    example: 'one every 0.5 s',
  },
  {
    inside: ['rules'],
    word: 'lives',
    form: 'COUNT',
    meaning: 'How often the player can be lost before the run is. Whatever else would end the run as lost costs one.',
    example: 'lives 3',
  },
  {
    inside: ['rules'],
    word: 'come',
    form: 'back [ at MARK ] [ , after TIME ] [ , safe for TIME ] [ , laying back what it carries ]',
    meaning:
      'Where the player comes back with the next life, how long that takes, and how long nothing harms it then. Left out: where it started, at once, safe for 1.5 s. It keeps what it carries, unless that is laid back to where it was found.',
    example: 'come back at kiln_door, after 1 s, safe for 2 s',
  },
  {
    inside: ['rules'],
    word: 'carry',
    form: 'at most COUNT',
    meaning: 'How much the player can carry at once; more is left where it lies.',
    example: 'carry at most 2',
  },
  {
    inside: ['rules'],
    word: 'score',
    form: 'POINTS ( every TIME | every LENGTH | when EVENT | when CONDITION )',
    meaning:
      'Points for every such event, for every so long that the run lasts, for every so far that the player has come, or once, when a condition first holds.',
    example: 'score 10 when moth defeated',
  },
  {
    inside: ['rules'],
    word: 'play',
    form: 'for ( time | points | distance )',
    meaning:
      'What the level is played for where nothing wins it: how long one lasts, how many points one makes, or how far one comes. Measures then tell that instead of how often it is cleared.',
    example: 'play for time',
  },
  {
    inside: ['rules'],
    word: 'lose',
    form: 'when CONDITION',
    meaning: 'The run is lost, whatever lives are left.',
    example: 'lose when clock > 60 s',
  },
  {
    inside: ['rules'],
    word: 'win',
    form: 'when CONDITION',
    meaning: 'The run is won. With such a rule the level needs no exit.',
    example: 'win when score >= 200',
  },
];

/** Numbers that conditions of cues and rules read. */
export const RULE_READINGS = {
  clock: { dimension: 'time', meaning: 'How long the run has lasted.' },
  score: { dimension: 'number', meaning: 'The points so far.' },
  lives: { dimension: 'number', meaning: 'How many lives are left, this one included.' },
  health: { dimension: 'number', meaning: 'What is left of the health of the player.' },
  wave: {
    dimension: 'number',
    meaning: 'The number of the wave that came last, counted on through repeats; 0 before.',
  },
  carried: { dimension: 'number', meaning: 'How much the player has collected and not yet delivered.' },
  delivered: { dimension: 'number', meaning: 'How much it has delivered or filled goals with.' },
  distance: {
    dimension: 'length',
    meaning:
      'How far the player has come at the farthest from where it began: the way that the level scrolls, or else in a straight line.',
  },
} as const satisfies Readonly<Record<string, { dimension: Dimension; meaning: string }>>;

export type RuleReading = keyof typeof RULE_READINGS;

/** Numbers of the course that are known before any run: usable in every value of a cue. */
export const COURSE_NUMBERS: Readonly<Record<'level' | 'round', string>> = {
  level: 'The number of this level in the course, from 1.',
  round: 'How often the course has come to this level, this time included; 1 unless a run begins in a later round.',
};

/** Tests that conditions of cues and rules know besides comparisons. */
export const RULE_TESTS: readonly { form: string; meaning: string; example: string }[] = RULE_CONDITION_WORDS.map(
  (entry) => ({ form: formOf(entry), meaning: entry.meaning, example: entry.example }),
);

/** Events that score: each one counts once. */
export const RULE_EVENTS: readonly { form: string; meaning: string; example: string }[] = [
  {
    form: 'TAG defeated',
    meaning: 'A piece with this tag, or of this kind, was defeated.',
    example: 'score 10 when moth defeated',
  },
  { form: 'TAG collected', meaning: 'The player collected one.', example: 'score 5 when pot collected' },
  {
    form: 'TAG filled',
    meaning: 'A goal with this tag, or of this kind, was filled.',
    example: 'score 50 when nests filled',
  },
  {
    form: 'delivery',
    meaning: 'Something carried was delivered, counted for each.',
    example: 'score 20 when delivery',
  },
];

/** Words that open braces of their own. */
export const CUE_BLOCK_WORDS: Readonly<Record<'spawner' | 'waves' | 'rules', { meaning: string; example: string }>> = {
  spawner: {
    meaning: 'Something that comes in again and again, or once.',
    example: 'spawner north_lane { at lane_3; every 1.8 s ± 0.4 s; pick cart 4, wagon 2 }',
  },
  waves: {
    meaning: 'Groups that come in one after the other.',
    example: 'waves ember_tide { wave 1 { 4 ember, one every 0.5 s }; next when cleared, rest 3 s; at shore }',
  },
  rules: {
    meaning: 'What the level is for: lives, points, when it is won and when it is lost.',
    example: 'rules { lives 3; score 10 when moth defeated; win when score >= 200 }',
  },
};

/** Places just outside of the level that need no mark, with the way inward in degrees. */
export const EDGES = { north_edge: 90, east_edge: 180, south_edge: 270, west_edge: 0 } as const;
export const ANY_EDGE = 'edge';
export const EDGE_NAMES: readonly string[] = [ANY_EDGE, ...Object.keys(EDGES)];
