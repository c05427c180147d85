import type { LevelProgram } from '../compile/levelProgram';
import type { World } from './engine/world';
import { foesOf } from './foes';
import { SAMPLES_PER_SECOND } from './runRecord';

/** How many came, were there and went while a run went on, and what was fired. Whole numbers, so that they add up exactly. */
export interface PopulationFacts {
  /** Foes that came in during the run, and the most that were there at once; undefined where none come in. */
  arrived?: number;
  mostAtOnce?: number;
  /** Foes that were defeated; undefined where none come in and the player cannot shoot. */
  defeated?: number;
  /** Shots and blows of the player, and shots of others; undefined where nobody has any. */
  fired?: number;
  firedAgainst?: number;
  /** Waves that were over, and for how many ticks they went on in all; undefined without waves. */
  wavesOver?: number;
  waveTicks?: number;
  /** In which tick each wave began, in their order. */
  waveBegins?: readonly number[];
}

/** Counts foes and shots along while runs of a level go on. A foe is what harms the player and is no shot. */
export class PopulationWatch {
  private readonly foes: readonly number[];
  private readonly foeKinds: readonly number[];
  private readonly ownShots: readonly number[];
  private readonly otherShots: readonly number[];
  private readonly hasArrivals: boolean;
  private readonly hasWaves: boolean;
  /** Ticks between two counts of who is there. */
  private readonly every: number;
  private most = 0;
  private wave = 0;
  private waveBegan = 0;
  private wavesOver = 0;
  private waveBegins: number[] = [];
  private waveTicks = 0;

  constructor(program: LevelProgram) {
    const { pieces, player, shots, cues, ticksPerSecond } = program;
    this.foes = foesOf(program);
    this.foeKinds = [...new Set(this.foes.map((index) => pieces[index].kindIndex))];
    this.hasArrivals = this.foes.some((index) => pieces[index].isArrival && pieces[index].partOf < 0);
    this.hasWaves = cues.some(({ type }) => type === 'waves');
    const { gun } = player;
    this.ownShots = gun ? Array.from({ length: gun.shotCount }, (_, index) => gun.firstShot + index) : [];
    this.otherShots = shots.flatMap(({ first, count }) => Array.from({ length: count }, (_, index) => first + index));
    this.every = Math.max(1, Math.round(ticksPerSecond / SAMPLES_PER_SECOND));
  }

  /** To be called before the first tick and after every one. */
  look(world: World): void {
    if (this.hasArrivals && world.tick % this.every === 0) {
      let count = 0;
      for (const foe of this.foes) count += world.alive[foe];
      if (count > this.most) this.most = count;
    }
    if (!this.hasWaves || world.cues.waveNumber === this.wave) return;
    if (this.wave > 0) {
      this.wavesOver++;
      this.waveTicks += world.tick - this.waveBegan;
    }
    this.wave = world.cues.waveNumber;
    this.waveBegan = world.tick;
    this.waveBegins.push(world.tick);
  }

  /** What was counted up to the end of a run, as the world stands there; ready for the next one. */
  finish(world: World): PopulationFacts {
    const taken = (pieces: readonly number[]) => pieces.reduce((sum, piece) => sum + world.takenTimes[piece], 0);
    const facts: PopulationFacts = {};
    if (this.hasArrivals) {
      facts.arrived = taken(this.foes);
      facts.mostAtOnce = this.most;
    }
    if (this.hasArrivals || this.ownShots.length > 0)
      facts.defeated = this.foeKinds.reduce((sum, kind) => sum + world.defeated[kind], 0);
    if (this.ownShots.length > 0) facts.fired = taken(this.ownShots);
    if (this.otherShots.length > 0) facts.firedAgainst = taken(this.otherShots);
    if (this.hasWaves) {
      facts.wavesOver = this.wavesOver;
      facts.waveTicks = this.waveTicks;
      facts.waveBegins = this.waveBegins;
    }
    this.waveBegins = [];
    this.most = this.wave = this.waveBegan = this.wavesOver = this.waveTicks = 0;
    return facts;
  }
}
