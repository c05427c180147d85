import type { RunNote } from '../simulate/runWatch';
import { countValue, mergeValueCounts, quantileOfCounts, sortedCounts, type ValueCounts } from './joins/valueCounts';
import type { Join } from './measure';
import { wilsonInterval, type ShareWithInterval } from './statistics/wilsonInterval';

/** A mistake that many runs show, with the run that shows it best. Times in seconds, places in cells. */
export interface Finding {
  code:
    | 'wave-held-up'
    | 'footing-worn-away'
    | 'arrives-on-player'
    | 'turns-for-ever'
    | 'trembles'
    | 'lies-on-another'
    | 'in-each-others-way'
    | 'player-stands-still'
    | 'player-presses-nothing'
    | 'lost-at-once'
    | 'one-ends-most'
    | 'dull-stretch'
    | 'relentless-stretch'
    | 'runs-out-of-shots'
    | 'everybody-clears'
    | 'nobody-clears'
    | 'clock-ends-it'
    | 'cue-never-met'
    | 'supplies-never-come'
    | 'never-reached'
    | 'clock-never-felt'
    | 'copies-in-step';
  message: string;
  hint: string;
  /** What it is about, where it is about one: name of a cue, id of a kind or piece. */
  about?: string;
  /** Share of runs in which it happens. */
  share: ShareWithInterval;
  seed: number;
  seconds: number;
  x: number;
  y: number;
}

/** What happens in fewer runs than this is no finding. */
const LEAST_SHARE = 0.05;
const LEAST_RUNS = 2;
const SOME_RUNS = 10;
const MANY_RUNS = 30;

type UnrestNote = Extract<RunNote, { type: 'unrest' }>;

/** What each kind of unrest is called, and what may be done about it. */
const UNREST_WORDS: Record<
  UnrestNote['what'],
  { code: Finding['code']; say: (name: string, count: number) => string; hint: string }
> = {
  turning: {
    code: 'turns-for-ever',
    say: (name, count) => `${name} turns round ${count} times in 3 s: it has no room to pace in.`,
    hint: 'Give it a longer stretch, let it stand, or let it pause at each end.',
  },
  trembling: {
    code: 'trembles',
    say: (name) => `${name} trembles: it goes back on its own way again and again.`,
    hint: 'Let it keep a distance with a `slack`, or stand for a time before it sets out again.',
  },
  overlapping: {
    code: 'lies-on-another',
    say: (name) => `${name} lies on another of its kind for 3 s and more.`,
    hint: 'Let chasers keep `apart`, or place them farther from one another.',
  },
  deadlocked: {
    code: 'in-each-others-way',
    say: (name) => `${name} and others of its kind stand in each other's way for 3 s and more.`,
    hint: 'Widen the way, keep them less far apart, or give them a way out when they are stuck.',
  },
};

/** Notes of one kind about one thing, summed up. */
interface NoteGroup<Note extends RunNote = RunNote> {
  /** In how many runs it happened. */
  runs: number;
  /** The note that shows it best; of equal ones that of the least seed. */
  shown: Note;
  /** Where the first of them stands: its seed, and its number among the notes of its run. */
  first: [seed: number, place: number];
  /** How often each of the times was noted that are told in the median. */
  times: Record<string, ValueCounts>;
  /** Numbers of the waves in which it happened, each once. */
  waves: number[];
}

type NoteType = RunNote['type'];
type NoteOf<Type extends NoteType> = Extract<RunNote, { type: Type }>;

/** How notes of one type are told apart, summed up and said. */
interface NoteRule<Note extends RunNote> {
  /** What happens in a smaller share of runs than this is no finding; as with the others where left out. */
  least?: number;
  /** With fewer runs than this nothing is said: of what nearly all runs show, a few say nothing. */
  leastRuns?: number;
  /** Those with the same key are one finding. */
  key(note: Note): string;
  /** Whether a note shows it better than another. */
  isPlainer(note: Note, than: Note): boolean;
  times?(note: Note): Record<string, number>;
  /** Whether it is worth saying, however often it happened; always where left out. */
  isSaid?(group: NoteGroup<Note>): boolean;
  /** Findings of which this is the same are told as one, by the first of them. */
  together?(note: Note): string;
  /** `others` are the notes of those that are told with it. */
  say(group: NoteGroup<Note>, runs: number, others: readonly Note[]): Told;
}

type Told = Pick<Finding, 'code' | 'message' | 'hint'>;

/** In the order in which findings of equal share are told. */
const RULES: { [Type in NoteType]: NoteRule<NoteOf<Type>> } = {
  straggler: {
    key: ({ cue }) => cue,
    isPlainer: (note, than) => note.alone > than.alone,
    times: ({ alone, whole }) => ({ alone, whole }),
    say: ({ shown, times, waves }) => ({
      code: 'wave-held-up',
      message: `The last of a wave of ${shown.cue} holds up the next one: it is alone for ${medianOf(times.alone).toFixed(1)} s of ${medianOf(times.whole).toFixed(1)} s in the median, in wave ${[...waves].sort((a, b) => a - b).join(', ')}.`,
      hint: 'Let stragglers go after the player or vanish after a time, or let the next wave come after a time.',
    }),
  },
  sudden: {
    key: ({ cue }) => cue,
    isPlainer: (note, than) => note.after < than.after,
    times: ({ after }) => ({ after }),
    say: ({ shown, times }) => ({
      code: 'arrives-on-player',
      message: `What ${shown.cue} lets in comes in on the player: it is lost ${medianOf(times.after).toFixed(2)} s after it could first be touched, in the median.`,
      hint: 'Keep arrivals `away from player`, give them a `grace`, or move the mark.',
    }),
  },
  unrest: {
    key: ({ what, name }) => `${what} ${name}`,
    isPlainer: (note, than) => note.seed < than.seed || (note.seed === than.seed && note.at < than.at),
    say({ shown }) {
      const { code, say, hint } = UNREST_WORDS[shown.what];
      return { code, message: say(shown.name, shown.count), hint };
    },
  },
  inactive: {
    key: ({ what }) => what,
    isPlainer: (note, than) => note.seconds > than.seconds,
    say: ({ shown: { what, seconds } }) => ({
      code: what === 'stood still' ? 'player-stands-still' : 'player-presses-nothing',
      message:
        what === 'stood still'
          ? `The stand-in stands still for up to ${seconds.toFixed(0)} s on end: it sees no way on.`
          : `The stand-in presses nothing for the whole of a run, ${seconds.toFixed(0)} s: it finds nothing to want.`,
      hint: 'Look at the run that shows it: a person may see what to do there. Its clear rate is not to be trusted here.',
    }),
  },
  'early loss': {
    least: 0.2,
    leastRuns: SOME_RUNS,
    key: () => '',
    isPlainer: (note, than) => note.at < than.at,
    times: ({ at }) => ({ at }),
    say: ({ times }) => ({
      code: 'lost-at-once',
      message: `The first loss comes at once: ${medianOf(times.at).toFixed(1)} s after the start in the median of these runs.`,
      hint: 'Begin farther from what harms, or let it come later: nobody has had time to see it.',
    }),
  },
  'ends it': {
    least: 0.4,
    leastRuns: SOME_RUNS,
    key: ({ piece }) => piece,
    isPlainer: (note, than) => note.seed < than.seed,
    times: ({ at }) => ({ at }),
    say: ({ shown, times }) => ({
      code: 'one-ends-most',
      message: `${shown.name} alone ends so many of the runs, at ${medianOf(times.at).toFixed(1)} s in the median: the level is as hard as this one piece.`,
      hint: 'Ease it, or place it where there is another way.',
    }),
  },
  dull: {
    least: 0.6,
    key: () => '',
    isPlainer: (note, than) => note.seconds > than.seconds,
    times: ({ seconds }) => ({ seconds }),
    say: ({ times }) => ({
      code: 'dull-stretch',
      message: `For ${medianOf(times.seconds).toFixed(0)} s on end nothing presses on the player, in the median of these runs.`,
      hint: 'Shorten the way there, or let something come.',
    }),
  },
  relentless: {
    least: 0.5,
    key: () => '',
    isPlainer: (note, than) => note.seconds > than.seconds,
    times: ({ seconds }) => ({ seconds }),
    say: ({ times }) => ({
      code: 'relentless-stretch',
      message: `For ${medianOf(times.seconds).toFixed(0)} s on end much presses on the player without a pause, in the median of these runs.`,
      hint: 'Leave a place to breathe, or a rest between waves.',
    }),
  },
  'no shots left': {
    least: 0.2,
    key: () => '',
    isPlainer: (note, than) => note.at < than.at,
    times: ({ at }) => ({ at }),
    say: ({ times }) => ({
      code: 'runs-out-of-shots',
      message: `Nothing is left to fire from ${medianOf(times.at).toFixed(1)} s on, in the median of these runs, and they are not won.`,
      hint: 'Give more ammunition, or something that fills it up.',
    }),
  },
  cleared: {
    least: 0.99,
    leastRuns: MANY_RUNS,
    key: () => '',
    isPlainer: (note, than) => note.at < than.at,
    say: () => ({
      code: 'everybody-clears',
      message: 'Everybody clears it: nothing here holds this player up.',
      hint: 'As a first level that may be right; the other stand-ins tell whether anybody fails.',
    }),
  },
  'not cleared': {
    least: 0.99,
    leastRuns: MANY_RUNS,
    key: () => '',
    isPlainer: (note, than) => note.at > than.at,
    say: () => ({
      code: 'nobody-clears',
      message: 'Nobody clears it.',
      hint: 'Ask whether it can be won at all, and see how far lost runs come.',
    }),
  },
  clock: {
    least: 0.5,
    leastRuns: MANY_RUNS,
    key: () => '',
    isPlainer: (note, than) => note.seed < than.seed,
    say: () => ({
      code: 'clock-ends-it',
      message: 'The clock ends most runs.',
      hint: 'Give more time, or shorten the way.',
    }),
  },
  unmet: {
    least: 0.9,
    leastRuns: MANY_RUNS,
    key: ({ cue }) => cue,
    isPlainer: (note, than) => note.at > than.at,
    say: ({ shown: { cue } }) => ({
      code: 'cue-never-met',
      message: `What ${cue} brings in never comes near the player.`,
      hint: 'Move its mark, let it go after the player, or let it come sooner.',
    }),
  },
  'no supplies': {
    least: 0.9,
    leastRuns: MANY_RUNS,
    key: ({ cue, name }) => `${cue} ${name}`,
    isPlainer: (note, than) => note.at > than.at,
    times: ({ at }) => ({ at }),
    say: ({ shown: { cue, name }, times }) => ({
      code: 'supplies-never-come',
      message: `${name}, which ${cue} is to bring for the player, never comes: these runs are over at ${medianOf(times.at).toFixed(1)} s in the median.`,
      hint: 'Let it come sooner, or place some in the level from the start.',
    }),
  },
  'never reached': {
    least: 0.99,
    leastRuns: MANY_RUNS,
    key: ({ piece }) => piece,
    isPlainer: (note, than) => note.at > than.at,
    together: ({ kind }) => kind,
    say: ({ shown: { name } }, _, others) => ({
      code: 'never-reached',
      message: `Nobody ever comes to ${sayNames([name, ...others.map((other) => other.name)])}.`,
      hint: 'Move it nearer to the way, make it worth the way there, or ask for it in the rules.',
    }),
  },
  'early end': {
    least: 0.99,
    leastRuns: MANY_RUNS,
    key: () => '',
    isPlainer: (note, than) => note.at > than.at,
    times: ({ at, isWon }): Record<string, number> => (isWon ? { at, won: at } : { at }),
    // Where all is lost early, the clock is the least that is wrong.
    isSaid: ({ times }) => 'won' in times,
    say: ({ shown: { limit, at } }) => ({
      code: 'clock-never-felt',
      message: `The clock of ${limit.toFixed(0)} s is felt by nobody: hardly a run lasts half of it, and the longest of these is over at ${at.toFixed(1)} s.`,
      hint: 'Shorten it until it presses; if it is there only to end runs that get stuck, leave it.',
    }),
  },
  'in step': {
    least: 0.5,
    leastRuns: MANY_RUNS,
    key: ({ kind }) => kind,
    isPlainer: (note, than) => note.at < than.at,
    say: ({ shown: { name } }) => ({
      code: 'copies-in-step',
      message: `Several of ${name} turn at the very same moments, as one.`,
      hint: 'Set them apart: another route or pace for one, a lead, or a random phase.',
    }),
  },
  'worn footing': {
    key: () => '',
    isPlainer: (note, than) => note.at < than.at,
    say: (group, runs) => ({
      code: 'footing-worn-away',
      message: `Erosion leaves no footing: the player is lost where the ground was worn away, in ${group.runs} of ${runs} runs.`,
      hint: 'Give that ground more strength, let it turn into ground that bears, or wear it less.',
    }),
  },
};

const TYPES = Object.keys(RULES) as NoteType[];

function ruleOf(type: NoteType): NoteRule<RunNote> {
  return RULES[type] as unknown as NoteRule<RunNote>;
}

function medianOf(times: ValueCounts): number {
  return quantileOfCounts(sortedCounts(times), 0.5);
}

/** Groups by the type of their notes and what tells them apart. */
export type FindingSums = Record<string, NoteGroup>;

/** What runs show of mistakes, the commonest first. */
export function findingsJoin(): Join<readonly RunNote[], FindingSums, Finding[]> {
  return {
    kind: 'groups',
    empty: () => ({}),
    add: addNotes,
    merge(into, other) {
      for (const [key, group] of Object.entries(other))
        into[key] = key in into ? joinGroups(into[key], group) : copyOf(group);
    },
    value: (sums, { runs }) => describeGroups(sums, runs),
  };
}

/** Adds the notes of one run. */
function addNotes(sums: FindingSums, notes: readonly RunNote[], seed: number): void {
  const ofRun: FindingSums = {};
  notes.forEach((note, place) => {
    const rule = ruleOf(note.type);
    const key = `${note.type}: ${rule.key(note)}`;
    const group: NoteGroup = {
      runs: 1,
      shown: note,
      first: [seed, place],
      times: {},
      waves: note.type === 'straggler' ? [note.wave] : [],
    };
    for (const [name, value] of Object.entries(rule.times?.(note) ?? {})) countValue((group.times[name] = {}), value);
    // Several notes of one run are one run.
    ofRun[key] = key in ofRun ? { ...joinGroups(ofRun[key], group), runs: 1 } : group;
  });
  for (const [key, group] of Object.entries(ofRun)) {
    if (key in sums) joinInto(sums[key], group);
    else sums[key] = group;
  }
}

function joinGroups(one: NoteGroup, other: NoteGroup): NoteGroup {
  const joined = copyOf(one);
  joinInto(joined, other);
  return joined;
}

function copyOf(group: NoteGroup): NoteGroup {
  const times = Object.fromEntries(Object.entries(group.times).map(([name, own]) => [name, { ...own }]));
  return { ...group, times, waves: [...group.waves] };
}

/** Adds another group to the first one, which changes. */
function joinInto(into: NoteGroup, other: NoteGroup): void {
  const isFirst = isBefore(into.first, other.first);
  into.runs += other.runs;
  into.shown = plainest(into.shown, other.shown);
  if (other.waves.length > 0) {
    const [earlier, later] = isFirst ? [into.waves, other.waves] : [other.waves, into.waves];
    into.waves = [...new Set([...earlier, ...later])];
  }
  if (!isFirst) into.first = other.first;
  for (const [name, times] of Object.entries(other.times)) mergeValueCounts((into.times[name] ??= {}), times);
}

/** Of two that show it as well as each other, the one of the lesser seed; of one run, the first. */
function plainest(one: RunNote, other: RunNote): RunNote {
  const { isPlainer } = ruleOf(one.type);
  if (isPlainer(one, other)) return one;
  if (isPlainer(other, one)) return other;
  return other.seed < one.seed ? other : one;
}

function isBefore([seed, place]: NoteGroup['first'], [otherSeed, otherPlace]: NoteGroup['first']): boolean {
  return seed < otherSeed || (seed === otherSeed && place < otherPlace);
}

function describeGroups(sums: FindingSums, runs: number): Finding[] {
  const groups = Object.values(sums).sort(
    (a, b) => TYPES.indexOf(a.shown.type) - TYPES.indexOf(b.shown.type) || (isBefore(a.first, b.first) ? -1 : 1),
  );
  const told = groups.filter((group) => {
    const { shown, runs: own } = group;
    const { least = LEAST_SHARE, leastRuns = 0, isSaid } = ruleOf(shown.type);
    return own >= LEAST_RUNS && own >= least * runs && runs >= leastRuns && isSaid?.(group) !== false;
  });
  return joinTold(told)
    .map(([group, ...others]): Finding => {
      const { seed, at, x, y } = group.shown;
      const share = wilsonInterval(group.runs, runs);
      const said = ruleOf(group.shown.type).say(
        group,
        runs,
        others.map(({ shown }) => shown),
      );
      const finding = { ...said, share, seed, seconds: at, x, y };
      const about = aboutOf(group.shown);
      return about === undefined ? finding : { ...finding, about };
    })
    .sort((a, b) => b.share.value - a.share.value);
}

/** Groups that are told as one stand together, in the order of the first of each. */
function joinTold(groups: readonly NoteGroup[]): NoteGroup[][] {
  const joined = new Map<string, NoteGroup[]>();
  groups.forEach((group, index) => {
    const { type } = group.shown;
    const own = ruleOf(type).together?.(group.shown);
    const key = own === undefined ? String(index) : `${type}: ${own}`;
    joined.set(key, [...(joined.get(key) ?? []), group]);
  });
  return [...joined.values()];
}

/** "Cup 1, Cup 2 and Cup 3" */
function sayNames(names: readonly string[]): string {
  return names.length < 2 ? names.join() : `${names.slice(0, -1).join(', ')} and ${names[names.length - 1]}`;
}

/** Name or id of what a note is about. */
function aboutOf(note: RunNote): string | undefined {
  if ('cue' in note) return note.cue;
  if ('piece' in note) return note.piece;
  return 'kind' in note ? note.kind : undefined;
}

/** What the notes of some runs come to, the commonest first. */
export function describeFindings(notes: readonly RunNote[], runs: number): Finding[] {
  const sums: FindingSums = {};
  const bySeed = new Map<number, RunNote[]>();
  for (const note of notes) bySeed.set(note.seed, [...(bySeed.get(note.seed) ?? []), note]);
  for (const [seed, own] of bySeed) addNotes(sums, own, seed);
  return describeGroups(sums, runs);
}
