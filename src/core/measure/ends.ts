import type { Loss } from '../simulate/runFacts';
import type { RunRecord } from '../simulate/runRecord';
import {
  countValue,
  mergeValueCounts,
  quantileOfCounts,
  sortedCounts,
  totalOf,
  type ValueCounts,
} from './joins/valueCounts';
import type { Join, Summed } from './measure';
import { wilsonInterval, type ShareWithInterval } from './statistics/wilsonInterval';

/** Runs that ended in one way. */
export interface EndGroup {
  cause: RunRecord['cause'];
  /** Id, name and kind of the piece that ended them; undefined for the clock and the exit. */
  piece: string | undefined;
  name: string | undefined;
  kind: string | undefined;
  count: number;
  share: ShareWithInterval;
  medianSeconds: number;
}

/** For every cause and owner, how often runs ended after so many ticks. */
type EndSums = Record<string, { cause: RunRecord['cause']; owner: string | undefined; ticks: ValueCounts }>;

/** Ways in which runs ended without being cleared, the commonest first. */
export function endsJoin(): Join<Pick<RunRecord, 'cause' | 'piece' | 'ticks'>, EndSums, EndGroup[]> {
  return {
    kind: 'groups',
    empty: () => ({}),
    add(sums, { cause, piece, ticks }) {
      const owner = ownerOf(piece);
      const group = (sums[`${cause} ${owner ?? ''}`] ??= { cause, owner, ticks: {} });
      countValue(group.ticks, ticks);
    },
    merge(into, other) {
      for (const [key, { cause, owner, ticks }] of Object.entries(other))
        mergeValueCounts((into[key] ??= { cause, owner, ticks: {} }).ticks, ticks);
    },
    value: (sums, summed) =>
      Object.entries(sums)
        .sort(([one], [other]) => (one < other ? -1 : 1))
        .map(([, group]) => describeEnd(group, summed))
        .sort((a, b) => b.count - a.count || (a.piece ?? '').localeCompare(b.piece ?? '', 'en')),
  };
}

/** What took lives, however runs ended: as {@link EndGroup}, with how many in a run instead of a share. */
export interface LossGroup extends Omit<EndGroup, 'share'> {
  perRun: number;
}

/** Ways in which lives were lost, the commonest first; several of one run each count. */
export function lossesJoin(): Join<readonly Loss[], EndSums, LossGroup[]> {
  const ends = endsJoin();
  return {
    ...ends,
    add: (sums, losses, seed) =>
      losses.forEach(({ cause, piece, tick }) => ends.add(sums, { cause, piece, ticks: tick }, seed)),
    value: (sums, summed) =>
      ends
        .value(sums, summed)
        .map(({ share: _, ...group }) => ({ ...group, perRun: group.count / Math.max(1, summed.runs) })),
  };
}

function describeEnd({ cause, owner, ticks }: EndSums[string], { runs, level }: Summed): EndGroup {
  const sorted = sortedCounts(ticks, (own) => own / level.ticksPerSecond);
  const count = totalOf(sorted);
  const { piece, kind } = findOwner(owner, level);
  return {
    cause,
    piece: owner,
    name: piece?.name ?? kind?.name,
    kind: piece?.kind ?? kind?.id,
    count,
    share: wilsonInterval(count, runs),
    medianSeconds: quantileOfCounts(sorted, 0.5),
  };
}

/** What cues bring in has no name of its own: it is told by its kind, which stands before the dot. */
export function ownerOf(piece: string | undefined): string | undefined {
  return piece?.split('.')[0];
}

/** The name of a piece, or of the kind of what a cue brought in or somebody fired; undefined where there is none. */
export function nameOfPiece(
  id: string | undefined,
  level: { pieces: readonly { id: string; name: string }[]; kinds: readonly { id: string; name: string }[] },
): string | undefined {
  const { piece, kind } = findOwner(ownerOf(id), level);
  return piece?.name ?? kind?.name;
}

function findOwner<Piece extends { id: string }, Kind extends { id: string }>(
  owner: string | undefined,
  { pieces, kinds }: { pieces: readonly Piece[]; kinds: readonly Kind[] },
): { piece: Piece | undefined; kind: Kind | undefined } {
  return { piece: pieces.find(({ id }) => id === owner), kind: kinds.find(({ id }) => id === owner) };
}

/** "touched by East warden" */
export function sayEnd(end: Pick<EndGroup, 'cause' | 'name' | 'piece'>): string {
  switch (end.cause) {
    case 'touched':
      return `touched by ${end.name ?? end.piece ?? 'a piece'}`;
    case 'defeated':
      return `defeated by ${end.name ?? end.piece ?? 'a piece'}`;
    case 'drowned':
      return 'drowned';
    case 'fell':
      return 'fell into the void';
    case 'worn down':
      return 'worn down by the ground';
    case 'overtaken':
      return 'left behind by the view';
    case 'clock':
      return 'out of time';
    case 'reached the exit':
      return 'cleared';
    case 'rule':
      return 'by a rule of the level';
  }
}
