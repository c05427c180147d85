import type { GameDocument, Kind, Level, Piece } from '../document/gameDocument';
import { errorAt, hasErrors, warningAt, type Diagnostic } from '../foundation/diagnostic';
import { fail, succeed, type Result } from '../foundation/result';
import type { CheckedBehavior, KnobDefinition } from '../language/checkedBehavior';
import { nearestWord } from '../foundation/nearestWord';
import { buildGrid } from './buildGrid';
import { checkKnobValues } from './checkKnobValues';
import { checkLevelGeometry, findExit } from './checkLevel';
import { compileBrain, ticksOf } from './compileBrain';
import { resolveKnobs } from './foldExpression';
import type { BrainProgram, LevelProgram, Overrides, PieceProgram, PlayerProgram } from './levelProgram';

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
  overrides: Overrides,
): CompiledLevel {
  return new LevelCompiler(game, level, scripts, overrides).compile();
}

class LevelCompiler {
  private readonly diagnostics: Diagnostic[] = [];
  private readonly known = new Set<string>();
  private readonly path: (string | number)[];
  private readonly brains: BrainProgram[] = [];
  private readonly brainOfKey = new Map<string, number>();
  private readonly level: Level;

  constructor(
    private readonly game: GameDocument,
    level: Level,
    private readonly scripts: ReadonlyMap<string, ScriptVerdict>,
    private readonly overrides: Overrides,
  ) {
    this.path = ['levels', game.levels.indexOf(level)];
    this.level = movePlayer(game, level, overrides);
  }

  compile(): CompiledLevel {
    const { game, level } = this;
    const grid = buildGrid(game, level);
    this.diagnostics.push(...checkLevelGeometry(game, level, grid, this.path));
    const pieces: PieceProgram[] = [];
    let player: PlayerProgram | undefined;
    let hasBrokenScript = false;
    level.pieces.forEach((piece, index) => {
      const kind = game.cast.find((candidate) => candidate.id === piece.kind)!;
      if (kind.control) player ??= this.player(piece, kind);
      else {
        const compiled = this.piece(piece, kind, index);
        if (compiled) pieces.push(compiled);
        else hasBrokenScript = true;
      }
    });
    const exit = findExit(level);
    if (hasErrors(this.diagnostics) || hasBrokenScript || !player || !exit)
      return { program: undefined, diagnostics: this.diagnostics };
    const behaviors: Record<string, CheckedBehavior> = {};
    for (const verdict of this.scripts.values())
      if (verdict.behavior) behaviors[verdict.behavior.name] = verdict.behavior;
    const program: LevelProgram = {
      levelId: level.id,
      ticksPerSecond: level.ticksPerSecond,
      pixelsPerCell: game.pixelsPerCell,
      timeLimitTicks: ticksOf(level.rules.timeLimit, level.ticksPerSecond),
      grid,
      player,
      pieces,
      brains: this.brains,
      behaviors,
      exit,
    };
    return { program, diagnostics: this.diagnostics };
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

  private player(piece: Piece, kind: Kind): PlayerProgram {
    const { speed, evenDiagonals } = kind.control!;
    return {
      id: piece.id,
      name: piece.name,
      kind: kind.id,
      x: piece.at[0],
      y: piece.at[1],
      radius: kind.radius,
      step: speed / this.level.ticksPerSecond,
      evenDiagonals,
    };
  }

  /** Undefined when the script of the piece has errors. */
  private piece(piece: Piece, kind: Kind, index: number): PieceProgram | undefined {
    const verdict = kind.behavior ? this.scripts.get(kind.behavior) : undefined;
    if (kind.behavior && !verdict?.behavior) return undefined;
    const path = [...this.path, 'pieces', index];
    const definitions = verdict?.knobs ?? [];
    const faults = [
      ...checkKnobValues(kind.name, kind.knobs, definitions, ['cast', this.game.cast.indexOf(kind), 'knobs']),
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
    const needsRoute = brain >= 0 && this.brains[brain].states.some((state) => state.motion.operation === 'patrol');
    if (needsRoute && !piece.route?.length) {
      this.diagnostics.push(
        warningAt(
          { path },
          'route-missing',
          `${piece.name} patrols but has no route, so it stands still.`,
          'Draw at least two waypoints.',
        ),
      );
    }
    return {
      id: piece.id,
      name: piece.name,
      kind: kind.id,
      x: piece.at[0],
      y: piece.at[1],
      facing: piece.facing,
      radius: kind.radius,
      brain,
      route: (piece.route ?? []).flat(),
      isThreat: kind.tags.includes(this.level.rules.loseWhenTouching),
      knobs,
    };
  }

  private brain(behavior: CheckedBehavior, knobs: Record<string, number>, kind: Kind): number {
    const key = JSON.stringify([behavior.name, knobs]);
    const known = this.brainOfKey.get(key);
    if (known !== undefined) return known;
    const scriptIndex = this.game.scripts.findIndex((script) => script.id === kind.behavior);
    const units = { pixelsPerCell: this.game.pixelsPerCell, ticksPerSecond: this.level.ticksPerSecond };
    const { brain, diagnostics } = compileBrain(behavior, knobs, units, ['scripts', scriptIndex]);
    this.addNew(diagnostics);
    this.brainOfKey.set(key, this.brains.length);
    this.brains.push(brain);
    return this.brains.length - 1;
  }
}

/** The level with its player where a try wants it; the document itself stays as it is. */
function movePlayer(game: GameDocument, level: Level, { playerAt }: Overrides): Level {
  if (!playerAt) return level;
  const isPlayer = (kindId: string) => game.cast.some((kind) => kind.id === kindId && kind.control);
  return { ...level, pieces: level.pieces.map((piece) => (isPlayer(piece.kind) ? { ...piece, at: playerAt } : piece)) };
}

/** Whether overrides name a kind, a knob and a value that exist; faults have an empty path, as they are in no document. */
export function checkOverrides(
  game: GameDocument,
  scripts: ReadonlyMap<string, ScriptVerdict>,
  overrides: Overrides,
): Result<Overrides, Diagnostic> {
  const faults = overrides.knobs.flatMap(({ kind: kindId, knob, value }) => {
    const kind = game.cast.find((candidate) => candidate.id === kindId);
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
  return faults.length > 0 ? fail(faults) : succeed(overrides);
}
