import { cellsOfArea } from '../arena/area';
import { cellIndexAt } from '../arena/grid';
import type { LevelProgram } from '../compile/levelProgram';
import { LevelKnowledge } from './standins/levelKnowledge';
import { harmOfKinds } from './standins/belief/harms';
import { computeWays } from './moves/wayField';
import type { EndCause } from './engine/runEvent';
import type { World } from './engine/world';
import { isBeatOfSecond } from '../foundation/beats';
import { CloseCalls } from './closeCalls';
import { PopulationWatch, type PopulationFacts } from './populationWatch';
import { SAMPLES_PER_SECOND, type RunRecord, type RunSamples } from './runRecord';

/** What else is counted while a run goes on. Whole numbers throughout, so that they add up exactly. */
export interface RunFacts extends PopulationFacts {
  /** How much of the quickest way to the exit was made at the best, in thousandths; undefined without a way. */
  wayMade?: number;
  /** Ticks in which the player could go, and those of them in which it stood where it was. */
  freeTicks: number;
  stoodTicks: number;
  /** Lives that were lost; undefined where there are none. */
  livesLost?: number;
  /** Health that was lost, in thousandths; undefined where every harm is the end. */
  harm?: number;
  /** When the player was first harmed or lost a life or the run; undefined if never. */
  firstLossTick?: number;
  /** When a piece first saw the player; undefined if none did, or none can. */
  firstSightTick?: number;
  /** How each life was lost, that with which the run ended among them; without lives how the run was lost. */
  losses: readonly Loss[];
  /** Where the player was harmed or lost a life, each time, cells; and where it was first seen. */
  lossPlaces: readonly Place[];
  firstSightPlace?: Place;
  /** Whether any piece can see the player at all. */
  hasEyes: boolean;
  /** Number of the last wave that came, from 1; undefined without waves. */
  wave?: number;
  /** Goals that were filled; undefined where there are none. */
  filled?: number;
  /** When the player had nothing left to fire; undefined if it never came to that, or it fires without end. */
  emptyTick?: number;
  /** Whether anything harms the player at all. */
  hasThreats: boolean;
  /** Cells in which the player was and, of that, in which it stood though it could have gone; ticks. Row by row. */
  spent: readonly CellTicks[];
  waited: readonly CellTicks[];
  /** How often something that harms passed the player closely without touching it, and where that was noted; undefined where nothing harms. */
  closeCalls?: number;
  closePlaces?: readonly Place[];
  /** Where the player was when a shot had passed it closely. */
  missPlaces: readonly Place[];
  /** Pressure in each cell in which the player was, in thousandths, and in how many samples it was seen there. */
  pressedIn: readonly CellSamples[];
  seenIn: readonly CellSamples[];
  /** The longest stretch on end with hardly any pressure, and all time with much of it, in samples. */
  lullSamples: number;
  pressedSamples: number;
  /** How often pressure rose to much after it had been hardly any, and the longest stretch on end with much, in samples. */
  peaks: number;
  peakSamples: number;
  samples: number;
}

/** One life that was lost: how, by which piece, and when. */
export interface Loss {
  cause: EndCause;
  piece: string | undefined;
  tick: number;
}

export interface Place {
  x: number;
  y: number;
}

/** What samples in one cell come to, by its number. */
export interface CellSamples {
  cell: number;
  samples: number;
  sum: number;
}

/** The ticks of a run from which maps are made; the end is not among them. */
export interface Stretch {
  fromTick: number;
  untilTick: number;
}

/** So many ticks in one cell, by its number. */
export interface CellTicks {
  cell: number;
  ticks: number;
}

/** Less pressure than this is none to speak of; more than that presses. */
const CALM = 0.1;
const PRESSING = 0.5;
const THOUSAND = 1000;
/** Whoever comes less far in a tick stands, cells. */
const STANDS_CELLS = 1e-6;

/** Counts along while runs of a level go on. One serves any number of runs, one after the other. */
export class FactsWatch {
  private readonly ways: Float64Array | undefined;
  private readonly start: number;
  private readonly hasEyes: boolean;
  private readonly hasHealth: boolean;
  private readonly hasThreats: boolean;
  private readonly goals: number[];
  private readonly spent: Uint32Array;
  private readonly waited: Uint32Array;
  private readonly population: PopulationWatch;
  private readonly close: CloseCalls;
  /** In which cell the player was at each sample. */
  private cellOfSample: number[] = [];
  private world: World | undefined;
  private nearest = Infinity;
  private freeTicks = 0;
  private stoodTicks = 0;
  private harm = 0;
  private health = 0;
  private lives = 0;
  private firstLossTick: number | undefined;
  private firstSightTick: number | undefined;
  private lastLossTick: number | undefined;
  private firstSightPlace: Place | undefined;
  private losses: Loss[] = [];
  private lossPlaces: Place[] = [];
  private missPlaces: Place[] = [];
  private nearMisses = 0;
  /** How often the player was harmed or lost a life so far. */
  private lossCount = 0;
  private emptyTick: number | undefined;
  private x = NaN;
  private y = NaN;

  /** Maps are made of the whole of each run, or of a stretch of it; all else is of the whole. */
  constructor(
    private readonly program: LevelProgram,
    private readonly stretch: Stretch = { fromTick: 0, untilTick: Infinity },
  ) {
    const { exit, grid, player, brains, kinds, pieces, contacts } = program;
    this.population = new PopulationWatch(program);
    this.close = new CloseCalls(program);
    this.spent = new Uint32Array(grid.width * grid.height);
    this.waited = new Uint32Array(grid.width * grid.height);
    this.hasEyes = brains.some(({ sightRange }) => sightRange > 0);
    this.hasThreats = harmOfKinds(program).some((harm) => harm > 0);
    this.hasHealth = player.health !== 1 || kinds[player.kindIndex].health !== 1;
    const fills = new Set(
      contacts.flatMap(({ on, effects }) => (effects.some((own) => own.effect === 'fill') ? [on] : [])),
    );
    this.goals = pieces.flatMap(({ kindIndex }, index) => (fills.has(kindIndex) ? [index] : []));
    const goals = exit ? cellsOfArea(exit, grid.width, grid.height) : [];
    const graph = goals.length > 0 ? LevelKnowledge.of(program).graphs.atStart : undefined;
    const ways = graph && computeWays(graph, goals);
    const first = Math.floor(player.y) * grid.width + Math.floor(player.x);
    this.start = ways?.[first] ?? Infinity;
    this.ways = this.start > 0 && this.start < Infinity ? ways : undefined;
    this.reset();
  }

  /** To be called before the first tick and after every one. */
  look(world: World): void {
    const { player, tick } = world;
    this.world = world;
    this.population.look(world);
    this.noteLosses(world);
    const cell = cellIndexAt(this.program.grid, player.x, player.y);
    if (isBeatOfSecond(tick, this.program.ticksPerSecond, SAMPLES_PER_SECOND)) {
      this.cellOfSample.push(cell);
      if (this.hasThreats) this.close.look(world, this.lossCount, this.isWithin(tick));
    }
    if (player.stunLeft <= 0 && tick > 0) {
      this.freeTicks++;
      const isStanding = Math.abs(player.x - this.x) + Math.abs(player.y - this.y) < STANDS_CELLS;
      if (isStanding) this.stoodTicks++;
      if (this.isWithin(tick)) {
        this.spent[cell]++;
        if (isStanding) this.waited[cell]++;
      }
    }
    if (world.nearMisses !== this.nearMisses) this.noteMisses(world);
    if (player.ammunition === 0) this.emptyTick ??= tick;
    this.x = player.x;
    this.y = player.y;
    if (this.hasEyes && this.firstSightTick === undefined && isSeen(world)) {
      this.firstSightTick = tick;
      if (this.isWithin(tick)) this.firstSightPlace = { x: player.x, y: player.y };
    }
    if (this.ways) {
      const way = this.ways[cell];
      if (way < this.nearest) this.nearest = way;
    }
  }

  private isWithin(tick: number): boolean {
    return tick >= this.stretch.fromTick && tick < this.stretch.untilTick;
  }

  private noteMisses({ nearMisses, player: { x, y }, tick }: World): void {
    for (; this.nearMisses < nearMisses; this.nearMisses++) if (this.isWithin(tick)) this.missPlaces.push({ x, y });
  }

  private noteLosses(world: World): void {
    const { player, tick, livesLeft, lossX, lossY } = world;
    const hasLostLife = livesLeft < this.lives;
    if (hasLostLife) this.losses.push({ ...this.howLost(world), tick });
    if (player.health < this.health) this.harm += this.health - player.health;
    if (player.health < this.health || hasLostLife) {
      this.firstLossTick ??= tick;
      this.lastLossTick = tick;
      this.lossCount++;
      // Who has lost a life may be back where it comes in already.
      if (this.isWithin(tick))
        this.lossPlaces.push(hasLostLife ? { x: lossX, y: lossY } : { x: player.x, y: player.y });
    }
    this.health = player.health;
    this.lives = livesLeft;
  }

  /** How the life was lost that is lost in this tick. */
  private howLost({ touching, takenBy, lossPiece }: World): Pick<Loss, 'cause' | 'piece'> {
    const piece = lossPiece >= 0 ? this.program.pieces[lossPiece].id : undefined;
    if (touching >= 0) return { cause: 'touched', piece };
    return { cause: piece === undefined && takenBy ? takenBy : 'defeated', piece };
  }

  /** What was counted of the run that has just ended; ready for the next one. */
  finish(record: RunRecord, { pressure, sighted }: RunSamples): RunFacts {
    const { world, program } = this;
    const hasWaves = program.cues.some(({ type }) => type === 'waves');
    const hasLives = program.rules.lives > 0;
    const isLoss = record.outcome === 'lost' && record.cause !== 'rule';
    const firstLoss = this.firstLossTick ?? (isLoss ? record.ticks : undefined);
    // The loss with which a run ends is one, too; it may have been noted as harm.
    if (isLoss) this.losses.push({ cause: record.cause, piece: record.piece, tick: record.ticks });
    if (isLoss && this.lastLossTick !== record.ticks && this.isWithin(record.ticks))
      this.lossPlaces.push({ x: record.x, y: record.y });
    const made = record.outcome === 'won' && record.cause === 'reached the exit' ? 1 : 1 - this.nearest / this.start;
    const facts: RunFacts = {
      freeTicks: this.freeTicks,
      stoodTicks: this.stoodTicks,
      hasEyes: this.hasEyes,
      hasThreats: this.hasThreats,
      losses: this.losses,
      lossPlaces: this.lossPlaces,
      missPlaces: this.missPlaces,
      spent: ticksByCell(this.spent),
      waited: ticksByCell(this.waited),
      pressedIn: this.samplesByCell(pressure, (value) => Math.round(THOUSAND * value)),
      seenIn: this.samplesByCell(sighted, (count) => (count > 0 ? 1 : 0)),
      ...lullsOf(pressure),
      ...(world && this.population.finish(world)),
    };
    const { count, places } = this.close.finish();
    if (this.hasThreats) {
      facts.closeCalls = count;
      facts.closePlaces = places;
    }
    if (this.ways) facts.wayMade = Math.round(THOUSAND * Math.max(0, made));
    // The life with which a run ends is lost as well.
    if (hasLives && world)
      facts.livesLost = program.rules.lives - world.livesLeft + (isLoss && world.livesLeft > 0 ? 1 : 0);
    if (this.hasHealth) facts.harm = Math.round(THOUSAND * this.harm);
    if (firstLoss !== undefined) facts.firstLossTick = firstLoss;
    if (this.emptyTick !== undefined) facts.emptyTick = this.emptyTick;
    if (this.firstSightTick !== undefined) facts.firstSightTick = this.firstSightTick;
    if (this.firstSightPlace) facts.firstSightPlace = this.firstSightPlace;
    if (hasWaves && world) facts.wave = world.cues.waveNumber;
    if (this.goals.length > 0 && world) facts.filled = this.goals.filter((piece) => world.isFilled[piece] === 1).length;
    this.reset();
    return facts;
  }

  /** What samples come to by the cell in which the player was. */
  private samplesByCell(samples: readonly number[], countOf: (sample: number) => number): CellSamples[] {
    const { ticksPerSecond } = this.program;
    const byCell = new Map<number, CellSamples>();
    samples.forEach((sample, index) => {
      const cell = this.cellOfSample[index];
      const tick = (index * ticksPerSecond) / SAMPLES_PER_SECOND;
      if (cell === undefined || !this.isWithin(tick)) return;
      const own = byCell.get(cell) ?? { cell, samples: 0, sum: 0 };
      own.samples++;
      own.sum += countOf(sample);
      byCell.set(cell, own);
    });
    return [...byCell.values()];
  }

  private reset(): void {
    this.nearest = Infinity;
    this.lossCount = 0;
    this.cellOfSample = [];
    this.freeTicks = this.stoodTicks = this.harm = 0;
    this.health = this.program.player.health;
    this.lives = this.program.rules.lives;
    this.firstLossTick = this.lastLossTick = this.firstSightTick = this.emptyTick = undefined;
    this.firstSightPlace = undefined;
    this.losses = [];
    this.lossPlaces = [];
    this.missPlaces = [];
    this.nearMisses = 0;
    this.x = this.y = NaN;
    this.spent.fill(0);
    this.waited.fill(0);
  }
}

function ticksByCell(ticks: Uint32Array): CellTicks[] {
  const found: CellTicks[] = [];
  for (let cell = 0; cell < ticks.length; cell++) if (ticks[cell] > 0) found.push({ cell, ticks: ticks[cell] });
  return found;
}

function isSeen({ live: { next }, pieceCount, sights }: World): boolean {
  for (let piece = next[0]; piece < pieceCount; piece = next[piece + 1]) if (sights[piece] === 1) return true;
  return false;
}

/** Calm stretches and peaks, and the time under pressure, of ten samples a second. */
function lullsOf(
  pressure: readonly number[],
): Pick<RunFacts, 'lullSamples' | 'pressedSamples' | 'peaks' | 'peakSamples' | 'samples'> {
  const facts = { lullSamples: 0, pressedSamples: 0, peaks: 0, peakSamples: 0, samples: pressure.length };
  let lull = 0;
  let peak = 0;
  let isUp = false;
  for (const value of pressure) {
    lull = value < CALM ? lull + 1 : 0;
    peak = value >= PRESSING ? peak + 1 : 0;
    facts.lullSamples = Math.max(facts.lullSamples, lull);
    facts.peakSamples = Math.max(facts.peakSamples, peak);
    if (peak > 0) facts.pressedSamples++;
    if (peak > 0 && !isUp) facts.peaks++;
    // Between two peaks it has to become calm.
    isUp = peak > 0 || (isUp && lull === 0);
  }
  return facts;
}
