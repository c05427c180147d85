import { factsOfMotion } from '../language/vocabulary';
import { ticksOf } from './ticksOf';
import { gunOf } from '../document/controlShape';
import { USUAL, type GameDocument, type Level, type Piece } from '../document/gameDocument';
import { reachOf, type OutlineShape } from '../document/outlineShape';
import { endsRun, hitShapeOf, kindOf, standShapeOf, type Kind } from '../document/resolveKind';
import { errorAt, hasErrors, warningAt, type Diagnostic } from '../foundation/diagnostic';
import { fail, succeed, type Result } from '../foundation/result';
import type { CheckedBehavior, KnobDefinition } from '../language/checkedBehavior';
import type { CueVerdict } from '../language/cues/checkCues';
import { nearestWord, proposeWord } from '../foundation/nearestWord';
import { blockGround } from './blockedGround';
import { buildGrid, buildGround } from './buildGrid';
import { checkKnobValues } from './checkKnobValues';
import { checkLevelGeometry, findExit } from './checkLevel';
import { checkParts, checkThrownParts } from './checkParts';
import { checkMovers } from './checkMovers';
import { hitShapeFor, outlineOf } from './compileBodies';
import { namesForBrains, type BrainNames } from './brain/brainNames';
import { compileBrain } from './brain/compileBrain';
import { checkTargets } from './checkTargets';
import { compileScroll } from './scrollProgram';
import { stretchStrips } from './stretchStrips';
import { kindsOfLevel } from './kindsOfLevel';
import { compileContacts, findContact } from './compileContacts';
import { compileControl, compileGun, countShots } from './compileControl';
import { resolveKnobs } from './foldExpression';
import { compileCues } from './compileCues';
import { checkCuePlaces } from './checkCuePlaces';
import { checkRounds } from './checkRounds';
import { checkStart } from './checkStart';
import { arrivalsByKind, NO_RULES, type CueProgram, type RulesProgram } from './cueProgram';
import type { ArenaGrid } from '../arena/grid';
import { partPlace } from '../arena/partPlace';
import { cosDegrees, sinDegrees } from '../foundation/exactMath';
import { actsOfState } from './levelProgram';
import type {
  BrainProgram,
  GroundMap,
  KindProgram,
  LevelProgram,
  Overrides,
  PieceProgram,
  PlayerProgram,
} from './levelProgram';

/** What the language stage says of one script of the document. */
export interface ScriptVerdict {
  behavior: CheckedBehavior | undefined;
  knobs: KnobDefinition[];
}

export interface CompiledLevel {
  /** Undefined when the level has errors. */
  program: LevelProgram | undefined;
  diagnostics: Diagnostic[];
}

/** Joins a level and its checked scripts into a program. Faults of the level are listed; those of scripts are not repeated. */
export function compileLevel(
  game: GameDocument,
  level: Level,
  scripts: ReadonlyMap<string, ScriptVerdict>,
  cues: CueVerdict | undefined,
  overrides: Overrides,
): CompiledLevel {
  return new LevelCompiler(game, level, scripts, cues, overrides).compile();
}

class LevelCompiler {
  private readonly diagnostics: Diagnostic[] = [];
  private readonly known = new Set<string>();
  private readonly path: (string | number)[];
  private readonly brains: BrainProgram[] = [];
  private readonly brainOfKey = new Map<string, number>();
  private readonly formations: string[] = [];
  private readonly level: Level;
  /** Kinds that occur in the level, in the order of the cast. */
  private readonly kindIds: string[];
  private readonly names: BrainNames;

  constructor(
    private readonly game: GameDocument,
    level: Level,
    private readonly scripts: ReadonlyMap<string, ScriptVerdict>,
    private readonly cues: CueVerdict | undefined,
    private readonly overrides: Overrides,
  ) {
    this.path = ['levels', game.levels.indexOf(level)];
    this.level = movePlayer(game, level, overrides);
    this.kindIds = kindsOfLevel(game, level, (id) => scripts.get(id)?.behavior, cues?.checked);
    this.names = namesForBrains(game, level, this.kindIds);
  }

  compile(): CompiledLevel {
    const { game, level } = this;
    const playerTags = level.pieces.map((piece) => kindOf(game, piece.kind)).find((kind) => kind?.control)?.names ?? [];
    const grid = buildGrid(game, level, playerTags);
    const ground = buildGround(
      game,
      level,
      playerTags,
      this.kindIds.map((id) => kindOf(game, id)?.names ?? []),
    );
    // Whether rules win is not known while their text has faults.
    const isUnread = this.cues !== undefined && this.cues.checked === undefined;
    const geometry = checkLevelGeometry(game, level, grid, ground, this.path, this.cues?.checked, this.kindIds);
    this.diagnostics.push(...geometry.filter(({ code }) => !(isUnread && code === 'no-win')));
    if (this.cues) this.diagnostics.push(...this.cues.diagnostics);
    const pieces: PieceProgram[] = [];
    let playerPiece: { piece: Piece; kind: Kind } | undefined;
    let hasBrokenScript = false;
    level.pieces.forEach((piece, index) => {
      const kind = kindOf(game, piece.kind)!;
      if (kind.control) playerPiece ??= { piece, kind };
      else {
        const compiled = this.piece(piece, kind, index);
        if (compiled) pieces.push(compiled);
        else hasBrokenScript = true;
      }
    });
    const exit = findExit(level);
    if (hasErrors(this.diagnostics) || hasBrokenScript || !playerPiece)
      return { program: undefined, diagnostics: this.diagnostics };
    const { cues, rules } = this.compileCues(grid, ground);
    const arrivals = this.arrivals(cues, pieces.length);
    if (!arrivals || hasErrors(this.diagnostics)) return { program: undefined, diagnostics: this.diagnostics };
    pieces.push(...arrivals.pieces);
    this.finishWaves(cues);
    if (hasErrors(this.diagnostics)) return { program: undefined, diagnostics: this.diagnostics };
    this.addNew(checkMovers(level, pieces, this.brains, grid, this.path));
    this.addNew(checkTargets(game, level, this.kindIds, this.scripts));
    const parts = this.parts(pieces);
    if (!parts || hasErrors(this.diagnostics)) return { program: undefined, diagnostics: this.diagnostics };
    pieces.push(...parts);
    const shots = this.shots(playerPiece.kind, playerPiece.piece);
    const fired = this.firedShots(pieces, playerPiece.piece, pieces.length + shots.length);
    this.addNew(checkThrownParts(game, [...shots, ...fired.pieces]));
    const player = this.player(playerPiece.piece, playerPiece.kind, {
      firstShot: pieces.length,
      shotCount: shots.length,
    });
    const behaviors: Record<string, CheckedBehavior> = {};
    for (const verdict of this.scripts.values())
      if (verdict.behavior) behaviors[verdict.behavior.name] = verdict.behavior;
    const kinds = stretchStrips(
      this.kindIds.map((id) => this.kind(kindOf(game, id)!, playerPiece!.kind.id)),
      cues,
    );
    const program: LevelProgram = {
      levelId: level.id,
      ticksPerSecond: level.ticksPerSecond,
      pixelsPerCell: game.pixelsPerCell,
      timeLimitTicks: ticksOf(level.rules.timeLimit, level.ticksPerSecond),
      ...blockGround(grid, ground, kinds, pieces),
      isSideView: level.view === 'side',
      gravity: this.gravity,
      kinds,
      contacts: compileContacts(game, level, this.kindIds),
      formations: this.formations.length,
      player,
      pieces: [...pieces, ...shots, ...fired.pieces],
      brains: this.brains,
      tags: this.names.tags,
      sounds: this.names.sounds,
      shots: fired.groups,
      behaviors,
      exit,
      scroll: compileScroll(level),
      cues,
      rules,
      pools: arrivals.pools,
      from: this.overrides.from ?? {},
    };
    return { program: hasErrors(this.diagnostics) ? undefined : program, diagnostics: this.diagnostics };
  }

  /** Cells a tick². */
  private get gravity(): number {
    const { view, gravity, ticksPerSecond } = this.level;
    return view === 'side' ? (gravity ?? USUAL.gravity) / (ticksPerSecond * ticksPerSecond) : 0;
  }

  private kind(kind: Kind, playerKind: string): KindProgram {
    const contact = this.game.contacts?.[findContact(this.game, kind.id, playerKind)];
    return {
      id: kind.id,
      name: kind.name,
      tags: kind.names,
      stand: outlineOf(standShapeOf(kind)),
      hit: hitShapeFor(kind.blocks && !kind.hit ? outsideOf(standShapeOf(kind)) : hitShapeOf(kind)),
      isThreat: !kind.control && endsRun(this.level, kind),
      isCarrier: contact?.does.some((effect) => effect.effect === 'carry along') ?? false,
      health: kind.health ?? USUAL.health,
      floats: kind.floats ?? false,
      falls: kind.falls ?? false,
      blocks: kind.blocks ?? false,
      pushTicks: kind.blocks && kind.pushed !== undefined ? ticksOf(kind.pushed, this.level.ticksPerSecond) : Infinity,
      wear: kind.wear ?? 0,
      crumbsWithin: kind.crumbs?.within ?? 0,
      crumbShare: kind.crumbs?.share ?? 0,
      parts: (kind.parts ?? []).map((part) => this.kindIds.indexOf(part.kind)),
      slowing: tickFactor(1 - (kind.flight?.slows ?? 0), this.level.ticksPerSecond),
      pierces: kind.flight?.pierces ?? 0,
    };
  }

  /** Places among the pieces for the shots of the player. */
  private shots(kind: Kind, player: Piece): PieceProgram[] {
    const { control } = kind;
    const gun = gunOf(control);
    const shotKind = gun && kindOf(this.game, gun.shot);
    if (!control || !shotKind) return [];
    return Array.from({ length: countShots(control) }, (_, index) => ({
      ...this.placed({ ...player, id: `${shotKind.id}.shot-${index + 1}`, name: shotKind.name }, shotKind),
      brain: -1,
      isShot: true,
    }));
  }

  /** Places among the pieces for what behaviors fire: so many for each piece that may fire a kind. */
  private firedShots(
    pieces: readonly PieceProgram[],
    like: Piece,
    first: number,
  ): { pieces: PieceProgram[]; groups: LevelProgram['shots'] } {
    const counts = new Map<number, number>();
    for (const piece of pieces) {
      const brain = piece.brain >= 0 ? this.brains[piece.brain] : undefined;
      for (const kind of brain ? kindsFiredBy(brain) : [])
        counts.set(kind, Math.min(MOST_SHOTS, (counts.get(kind) ?? 0) + SHOTS_OF_A_PIECE));
    }
    const shots: PieceProgram[] = [];
    const groups = [...counts].map(([kind, count]) => {
      const shotKind = kindOf(this.game, this.kindIds[kind])!;
      const group = { kind, first: first + shots.length, count };
      for (let index = 1; index <= count; index++)
        shots.push({
          ...this.placed(
            { ...like, id: `${shotKind.id}.fired-${index}`, name: shotKind.name, kind: shotKind.id },
            shotKind,
          ),
          route: [],
          leadTicks: 0,
          brain: -1,
          isShot: true,
        });
      return group;
    });
    return { pieces: shots, groups };
  }

  /** Folds the cues and rules, and looks whether they can work on this ground. */
  private compileCues(grid: ArenaGrid, ground: GroundMap): { cues: CueProgram[]; rules: RulesProgram } {
    const checked = this.cues?.checked;
    if (!checked) return { cues: [], rules: NO_RULES };
    const { cues, rules, diagnostics } = compileCues(this.game, this.level, checked, this.kindIds, this.overrides);
    this.addNew(diagnostics);
    if (!hasErrors(diagnostics)) this.addNew(checkRounds(this.game, this.level, checked, this.kindIds));
    if (!hasErrors(diagnostics))
      this.addNew(
        checkCuePlaces(
          this.game,
          checked,
          cues,
          this.kindIds,
          grid,
          ground,
          (kind) => this.scripts.get(kind.behavior ?? '')?.behavior,
          [...this.path, 'cues'],
        ),
      );
    return { cues, rules };
  }

  /** Places among the pieces for what cues bring in; undefined when the script of a kind has errors. */
  private arrivals(
    cues: readonly CueProgram[],
    first: number,
  ): { pieces: PieceProgram[]; pools: LevelProgram['pools'] } | undefined {
    const pieces: PieceProgram[] = [];
    const pools: LevelProgram['pools'] = [];
    for (const [kindIndex, count] of arrivalsByKind(
      cues,
      ticksOf(this.level.rules.timeLimit, this.level.ticksPerSecond),
    )) {
      const kind = kindOf(this.game, this.kindIds[kindIndex])!;
      const like: Piece = { id: kind.id, name: kind.name, kind: kind.id, at: [-1000, -1000], facing: 0 };
      const compiled = this.piece(like, kind, -1);
      if (!compiled) return undefined;
      pools.push({ kind: kindIndex, first: first + pieces.length, count });
      for (let number = 1; number <= count; number++)
        pieces.push({ ...compiled, id: `${kind.id}.${number}`, name: kind.name, isArrival: true });
    }
    return { pieces, pools };
  }

  /** Places among the pieces for what is fixed to others; undefined when the script of a kind has errors. */
  private parts(leads: readonly PieceProgram[]): PieceProgram[] | undefined {
    const isSideView = this.level.view === 'side';
    const parts: PieceProgram[] = [];
    for (const [lead, { id, kind: leadKind, x, y, facing, isArrival, leadTicks }] of leads.entries()) {
      for (const [number, { kind: kindId, at }] of (kindOf(this.game, leadKind)?.parts ?? []).entries()) {
        const kind = kindOf(this.game, kindId)!;
        const [along, across] = at;
        const body = { x, y, facingX: cosDegrees(facing), facingY: sinDegrees(facing) };
        const place = isArrival ? ([x, y] as [number, number]) : partPlace({ along, across }, body, isSideView);
        const like: Piece = {
          id: `${kindId}.part-${number + 1}-of-${id}`,
          name: kind.name,
          kind: kindId,
          at: place,
          facing,
        };
        const compiled = this.piece(like, kind, -1);
        if (!compiled) return undefined;
        parts.push({ ...compiled, isArrival: true, leadTicks, partOf: lead, along, across });
      }
    }
    this.addNew(checkParts(this.game, parts, this.brains));
    return parts;
  }

  /** What of waves is only known with the behaviors of what they bring in: states of stragglers, and formations. */
  private finishWaves(cues: readonly CueProgram[]): void {
    cues.forEach((cue, index) => {
      if (cue.type !== 'waves') return;
      const entries = cue.waves.flatMap((wave) => wave.entries);
      if (entries.some(({ columns }) => columns > 0)) cue.formation = this.formationOf(`rows of ${cue.name}`);
      const definition = this.cues?.checked?.cues[index];
      const state = definition?.type === 'waves' ? definition.waves.stragglersState : undefined;
      if (!state) return;
      cue.stragglerStates = this.brains.map(({ states }) => states.findIndex(({ name }) => name === state.id));
      const behaviors = entries.map(({ kind }) => kindOf(this.game, this.kindIds[kind])?.behavior);
      const known = this.brains
        .filter(({ behavior }) => behaviors.includes(behavior))
        .flatMap(({ states }) => states.map(({ name }) => name));
      if (!known.includes(state.id))
        this.addNew([
          errorAt(
            { path: [...this.path, 'cues'], span: state.span },
            'unknown-straggler-state',
            `Nothing that ${cue.name} brings in has a state \`${state.id}\`.`,
            proposeWord(state.id, known, 'states'),
          ),
        ]);
    });
  }

  /** What is the same for everything that stands in the level. */
  private placed(piece: Piece, kind: Kind): Omit<PieceProgram, 'brain'> {
    return {
      id: piece.id,
      name: piece.name,
      kind: kind.id,
      kindIndex: this.kindIds.indexOf(kind.id),
      x: piece.at[0],
      y: piece.at[1],
      facing: piece.facing,
      radius: roughRadius(kind),
      route: (piece.route ?? []).flat(),
      isThreat: endsRun(this.level, kind),
      knobs: {},
      leadTicks: ticksOf(piece.lead ?? 0, this.level.ticksPerSecond),
      formation: piece.formation === undefined ? -1 : this.formationOf(piece.formation),
      isShot: false,
      isArrival: false,
      partOf: -1,
      along: 0,
      across: 0,
    };
  }

  private formationOf(name: string): number {
    const known = this.formations.indexOf(name);
    return known >= 0 ? known : this.formations.push(name) - 1;
  }

  /** Notes faults, each once, however many pieces bring it up. */
  private addNew(faults: readonly Diagnostic[]): void {
    for (const fault of faults) {
      const key = JSON.stringify(fault);
      if (this.known.has(key)) continue;
      this.known.add(key);
      this.diagnostics.push(fault);
    }
  }

  private player(piece: Piece, kind: Kind, shots: { firstShot: number; shotCount: number }): PlayerProgram {
    const control = compileControl(kind.control!, this.level.ticksPerSecond, {
      gravity: this.gravity,
      floats: kind.floats ?? false,
    });
    return {
      id: piece.id,
      name: piece.name,
      kind: kind.id,
      kindIndex: this.kindIds.indexOf(kind.id),
      x: piece.at[0],
      y: piece.at[1],
      facing: piece.facing,
      radius: roughRadius(kind),
      stand: outlineOf(standShapeOf(kind)),
      step: control.step,
      control,
      gun: compileGun(kind.control!, this.level.ticksPerSecond, shots),
      health: kind.health ?? USUAL.health,
    };
  }

  /** Undefined when the script of the piece has errors. */
  private piece(piece: Piece, kind: Kind, index: number): PieceProgram | undefined {
    const verdict = kind.behavior ? this.scripts.get(kind.behavior) : undefined;
    if (kind.behavior && !verdict?.behavior) return undefined;
    const path = index < 0 ? [...this.path, 'cues'] : [...this.path, 'pieces', index];
    const definitions = verdict?.knobs ?? [];
    const faults = [
      ...checkKnobValues(kind.name, kind.knobs, definitions, [
        'cast',
        this.game.cast.findIndex((entry) => entry.id === kind.id),
        'knobs',
      ]),
      ...checkKnobValues(piece.name, piece.knobs, definitions, [...path, 'knobs']),
    ];
    this.addNew(faults);
    // A try's override wins over everything that the document says of the kind and its pieces.
    const forced = Object.fromEntries(
      this.overrides.knobs.filter((entry) => entry.kind === kind.id).map((entry) => [entry.knob, entry.value]),
    );
    // A value out of range is said once, where it is set, and not again wherever it is used.
    const layers = faults.length > 0 ? [] : [kind.knobs, piece.knobs, forced];
    const knobs = resolveKnobs(definitions, layers);
    const brain = verdict?.behavior ? this.brain(verdict.behavior, knobs, kind) : -1;
    const states = brain >= 0 ? this.brains[brain].states : [];
    const needsRoute = states.some(({ motion }) => factsOfMotion(motion.operation).followsRoute);
    if (needsRoute && countPlaces(piece.route) < 2) {
      this.diagnostics.push(
        warningAt(
          { path },
          'route-missing',
          index < 0
            ? `${piece.name} comes in by a cue, and its behavior follows a route that no arrival has.`
            : `${piece.name} patrols but ${piece.route?.length ? 'its route has only one place' : 'has no route'}, so it stands still.`,
          index < 0 ? 'Give the kind a behavior without `route`.' : 'Draw at least two waypoints.',
        ),
      );
    }
    return { ...this.placed(piece, kind), brain, knobs };
  }

  private brain(behavior: CheckedBehavior, knobs: Record<string, number>, kind: Kind): number {
    const key = JSON.stringify([behavior.name, knobs]);
    const known = this.brainOfKey.get(key);
    if (known !== undefined) return known;
    const scriptIndex = this.game.scripts.findIndex((script) => script.id === kind.behavior);
    const units = { pixelsPerCell: this.game.pixelsPerCell, ticksPerSecond: this.level.ticksPerSecond };
    const { brain, diagnostics } = compileBrain(behavior, knobs, units, ['scripts', scriptIndex], this.names);
    this.addNew(diagnostics);
    this.brainOfKey.set(key, this.brains.length);
    this.brains.push(brain);
    return this.brains.length - 1;
  }
}

/** The factor in a tick that comes to a factor in a second, by halving: exact operations only. */
function tickFactor(inASecond: number, ticksPerSecond: number): number {
  if (inASecond === 1) return 1;
  let [low, high] = [0, 1];
  for (let round = 0; round < 60; round++) {
    const middle = (low + high) / 2;
    let power = 1;
    for (let tick = 0; tick < ticksPerSecond; tick++) power *= middle;
    if (power < inASecond) low = middle;
    else high = middle;
  }
  return high;
}

/** At most so many shots of one piece, and of one kind in a level, are under way at once. */
const SHOTS_OF_A_PIECE = 8;
const MOST_SHOTS = 256;

function kindsFiredBy(brain: BrainProgram): Set<number> {
  const acts = brain.states.flatMap(actsOfState);
  return new Set(acts.flatMap((act) => (act.act === 'fire' && act.kind >= 0 ? [act.kind] : [])));
}

/** How many different places a route has. */
function countPlaces(route: Piece['route']): number {
  return new Set(route?.map(String)).size;
}

/** Half of the longest side of what others meet of a kind. */
function roughRadius(kind: Kind): number {
  const { west, north, east, south } = reachOf(hitShapeOf(kind));
  return Math.max(west + east, north + south) / 2;
}

/** The level with its player where a try wants it; the document itself stays as it is. */
function movePlayer(game: GameDocument, level: Level, { playerAt }: Overrides): Level {
  if (!playerAt) return level;
  const isPlayer = (kindId: string) => kindOf(game, kindId)?.control !== undefined;
  return { ...level, pieces: level.pieces.map((piece) => (isPlayer(piece.kind) ? { ...piece, at: playerAt } : piece)) };
}

/** Whether overrides name a kind, a knob and a value that exist; faults have an empty path, as they are in no document. */
export function checkOverrides(
  game: GameDocument,
  scripts: ReadonlyMap<string, ScriptVerdict>,
  overrides: Overrides,
  cues: CueVerdict | undefined,
): Result<Overrides, Diagnostic> {
  const ownKnobs = cues?.checked?.knobs ?? [];
  const faults = overrides.knobs.flatMap(({ kind: kindId, knob, value }) => {
    const ofCue = ownKnobs.filter((entry) => entry.cue === kindId).map((entry) => entry.knob);
    if (ofCue.length > 0) return checkKnobValues(`The override of ${kindId}`, { [knob]: value }, ofCue, []);
    const kind = kindOf(game, kindId);
    if (!kind) {
      const nearest = nearestWord(
        kindId,
        game.cast.map((candidate) => candidate.id),
      );
      return [
        errorAt(
          { path: [] },
          'unknown-kind',
          `There is no kind \`${kindId}\` in the cast.`,
          nearest ? `Did you mean \`${nearest}\`?` : 'See the cast of the game.',
        ),
      ];
    }
    const definitions = (kind.behavior && scripts.get(kind.behavior)?.knobs) || [];
    return checkKnobValues(`The override of ${kindId}`, { [knob]: value }, definitions, []);
  });
  faults.push(...checkStart(overrides, cues));
  return faults.length > 0 ? fail(faults) : succeed(overrides);
}

/** What blocks keeps others off its cells, so it is met so far outside of them: from the middle of the cell beside it, too. */
const OUTSIDE_CELLS = 0.25;

function outsideOf(stand: OutlineShape): OutlineShape {
  const { west, north, east, south } = reachOf(stand);
  const side = (low: number, high: number) => Math.max(1, low + high) + 2 * OUTSIDE_CELLS;
  return { form: 'box', width: side(west, east), height: side(north, south) };
}
