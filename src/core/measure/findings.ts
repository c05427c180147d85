import type { RunNote } from '../simulate/runWatch';
import { bandOf } from './statistics/band';
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
    | 'player-presses-nothing';
  message: string;
  hint: string;
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

/** What the notes of some runs come to, the commonest first. */
export function describeFindings(notes: readonly RunNote[], runs: number): Finding[] {
  const stragglers = groupBy(
    notes.filter((note) => note.type === 'straggler'),
    ({ cue }) => cue,
  );
  const sudden = groupBy(
    notes.filter((note) => note.type === 'sudden'),
    ({ cue }) => cue,
  );
  const unrest = groupBy(
    notes.filter((note) => note.type === 'unrest'),
    ({ what, name }) => `${what} ${name}`,
  );
  const inactive = groupBy(
    notes.filter((note) => note.type === 'inactive'),
    ({ what }) => what,
  );
  const footing = notes.filter((note) => note.type === 'worn footing');
  const all = [
    ...[...stragglers.values()].map((group) => describeStragglers(group, runs)),
    ...[...sudden.values()].map((group) => describeSudden(group, runs)),
    ...[...unrest.values()].map((group) => describeUnrest(group, runs)),
    ...[...inactive.values()].map((group) => describeInactive(group, runs)),
    ...(footing.length > 0 ? [describeFooting(footing, runs)] : []),
  ];
  return all
    .filter(({ share }) => share.value >= LEAST_SHARE && share.value * runs >= LEAST_RUNS - 0.5)
    .sort((a, b) => b.share.value - a.share.value);
}

function describeStragglers(notes: readonly Extract<RunNote, { type: 'straggler' }>[], runs: number): Finding {
  const alone = bandOf(notes.map((note) => note.alone)).median;
  const whole = bandOf(notes.map((note) => note.whole)).median;
  const worst = notes.reduce((best, note) => (note.alone > best.alone ? note : best));
  const waves = [...new Set(notes.map(({ wave }) => wave))].sort((a, b) => a - b);
  return {
    code: 'wave-held-up',
    message: `The last of a wave of ${worst.cue} holds up the next one: it is alone for ${alone.toFixed(1)} s of ${whole.toFixed(1)} s in the median, in wave ${waves.join(', ')}.`,
    hint: 'Let stragglers go after the player or vanish after a time, or let the next wave come after a time.',
    share: wilsonInterval(notes.length, runs),
    seed: worst.seed,
    seconds: worst.at,
    x: worst.x,
    y: worst.y,
  };
}

function describeSudden(notes: readonly Extract<RunNote, { type: 'sudden' }>[], runs: number): Finding {
  const worst = notes.reduce((best, note) => (note.after < best.after ? note : best));
  return {
    code: 'arrives-on-player',
    message: `What ${worst.cue} lets in comes in on the player: it is lost ${bandOf(notes.map(({ after }) => after)).median.toFixed(2)} s after it could first be touched, in the median.`,
    hint: 'Keep arrivals `away from player`, give them a `grace`, or move the mark.',
    share: wilsonInterval(notes.length, runs),
    seed: worst.seed,
    seconds: worst.at,
    x: worst.x,
    y: worst.y,
  };
}

function describeFooting(notes: readonly Extract<RunNote, { type: 'worn footing' }>[], runs: number): Finding {
  const [first] = [...notes].sort((a, b) => a.at - b.at);
  return {
    code: 'footing-worn-away',
    message: `Erosion leaves no footing: the player is lost where the ground was worn away, in ${notes.length} of ${runs} runs.`,
    hint: 'Give that ground more strength, let it turn into ground that bears, or wear it less.',
    share: wilsonInterval(notes.length, runs),
    seed: first.seed,
    seconds: first.at,
    x: first.x,
    y: first.y,
  };
}

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

function describeUnrest(notes: readonly UnrestNote[], runs: number): Finding {
  const [first] = [...notes].sort((a, b) => a.seed - b.seed || a.at - b.at);
  const { code, say, hint } = UNREST_WORDS[first.what];
  const seeds = new Set(notes.map(({ seed }) => seed));
  return {
    code,
    message: say(first.name, first.count),
    hint,
    share: wilsonInterval(seeds.size, runs),
    seed: first.seed,
    seconds: first.at,
    x: first.x,
    y: first.y,
  };
}

function describeInactive(notes: readonly Extract<RunNote, { type: 'inactive' }>[], runs: number): Finding {
  const worst = notes.reduce((best, note) => (note.seconds > best.seconds ? note : best));
  const isStill = worst.what === 'stood still';
  return {
    code: isStill ? 'player-stands-still' : 'player-presses-nothing',
    message: isStill
      ? `The stand-in stands still for up to ${worst.seconds.toFixed(0)} s on end: it sees no way on.`
      : `The stand-in presses nothing for the whole of a run, ${worst.seconds.toFixed(0)} s: it finds nothing to want.`,
    hint: 'Look at the run that shows it: a person may see what to do there. Its clear rate is not to be trusted here.',
    share: wilsonInterval(notes.length, runs),
    seed: worst.seed,
    seconds: worst.at,
    x: worst.x,
    y: worst.y,
  };
}

function groupBy<Item>(items: readonly Item[], keyOf: (item: Item) => string): Map<string, Item[]> {
  const groups = new Map<string, Item[]>();
  for (const item of items) groups.set(keyOf(item), [...(groups.get(keyOf(item)) ?? []), item]);
  return groups;
}
