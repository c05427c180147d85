import type { RunNote } from '../simulate/runWatch';
import { bandOf } from './statistics/band';
import { wilsonInterval, type ShareWithInterval } from './statistics/wilsonInterval';

/** A mistake that many runs show, with the run that shows it best. Times in seconds, places in cells. */
export interface Finding {
  code: 'wave-held-up' | 'footing-worn-away' | 'arrives-on-player';
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
  const footing = notes.filter((note) => note.type === 'worn footing');
  const all = [
    ...[...stragglers.values()].map((group) => describeStragglers(group, runs)),
    ...[...sudden.values()].map((group) => describeSudden(group, runs)),
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

function groupBy<Item>(items: readonly Item[], keyOf: (item: Item) => string): Map<string, Item[]> {
  const groups = new Map<string, Item[]>();
  for (const item of items) groups.set(keyOf(item), [...(groups.get(keyOf(item)) ?? []), item]);
  return groups;
}
