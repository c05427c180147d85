import type { Area } from '../arena/area';
import type { FaultCode } from '../foundation/faultCodes';
import { foldChanging, foldCondition } from './foldCondition';
import type { RuleWord } from '../language/words/ruleConditions';
import type { GameDocument, Level, Mark } from '../document/gameDocument';
import { markBox } from '../document/markBox';
import { kindOf } from '../document/resolveKind';
import { errorAt, warningAt, type Diagnostic, type Span } from '../foundation/diagnostic';
import { bug } from '../foundation/result';
import { toBaseUnit, type UnitContext } from '../foundation/units';
import type { Expression } from '../language/checkedBehavior';
import type {
  Bounded,
  CheckedCues,
  GapDefinition,
  CueCondition,
  RulePhrase,
  NameAt,
  PlaceDefinition,
  RulesDefinition,
  SpawnerDefinition,
  WavesDefinition,
} from '../language/cues/checkedCues';
import { ANY_EDGE, EDGES } from '../language/cues/cueWords';
import { ticksOf } from './ticksOf';
import {
  MOST_OF_A_KIND,
  NO_RULES,
  USUAL_ALIVE,
  type CueProgram,
  type GapProgram,
  type GivenProgram,
  type PlaceProgram,
  type RuleCondition,
  type RuleWordTest,
  type RulesProgram,
  type RuleValue,
  type ScoreProgram,
  type SpawnerProgram,
  type WaveEntry,
  type WavesProgram,
} from './cueProgram';
import { foldExpression } from './foldExpression';
import type { Overrides } from './levelProgram';

export interface CompiledCues {
  cues: CueProgram[];
  rules: RulesProgram;
  diagnostics: Diagnostic[];
}

const USUAL_SAFE_SECONDS = 1.5;

/** Kinds that cues bring in, in the order in which they are named. */
export function kindsOfCues({ cues }: CheckedCues): string[] {
  const ids = cues.flatMap((cue) =>
    cue.type === 'spawner'
      ? [...cue.spawner.picks.map(({ kind }) => kind), ...gapKinds(cue.spawner.gap)].map(({ id }) => id)
      : [
          ...cue.waves.waves.flatMap(({ entries }) => entries.map(({ kind }) => kind.id)),
          ...cue.waves.supplies.map(({ kind }) => kind.id),
        ],
  );
  return [...new Set(ids)];
}

function gapKinds(gap: GapDefinition | undefined): NameAt[] {
  return gap ? [gap.first, gap.second, ...(gap.strip ? [gap.strip] : [])] : [];
}

/** Folds numbers and names of cues and rules; a try may override knobs and the round of the course. */
export function compileCues(
  game: GameDocument,
  level: Level,
  checked: CheckedCues,
  kindIds: readonly string[],
  overrides: Overrides,
): CompiledCues {
  const folder = new CueFolder(game, level, checked, kindIds, overrides);
  return { ...folder.fold(), diagnostics: folder.diagnostics };
}

class CueFolder {
  readonly diagnostics: Diagnostic[] = [];
  private readonly units: UnitContext;
  private readonly path: (string | number)[];
  private readonly cueNames: string[];

  constructor(
    private readonly game: GameDocument,
    private readonly level: Level,
    private readonly checked: CheckedCues,
    private readonly kindIds: readonly string[],
    private readonly overrides: Overrides,
  ) {
    this.units = { pixelsPerCell: game.pixelsPerCell, ticksPerSecond: level.ticksPerSecond };
    this.path = ['levels', game.levels.findIndex(({ id }) => id === level.id), 'cues'];
    this.cueNames = checked.cues.map((cue) => (cue.type === 'spawner' ? cue.spawner.name : cue.waves.name));
  }

  fold(): { cues: CueProgram[]; rules: RulesProgram } {
    const cues = this.checked.cues.map((cue) =>
      cue.type === 'spawner' ? this.spawner(cue.spawner) : this.waves(cue.waves),
    );
    return { cues, rules: this.checked.rules ? this.rules(this.checked.rules) : NO_RULES };
  }

  private spawner(spawner: SpawnerDefinition): SpawnerProgram {
    const of = this.folderOf(spawner.name);
    const every = of.bounded(spawner.every);
    const jitter = of.value(spawner.jitter, 0);
    if (!(every > 0) && !spawner.isOnce)
      this.fault(
        spawner.everySpan,
        'rate-not-positive',
        `${spawner.name} would come every ${round(every)} s.`,
        'An interval must be longer than nothing.',
      );
    if (jitter < 0)
      this.fault(
        spawner.everySpan,
        'jitter-negative',
        `The jitter of ${spawner.name} is ${round(jitter)} s.`,
        'Write ± and a time of 0 s or more.',
      );
    else if (every > 0 && jitter > every)
      // No error, so that an interval can be dragged below its jitter; the jitter is held down.
      this.diagnostics.push(
        warningAt(
          { path: this.path, span: spawner.everySpan },
          'jitter-too-wide',
          `The jitter of ${spawner.name} (${round(jitter)} s) is wider than its interval (${round(every)} s); it counts as ${round(every)} s.`,
          'Make it at most as wide as the interval.',
        ),
      );
    this.checkWait(spawner.name, spawner.open);
    const { ticksPerSecond } = this.units;
    const mostInAll = spawner.isOnce ? 1 : (spawner.mostInAll ?? Infinity);
    return {
      type: 'spawner',
      name: spawner.name,
      place: this.place(spawner.place, spawner.name),
      everyTicks: Math.max(0.001, every) * ticksPerSecond,
      jitterTicks: Math.min(Math.max(0, jitter), Math.max(0.001, every)) * ticksPerSecond,
      firstTicks: (spawner.first ? of.value(spawner.first, 0) : every) * ticksPerSecond,
      isOnce: spawner.isOnce,
      picks: spawner.picks.map(({ kind, weight }) => ({ kind: this.kindIndex(kind), weight })),
      gap: spawner.gap && this.gap(spawner.gap, of),
      mostAlive: Math.min(spawner.mostAlive ?? USUAL_ALIVE, mostInAll),
      mostInAll,
      open: spawner.open && this.condition(spawner.open, of),
      close: spawner.close && this.condition(spawner.close, of),
      outsideBy: of.value(spawner.outsideBy, Infinity),
      retireTicks: of.value(spawner.retireAfter, Infinity) * ticksPerSecond,
      ...this.given(spawner, of),
    };
  }

  /** A cue that waits for itself to be cleared never opens. */
  private checkWait(name: string, open: CueCondition | undefined): void {
    const find = (condition: CueCondition | undefined): NameAt | undefined => {
      if (condition?.type === 'test')
        return condition.phrase.operation === 'cleared' && condition.phrase.name.id === name
          ? condition.phrase.name
          : undefined;
      return condition?.type === 'and' ? condition.parts.map(find).find((own) => own !== undefined) : undefined;
    };
    const own = find(open);
    if (!own) return;
    this.diagnostics.push(
      warningAt(
        { path: this.path, span: own.span },
        'waits-for-itself',
        `${name} opens when it has been cleared itself, so it never opens.`,
        'Name another cue, or what else it waits for.',
      ),
    );
  }

  private gap(gap: GapDefinition, of: KnobFolder): GapProgram {
    const [least, most] = gap.size.map((size) => of.value(size, 0));
    if (!(least > 0) || most < least)
      this.fault(
        gap.span,
        'gap-not-positive',
        `The gap would be ${round(least)} to ${round(most)} cells.`,
        'Write a length above 0, or the lesser one first.',
      );
    return {
      least,
      most,
      first: this.kindIndex(gap.first),
      second: this.kindIndex(gap.second),
      strip: gap.strip ? this.kindIndex(gap.strip) : -1,
      shift: Math.max(0, of.value(gap.shift, Infinity)),
    };
  }

  private waves(waves: WavesDefinition): WavesProgram {
    this.checkWait(waves.name, waves.open);
    const of = this.folderOf(waves.name);
    const ticks = (expression: Expression | undefined, missing: number) =>
      of.value(expression, missing) * this.units.ticksPerSecond;
    return {
      type: 'waves',
      name: waves.name,
      place: this.place(waves.place, waves.name),
      waves: waves.waves.map(({ entries, oneEvery }) => ({
        entries: entries.map(({ count, kind, rows }): WaveEntry => {
          const number = Math.round(of.bounded(count)) * (rows?.columns ?? 1);
          if (!(number >= 1))
            this.fault(
              kind.span,
              'count-not-positive',
              `${round(of.bounded(count))} ${kind.id} would come.`,
              'Keep the count at 1 or more, as with `at least 1`.',
            );
          return {
            kind: this.kindIndex(kind),
            count: Math.max(1, number || 1),
            columns: rows?.columns ?? 0,
            apart: rows ? Math.max(0.1, of.value(rows.apart, 1)) : 0,
            down: rows ? Math.max(0.1, of.value(rows.down, 1)) : 0,
            isBelow: rows?.isBelow ?? false,
          };
        }),
        oneEveryTicks: Math.max(0, ticks(oneEvery, 0)),
      })),
      repeatFrom: waves.repeat ? waves.repeat.from - 1 : -1,
      repeatTimes: waves.repeat ? (waves.repeat.times ?? Infinity) : 0,
      growth: waves.repeat?.growth ?? 1,
      cap: waves.repeat?.cap ?? MOST_OF_A_KIND,
      nextWhenCleared: waves.nextWhenCleared,
      nextTicks: ticks(waves.nextAfter, Infinity),
      restTicks: ticks(waves.rest, 0),
      firstTicks: ticks(waves.first, 0),
      supplies: waves.supplies.map(({ count, kind, marks }) => ({
        kind: this.kindIndex(kind),
        count,
        place: this.place({ marks, ground: undefined, away: undefined, grace: undefined }, waves.name),
      })),
      stragglerTicks: ticks(waves.stragglersAfter, Infinity),
      // Which states these are is known only when the behaviors are compiled.
      stragglerStates: undefined,
      open: waves.open && this.condition(waves.open, of),
      formation: -1,
      ...this.given(waves, of),
    };
  }

  private given(cue: Pick<SpawnerDefinition, 'heading' | 'speed'>, of: KnobFolder): GivenProgram {
    const range = ([low, high]: [Expression, Expression], factor: number): [number, number] => [
      of.value(low, 0) * factor,
      of.value(high, 0) * factor,
    ];
    return {
      heading: cue.heading && range(cue.heading, 1),
      step: cue.speed && range(cue.speed, 1 / this.units.ticksPerSecond),
    };
  }

  private place({ marks, ground, away, grace }: PlaceDefinition, name: string): PlaceProgram {
    const of = this.folderOf(name);
    return {
      spots: marks.flatMap((mark) => this.spotsOf(mark)),
      ground: ground ? this.game.terrain.findIndex(({ id }) => id === ground.id) : -1,
      away: of.value(away, 0),
      graceTicks: ticksOf(of.value(grace, 0), this.units.ticksPerSecond),
    };
  }

  private rules(rules: RulesDefinition): RulesProgram {
    const of = this.folderOf('rules');
    const { ticksPerSecond } = this.units;
    const back = rules.comeBack?.mark && middleOf(markBox(this.markNamed(rules.comeBack.mark)));
    return {
      lives: rules.lives ? (this.overrides.from?.lives ?? rules.lives) : 0,
      backX: back?.x,
      backY: back?.y,
      backTicks: ticksOf(of.value(rules.comeBack?.after, 0), ticksPerSecond),
      safeTicks: ticksOf(of.value(rules.comeBack?.safe, USUAL_SAFE_SECONDS), ticksPerSecond),
      laysBack: rules.comeBack?.laysBack ?? false,
      playsFor: rules.playsFor,
      carryMost: rules.carryMost ?? Infinity,
      scores: rules.scores.map(({ points, event, span }): ScoreProgram => {
        switch (event.type) {
          case 'defeated':
          case 'collected':
          case 'filled':
            return { points, event: { type: event.type, kinds: this.kindsWith(event.tag) } };
          case 'every': {
            const seconds = of.value(event.period, 1);
            if (!(seconds > 0))
              this.fault(
                span,
                'rate-not-positive',
                `These points would come every ${round(seconds)} s.`,
                'An interval must be longer than nothing.',
              );
            return { points, event: { type: 'every', ticks: Math.max(1, ticksOf(seconds, ticksPerSecond)) } };
          }
          case 'each': {
            const length = of.value(event.length, 1);
            if (!(length > 0))
              this.fault(
                span,
                'rate-not-positive',
                `These points would come every ${round(length)} cells.`,
                'A stretch must be longer than nothing.',
              );
            return { points, event: { type: 'each', length: Math.max(0.01, length) } };
          }
          case 'holds':
            return { points, event: { type: 'holds', condition: this.condition(event.condition, of) } };
          default:
            return { points, event };
        }
      }),
      loses: rules.loses.map(({ condition }) => this.condition(condition, of)),
      wins: rules.wins.map(({ condition }) => this.condition(condition, of)),
    };
  }

  private condition(condition: CueCondition, of: KnobFolder): RuleCondition {
    return foldCondition(condition, {
      test: (phrase: RulePhrase) => this.tests[phrase.operation](phrase),
      value: (expression) => of.changing(expression),
    });
  }

  /** What each word of cues and rules comes to. */
  private readonly tests: { [Word in RuleWord]: (phrase: RulePhrase) => RuleWordTest & { type: Word } } = {
    touches: ({ name }) => ({ type: 'touches', kinds: this.kindsWith(name) }),
    'none left': ({ name }) => ({ type: 'none left', kinds: this.kindsWith(name) }),
    'all filled': ({ name }) => ({ type: 'all filled', kinds: this.kindsWith(name) }),
    cleared: ({ name }) => ({ type: 'cleared', cue: this.cueNames.indexOf(name.id) }),
    at: ({ name }) => ({ type: 'at', area: this.areaOf(name) }),
    'some at': ({ name, place }) => ({ type: 'some at', kinds: this.kindsWith(name), area: this.areaOf(place!) }),
    'each at': ({ name, place }) => ({ type: 'each at', kinds: this.kindsWith(name), area: this.areaOf(place!) }),
  };

  private areaOf(mark: NameAt): Area {
    const [x, y, width, height] = markBox(this.markNamed(mark));
    if (width === 0 || height === 0)
      this.fault(
        mark.span,
        'mark-without-area',
        `${mark.id} has no area, so nobody is ever in it.`,
        'Draw it as an area, or name another mark.',
      );
    return { x, y, width, height };
  }

  private kindsWith(tag: NameAt): number[] {
    return this.kindIds.flatMap((id, index) => (kindOf(this.game, id)?.names.includes(tag.id) ? [index] : []));
  }

  private kindIndex(kind: NameAt): number {
    return this.kindIds.indexOf(kind.id);
  }

  private spotsOf(mark: NameAt): PlaceProgram['spots'] {
    const [width, height] = [this.level.map[0].length, this.level.map.length];
    const sides = Object.entries(EDGES).filter(([name]) => mark.id === name || mark.id === ANY_EDGE);
    if (sides.length === 0) return [spotOf(this.markNamed(mark))];
    return sides.map(([name, inward]) => {
      const isUpright = name === 'east_edge' || name === 'west_edge';
      return {
        x: name === 'east_edge' ? width + OUTSIDE_CELLS : name === 'west_edge' ? -OUTSIDE_CELLS : 0,
        y: name === 'south_edge' ? height + OUTSIDE_CELLS : name === 'north_edge' ? -OUTSIDE_CELLS : 0,
        width: isUpright ? 0 : width,
        height: isUpright ? height : 0,
        isLine: true,
        inward,
      };
    });
  }

  private markNamed({ id }: NameAt): Mark {
    return this.level.marks.find((mark) => mark.id === id) ?? bug(`mark ${id} was checked`);
  }

  private folderOf(cue: string): KnobFolder {
    const values = new Map<string, number>([
      ['level', this.game.levels.findIndex(({ id }) => id === this.level.id) + 1],
      ['round', this.overrides.from?.round ?? 1],
    ]);
    for (const { cue: owner, knob } of this.checked.knobs) {
      if (owner !== cue) continue;
      const forced = this.overrides.knobs.find((entry) => entry.kind === cue && entry.knob === knob.name);
      values.set(knob.name, toBaseUnit(forced?.value ?? knob.value, knob.unit, this.units));
    }
    return new KnobFolder(values, this.units);
  }

  private fault(span: Span, code: FaultCode, message: string, hint: string): void {
    this.diagnostics.push(errorAt({ path: this.path, span }, code, message, hint));
  }
}

class KnobFolder {
  constructor(
    private readonly knobs: ReadonlyMap<string, number>,
    private readonly units: UnitContext,
  ) {}

  value(expression: Expression | undefined, missing: number): number {
    return expression ? foldExpression(expression, this.knobs, this.units) : missing;
  }

  bounded({ value, least, most }: Bounded): number {
    return Math.min(this.value(most, Infinity), Math.max(this.value(least, -Infinity), this.value(value, 0)));
  }

  changing(expression: Expression): RuleValue {
    return foldChanging(
      expression,
      (part) => this.value(part, 0),
      () => bug('cues and rules remember nothing'),
    );
  }
}

/** So far outside of the level something comes in over an edge. */
const OUTSIDE_CELLS = 0.5;

function spotOf(mark: Mark): PlaceProgram['spots'][number] {
  if ('line' in mark) {
    const [[x0, y0], [x1, y1]] = mark.line;
    return { x: x0, y: y0, width: x1 - x0, height: y1 - y0, isLine: true, inward: 0 };
  }
  const [x, y, width, height] = markBox(mark);
  return { x, y, width, height, isLine: false, inward: 0 };
}

function middleOf([x, y, width, height]: [number, number, number, number]): { x: number; y: number } {
  return { x: x + width / 2, y: y + height / 2 };
}

function round(value: number): number {
  return Number(value.toFixed(3));
}
