import type { ArenaGrid } from '../../arena/grid';
import { prepareMeeting, type Meeting } from '../../arena/meeting';
import type { Outline } from '../../arena/outline';
import type { RuleCondition } from '../../compile/cueProgram';
import { testsOf } from '../../compile/conditionProgram';
import { actsOfState } from '../../compile/levelProgram';
import type { GroundProgram } from '../../compile/levelProgram';
import type {
  BrainProgram,
  ConditionProgram,
  ContactProgram,
  KindProgram,
  LevelProgram,
  PieceProgram,
  StateProgram,
} from '../../compile/levelProgram';
import { prepareBrain, type Brain } from './brain';
import { prepareRules, type PreparedRules } from './rules/preparedRules';
import type { Tick } from './tick';
import { buildWays, wayKeyOf, type WayKey, type Ways } from './ways';
import type { World } from './world';

/** Two kinds that something happens to on contact; effects both ways, undefined where nothing happens. */
export interface PairProgram {
  first: number;
  second: number;
  meeting: Meeting;
  onFirst: ContactProgram | undefined;
  onSecond: ContactProgram | undefined;
}

/** How a piece and the player meet. */
export interface PlayerMeeting {
  meeting: Meeting;
  isThreat: boolean;
  onPlayer: ContactProgram | undefined;
  onPiece: ContactProgram | undefined;
}

/**
 * A program with everything resolved that the tick needs. Built once and used for any number of runs; what it caches is
 * a function of the ground alone.
 */
export interface PreparedLevel {
  program: LevelProgram;
  brains: Brain[];
  /** What its cues and rules wait for. */
  rules: PreparedRules;
  /** How many pieces are there from the start; the places behind them are kept for what cues let in and for shots. */
  placedCount: number;
  /** What the tick reads of every piece, as arrays: index into `brains` (−1 for none), index into `ways`. */
  brainOfPiece: Int16Array;
  /** Pieces that look, and pieces that can change their state, in their order; neighbours of one brain stand together. */
  lookers: BrainRun[];
  deciders: BrainRun[];
  /** Pieces whose behavior asks whether they are stuck. */
  watchers: Int16Array;
  isWatcher: Uint8Array;
  /** For every brain whether it ever decides anything. */
  decides: boolean[];
  /** Whether pieces may ask in any tick where others are; those that keep apart say when they do. */
  asksForPlaces: boolean;
  /** Whether the ground, or what is met, can move pieces. */
  groundMoves: boolean;
  waysOfPiece: Int16Array;
  standOfPiece: Outline[];
  /** The box round all of a piece, of what stands and of what can be met; lengths from its middle. */
  extentOfPiece: Extent[];
  floatsOfPiece: Uint8Array;
  /** 1 for pieces that are pulled down. */
  fallsOfPiece: Uint8Array;
  /** 1 for pieces that stop bodies; and those of them that the player can push. */
  blocksOfPiece: Uint8Array;
  pushedPieces: readonly number[];
  /** Indices of the pieces that something happens with when the player meets them, and what that is. */
  /** For every piece its entry in `playerMeetings`, −1 for those that the player never meets. */
  meetingOfPiece: Int16Array;
  playerMeetings: PlayerMeeting[];
  /** Limits of player − piece within which their boxes overlap: west, north, east, south for each of `playerMeetings`. */
  meetingLimits: Float64Array;
  /** Whether anything in the level can change how fast pieces go, or hold them. */
  changesPace: boolean;
  canStun: boolean;
  /** Pairs of other kinds that meet; pieces of each kind. */
  pairs: PairProgram[];
  piecesOfKind: number[][];
  /** Pieces of each kind that has a tag which behaviors name. */
  piecesOfTag: number[][];
  /** All places for shots. */
  shots: Int16Array;
  /** Those that do harm to the player, and how far from its middle each touches at most, by box. */
  fearedShots: Int16Array;
  fearedReach: Float64Array;
  /** Whether anything can last for a time only. */
  countsDown: boolean;
  carriers: number[];
  /** Places among the pieces for what is fired, by kind. */
  shotsOfKind: ({ first: number; count: number } | undefined)[];
  /** Places among the pieces for what cues bring in, by kind. */
  poolOfKind: ({ first: number; count: number } | undefined)[];
  /** Who may march in each formation; see `World.formationOf`. */
  formations: number[][];
  ways: Ways[];
  routeOfPiece: Float64Array[];
  /** For each piece the length of its route up to every waypoint. */
  routeLengths: Float64Array[];
  /** For each piece the unit vectors of the legs of its route: x, y, x, y, …; 0, 0 for a leg without length. */
  routeDirections: Float64Array[];
  /** For every piece the one that it is fixed to, −1 for none; all that are fixed, and for each the ones fixed to it. */
  partOf: Int16Array;
  parts: readonly number[];
  partsOfPiece: readonly (readonly number[])[];
  /** 1 for places that are kept for shots. */
  isShot: Uint8Array;
  /** The phases of a tick, with and without the player. */
  tick: Tick;
  /** Lets pieces that have a lead move ahead, in a world that has just been reset; undefined when none has one. */
  placeStart: ((world: World) => void) | undefined;
}

export function prepareLevel(program: LevelProgram): Omit<PreparedLevel, 'tick' | 'placeStart'> {
  const { pieces, kinds, player } = program;
  const wayKeys: WayKey[] = [];
  const ways: Ways[] = [];
  const waysOfPiece = Int16Array.from(pieces, (piece) => {
    const key = wayKeyOf(program, piece.kindIndex);
    const known = wayKeys.findIndex(
      (entry) => entry.outline === key.outline && entry.floats === key.floats && entry.stoppedAs === key.stoppedAs,
    );
    if (known >= 0) return known;
    ways.push(buildWays(program, gridAtStart(program, piece.kindIndex), program.ground.typeOfCell, key));
    return wayKeys.push(key) - 1;
  });
  const contact = (by: number, on: number) => program.contacts.find((entry) => entry.by === by && entry.on === on);
  const touched = new Set(touchedKinds(program));
  const meetingOfKind = kinds.map((kind, index): PlayerMeeting | undefined => {
    const onPlayer = contact(index, player.kindIndex);
    const onPiece = contact(player.kindIndex, index);
    if (!kind.isThreat && !onPlayer && !onPiece && !touched.has(index)) return undefined;
    return {
      meeting: prepareMeeting(kinds[player.kindIndex].hit, kind.hit),
      isThreat: kind.isThreat,
      onPlayer,
      onPiece,
    };
  });
  const meetsPlayer = pieces.flatMap((piece, index) => (meetingOfKind[piece.kindIndex] ? [index] : []));
  const meetingOfPiece = new Int16Array(pieces.length).fill(-1);
  meetsPlayer.forEach((piece, index) => (meetingOfPiece[piece] = index));
  const brains = program.brains.map(prepareBrain);
  const rowKinds: (Set<number> | undefined)[] = [];
  for (const cue of program.cues)
    if (cue.type === 'waves' && cue.formation >= 0)
      rowKinds[cue.formation] = new Set(
        cue.waves.flatMap(({ entries }) => entries.flatMap(({ kind, columns }) => (columns > 0 ? [kind] : []))),
      );
  const hurts = kinds.map(
    (kind, index) =>
      kind.isThreat ||
      contact(index, player.kindIndex)?.effects.some(({ effect }) => effect === 'harm' || effect === 'defeat'),
  );
  const isWatcher = Uint8Array.from(pieces, ({ brain }) =>
    brain >= 0 && asksWhetherStuck(program.brains[brain]) ? 1 : 0,
  );
  const fearedShots = pieces.flatMap((piece, index) => (piece.isShot && hurts[piece.kindIndex] ? [index] : []));
  return {
    program,
    brains,
    rules: prepareRules(program),
    brainOfPiece: Int16Array.from(pieces, (piece) => piece.brain),
    lookers: runsOf(brains, program, (brain) => program.brains[brain].sightRange > 0),
    deciders: runsOf(brains, program, (brain) => program.brains[brain].states.some(decides)),
    watchers: Int16Array.from(pieces.flatMap((_, index) => (isWatcher[index] === 1 ? [index] : []))),
    isWatcher,
    decides: program.brains.map((brain) => brain.states.some(decides)),
    asksForPlaces:
      program.tags.length > 0 ||
      program.contacts.some(({ by, on }) => by !== player.kindIndex && on !== player.kindIndex) ||
      kinds.some(({ isCarrier }) => isCarrier),
    groundMoves: program.isSideView || !program.ground.isPlain || program.contacts.length > 0,
    waysOfPiece,
    standOfPiece: pieces.map((piece) => kinds[piece.kindIndex].stand),
    extentOfPiece: pieces.map(({ kindIndex }) => extentOf(kinds[kindIndex])),
    floatsOfPiece: Uint8Array.from(pieces, (piece) =>
      kinds[piece.kindIndex].floats || program.ground.isPlain ? 1 : 0,
    ),
    fallsOfPiece: Uint8Array.from(pieces, (piece) => (kinds[piece.kindIndex].falls && program.isSideView ? 1 : 0)),
    blocksOfPiece: Uint8Array.from(pieces, (piece) => (kinds[piece.kindIndex].blocks && !piece.isShot ? 1 : 0)),
    pushedPieces: pieces.flatMap((piece, index) =>
      !piece.isShot && kinds[piece.kindIndex].pushTicks < Infinity ? [index] : [],
    ),
    meetingOfPiece,
    placedCount: pieces.filter(({ isArrival, isShot }) => !isArrival && !isShot).length,
    playerMeetings: meetsPlayer.map((index) => meetingOfKind[pieces[index].kindIndex]!),
    meetingLimits: Float64Array.from(
      meetsPlayer.flatMap((index) => {
        const { west, north, east, south } = meetingOfKind[pieces[index].kindIndex]!.meeting;
        return [west, north, east, south];
      }),
    ),
    changesPace:
      !program.ground.isPlain ||
      hasEffect(program, 'speed') ||
      hurries(program) ||
      program.cues.some(({ step }) => step),
    canStun: hasEffect(program, 'stun'),
    pairs: preparePairs(program),
    piecesOfKind: kinds.map((_, kind) => pieces.flatMap((piece, index) => (piece.kindIndex === kind ? [index] : []))),
    piecesOfTag: program.tags.map((tag) =>
      pieces.flatMap((piece, index) => (kinds[piece.kindIndex].tags.includes(tag) ? [index] : [])),
    ),
    shots: Int16Array.from(pieces.flatMap((piece, index) => (piece.isShot ? [index] : []))),
    fearedShots: Int16Array.from(fearedShots),
    fearedReach: Float64Array.from(fearedShots, (index) => pieces[index].radius + player.radius),
    countsDown: program.contacts.length > 0 || hurries(program),
    shotsOfKind: kinds.map((_, kind) => program.shots.find((group) => group.kind === kind)),
    poolOfKind: kinds.map((_, kind) => program.pools.find((pool) => pool.kind === kind)),
    carriers: pieces.flatMap((piece, index) => (kinds[piece.kindIndex].isCarrier ? [index] : [])),
    formations: Array.from({ length: program.formations }, (_, formation) =>
      pieces.flatMap((piece, index) =>
        piece.formation === formation || (piece.isArrival && rowKinds[formation]?.has(piece.kindIndex)) ? [index] : [],
      ),
    ),
    ways,
    routeOfPiece: pieces.map((piece) => Float64Array.from(piece.route)),
    routeLengths: pieces.map((piece) => measureRoute(piece.route)),
    routeDirections: pieces.map((piece) => directRoute(piece.route)),
    partOf: Int16Array.from(pieces, ({ partOf }) => partOf),
    parts: pieces.flatMap(({ partOf }, index) => (partOf >= 0 ? [index] : [])),
    partsOfPiece: partsByLead(pieces),
    isShot: Uint8Array.from(pieces, (piece) => (piece.isShot ? 1 : 0)),
  };
}

const NO_PARTS: readonly number[] = [];

function partsByLead(pieces: readonly PieceProgram[]): readonly (readonly number[])[] {
  const parts = pieces.map((): readonly number[] => NO_PARTS);
  pieces.forEach(({ partOf }, index) => {
    if (partOf >= 0) parts[partOf] = [...parts[partOf], index];
  });
  return parts;
}

/** How far something reaches to each side of its middle, cells. */
export type Extent = Record<'west' | 'north' | 'east' | 'south', number>;

function extentOf({ stand, hit }: KindProgram): Extent {
  return {
    west: Math.max(stand.west, hit.west),
    north: Math.max(stand.north, hit.north),
    east: Math.max(stand.east, hit.east),
    south: Math.max(stand.south, hit.south),
  };
}

/** Pieces that follow one behavior and stand next to each other in the level. */
export interface BrainRun {
  brain: Brain;
  pieces: Int16Array;
}

function runsOf(brains: readonly Brain[], { pieces }: LevelProgram, belongs: (brain: number) => boolean): BrainRun[] {
  const runs: { brain: number; pieces: number[] }[] = [];
  pieces.forEach(({ brain }, piece) => {
    if (brain < 0 || !belongs(brain)) return;
    const last = runs.at(-1);
    if (last?.brain === brain) last.pieces.push(piece);
    else runs.push({ brain, pieces: [piece] });
  });
  return runs.map((run) => ({ brain: brains[run.brain], pieces: Int16Array.from(run.pieces) }));
}

/** Whether a state has anything to decide or to do besides moving. */
function decides({ transitions, repeats, enter }: StateProgram): boolean {
  return transitions.length > 0 || repeats.length > 0 || enter.length > 0;
}

function asksWhetherStuck({ states }: BrainProgram): boolean {
  const asks = (condition: ConditionProgram) => testsOf(condition).some(({ type }) => type === 'stuck');
  return states.some((state) => state.transitions.some((transition) => asks(transition.condition)));
}

/** Kinds of which rules and cues ask whether the player touches them. */
function touchedKinds({ cues, rules }: LevelProgram): number[] {
  const inside = (condition: RuleCondition | undefined): number[] =>
    condition ? testsOf(condition).flatMap((test) => (test.type === 'touches' ? test.kinds : [])) : [];
  return [
    ...cues.flatMap((cue) => [...inside(cue.open), ...(cue.type === 'spawner' ? inside(cue.close) : [])]),
    ...rules.loses.flatMap(inside),
    ...rules.wins.flatMap(inside),
    ...rules.scores.flatMap(({ event }) => (event.type === 'holds' ? inside(event.condition) : [])),
  ];
}

/** Whether any behavior changes speeds for a time. */
function hurries({ brains }: LevelProgram): boolean {
  return brains.some((brain) => brain.states.some((state) => actsOfState(state).some((act) => act.act === 'hurry')));
}

function hasEffect({ contacts }: LevelProgram, name: string): boolean {
  return contacts.some(({ effects }) => effects.some(({ effect }) => effect === name));
}

function preparePairs({ kinds, contacts, player }: LevelProgram): PairProgram[] {
  const pairs: PairProgram[] = [];
  kinds.forEach((first, a) => {
    kinds.slice(a).forEach((second, offset) => {
      const b = a + offset;
      if (a === player.kindIndex || b === player.kindIndex) return;
      const onSecond = contacts.find((entry) => entry.by === a && entry.on === b);
      const onFirst = contacts.find((entry) => entry.by === b && entry.on === a);
      if (onFirst || onSecond)
        pairs.push({ first: a, second: b, meeting: prepareMeeting(first.hit, second.hit), onFirst, onSecond });
    });
  });
  return pairs;
}

function measureRoute(route: readonly number[]): Float64Array {
  const lengths = new Float64Array(route.length / 2);
  for (let index = 1; index < lengths.length; index++) {
    const dx = route[2 * index] - route[2 * index - 2];
    const dy = route[2 * index + 1] - route[2 * index - 1];
    lengths[index] = lengths[index - 1] + Math.sqrt(dx * dx + dy * dy);
  }
  return lengths;
}

function directRoute(route: readonly number[]): Float64Array {
  const directions = new Float64Array(Math.max(0, route.length - 2));
  for (let leg = 0; leg < directions.length; leg += 2) {
    const dx = route[leg + 2] - route[leg];
    const dy = route[leg + 3] - route[leg + 1];
    const length = Math.sqrt(dx * dx + dy * dy);
    if (length === 0) continue;
    directions[leg] = dx / length;
    directions[leg + 1] = dy / length;
  }
  return directions;
}

/** What stops bodies of a kind when a run begins. */
function gridAtStart({ grid, ground }: LevelProgram, kind: number): ArenaGrid {
  if (ground.types.every(({ solid, solidFor }) => !solidFor || (solidFor[kind] === 1) === solid)) return grid;
  const isSolid = ({ solid, solidFor }: GroundProgram) => (solidFor ? solidFor[kind] === 1 : solid);
  return { ...grid, solid: Uint8Array.from(ground.typeOfCell, (type) => (isSolid(ground.types[type]) ? 1 : 0)) };
}
