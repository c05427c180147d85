import { createStore } from 'zustand/vanilla';
import type {
  Diagnostic,
  Explanation,
  RulesExplanation,
  GameDocument,
  Input,
  LevelProgram,
  LiveRun,
  Overrides,
  RunEvent,
} from '@/core/index';
import type { ShownRun } from './composePicture';
import type { Moment } from './goOnController';
import type * as RunEngine from './runEngine';

/** What makes a try stand still by itself. */
export type FreezeOn = 'nothing' | 'contact' | 'sight' | 'state';

export type TryStatus = 'off' | 'playing' | 'frozen' | 'over';

/** What has been played, as it is kept: enough to play it again exactly. */
export interface KeptTry {
  levelId: string;
  seed: number;
  inputs: Input[];
  overrides: Overrides;
  outcome: string;
  seconds: number;
}

export interface TryState {
  status: TryStatus;
  /** Grows with every tick, so that whoever draws knows of it. */
  tick: number;
  /** 1 is real time. */
  speed: number;
  freezesOn: FreezeOn;
  /** Why it stands still, in words. */
  note: string;
  faults: Diagnostic[];
  /** What holds only for tries, until it is removed. Never part of the document. */
  overrides: Overrides;
  events: readonly RunEvent[];
}

const MOST_TICKS_A_FRAME = 12;

/** Plays a level by hand, tick by tick, in step with the screen. */
export class TryController {
  readonly store = createStore<TryState>(() => ({
    status: 'off',
    tick: 0,
    speed: 1,
    freezesOn: 'nothing',
    note: '',
    faults: [],
    overrides: { knobs: [] },
    events: [],
  }));
  private engine: typeof RunEngine | undefined;
  private live: LiveRun | undefined;
  private rest = 0;
  private game: GameDocument | undefined;
  private shown: ShownRun | undefined;

  constructor(private readonly levelId: string) {}

  get state(): TryState {
    return this.store.getState();
  }

  get program(): LevelProgram | undefined {
    return this.live?.program;
  }

  /** Begins from the start, with whatever overrides are listed; at once, unless the engine has to be fetched first. */
  async start(game: GameDocument, seed = 1): Promise<void> {
    if (!this.engine) this.engine = await import('./runEngine');
    const { compileGameLevel, LiveRun: Live } = this.engine;
    const compiled = compileGameLevel(game, this.levelId, this.state.overrides);
    if (!compiled.ok) {
      this.live = undefined;
      this.store.setState({ status: 'off', faults: compiled.faults, note: compiled.faults[0]?.message ?? '' });
      return;
    }
    this.game = game;
    this.handed = undefined;
    this.live = new Live(compiled.value, seed);
    this.rest = 0;
    this.shown = {
      frames: new Float32Array(2 * this.live.frameSize),
      frameSize: this.live.frameSize,
      pieces: compiled.value.pieces.map((piece) => piece.id),
      kinds: compiled.value.pieces.map((piece) => piece.kind),
      ticksPerSecond: compiled.value.ticksPerSecond,
    };
    this.store.setState({ status: 'playing', tick: this.live.tick, note: '', faults: [], events: [] });
  }

  /**
   * Takes the controls at a moment of a run: what was pressed up to there is played again, and then it stands still until it
   * is let go. Nothing else holds in such a try than what the run had.
   */
  async takeOver(game: GameDocument, seed: number, inputs: readonly Input[]): Promise<void> {
    this.setOverrides({ knobs: [] });
    await this.start(game, seed);
    if (!this.live) return;
    for (const input of inputs) this.live.step(input);
    this.handed = inputs;
    const { tick, end } = this.live;
    this.store.setState({
      status: end ? 'over' : 'frozen',
      tick,
      events: this.live.events.slice(),
      note: end ? this.sayEnd() : `Run ${seed}, yours from here: F lets it go on`,
    });
  }

  /** Begins once more where it began: at the start, or where it was taken over. */
  again(): void {
    const { game, live, handed } = this;
    if (!game) return;
    if (live && handed) void this.takeOver(game, live.seed, handed);
    else void this.start(game);
  }

  /** What was pressed before this try was taken over; undefined for one from the start. */
  private handed: readonly Input[] | undefined;

  /** The moment of the try as others can be handed it. */
  get momentToHandOver(): Moment | undefined {
    const { live } = this;
    const { overrides } = this.state;
    return live && { seed: live.seed, inputs: [...live.inputs], seconds: this.seconds, overrides };
  }

  stop(): void {
    this.live = undefined;
    this.store.setState({ status: 'off', note: '', events: [] });
  }

  /** Moves on by so many milliseconds of real time; inputs are asked for once a tick. */
  advance(elapsedMs: number, read: () => Input): void {
    const { live } = this;
    if (!live || this.state.status !== 'playing') return;
    this.rest += (elapsedMs / 1000) * live.program.ticksPerSecond * this.state.speed;
    // A page that was away does not catch up all at once.
    let due = Math.min(MOST_TICKS_A_FRAME, Math.floor(this.rest + 1e-6));
    this.rest = Math.min(1, this.rest - due);
    while (due-- > 0 && this.state.status === 'playing') this.playTick(read());
  }

  /** Plays one tick while frozen. */
  single(input: Input): void {
    if (this.live && this.state.status === 'frozen') this.playTick(input, true);
  }

  private playTick(input: Input, staysFrozen = false): void {
    const { live } = this;
    if (!live) return;
    const before = live.events.length;
    live.step(input);
    const next: Partial<TryState> = { tick: live.tick, events: live.events.slice() };
    if (live.end) {
      next.status = 'over';
      next.note = this.sayEnd();
    } else if (!staysFrozen) {
      const reason = this.reasonToFreeze(live.events.slice(before), live.newContacts);
      if (reason) {
        next.status = 'frozen';
        next.note = reason;
      }
    }
    this.store.setState(next);
  }

  private reasonToFreeze(news: readonly RunEvent[], contacts: readonly string[]): string | undefined {
    const { freezesOn } = this.state;
    if (freezesOn === 'contact' && contacts.length > 0) return `Contact with ${this.nameOf(contacts[0])}`;
    const entry = news.find((event) => event.type === freezesOn);
    return entry && sayEntry(entry, (id) => this.nameOf(id));
  }

  /** Goes to the moment of a tick that has been played, by playing the same inputs again; the try stands still there. */
  goTo(tick: number): void {
    const { live } = this;
    if (!live) return;
    const again = new this.engine!.LiveRun(live.program, live.seed);
    for (const input of live.inputs.slice(0, Math.max(0, tick - live.firstTick))) again.step(input);
    this.live = again;
    this.store.setState({
      status: 'frozen',
      tick: again.tick,
      events: again.events.slice(),
      note: 'Back at a log entry',
    });
  }

  /** One entry of the log in words. */
  say(event: RunEvent): string {
    return sayEntry(event, (id) => this.nameOf(id));
  }

  private nameOf(piece: string): string {
    return this.live?.program.pieces.find((candidate) => candidate.id === this.engine?.pieceIdOf(piece))?.name ?? piece;
  }

  private sayEnd(): string {
    const { live } = this;
    if (!live?.end) return '';
    const { outcome, cause, piece } = live.end;
    const seconds = (live.tick / live.program.ticksPerSecond).toFixed(2);
    if (outcome === 'won') return `Cleared in ${seconds} s`;
    if (outcome === 'out of time') return `Out of time after ${seconds} s`;
    const by = piece >= 0 ? ` by ${live.program.pieces[piece].name}` : '';
    return `${cause === 'touched' ? 'Caught' : cause === 'defeated' ? 'Defeated' : cause[0].toUpperCase() + cause.slice(1)}${by} after ${seconds} s`;
  }

  toggleFreeze(): void {
    const { status } = this.state;
    if (status === 'playing') this.store.setState({ status: 'frozen', note: 'Frozen' });
    else if (status === 'frozen') {
      this.rest = 0;
      this.store.setState({ status: 'playing', note: '' });
    }
  }

  setSpeed(speed: number): void {
    this.store.setState({ speed });
  }

  setFreezesOn(freezesOn: FreezeOn): void {
    this.store.setState({ freezesOn });
  }

  setOverrides(overrides: Overrides): void {
    this.store.setState({ overrides });
  }

  /** The player at this moment. */
  get player(): LiveRun['player'] | undefined {
    return this.live?.player;
  }

  /** Why a piece does what it does at this moment. */
  explain(piece: string): Explanation | undefined {
    return this.live?.explain(piece);
  }

  /** What cues and rules wait for at this moment. */
  explainRules(): RulesExplanation | undefined {
    return this.live?.explainRules();
  }

  get seconds(): number {
    return this.live ? this.live.tick / this.live.program.ticksPerSecond : 0;
  }

  /** What is to be seen now. Frame 0 would be the draft, so the moment stands in frame 1. */
  get moment(): ShownRun | undefined {
    if (!this.live || !this.shown || this.state.status === 'off') return undefined;
    this.live.writeFrame(this.shown.frames.subarray(this.live.frameSize));
    return this.shown;
  }

  /** What has been played so far, to be kept. */
  get kept(): KeptTry | undefined {
    const { live } = this;
    if (!live || live.inputs.length === 0) return undefined;
    return {
      levelId: this.levelId,
      seed: live.seed,
      inputs: [...live.inputs],
      overrides: this.state.overrides,
      outcome: live.end?.outcome ?? 'given up',
      seconds: this.seconds,
    };
  }
}

function sayEntry(event: RunEvent, nameOf: (id: string) => string): string {
  switch (event.type) {
    case 'sight':
      return `${nameOf(event.piece)} sees you`;
    case 'sight lost':
      return `${nameOf(event.piece)} loses sight`;
    case 'state':
      return `${nameOf(event.piece)}: ${event.from} → ${event.to}`;
    case 'turn':
      return `${nameOf(event.piece)} turns at a ${event.cause}`;
    case 'shout':
      return `${nameOf(event.piece)} shouts ${event.sound}`;
    case 'contact':
      return `${nameOf(event.by)} on ${nameOf(event.on)}: ${event.effect}`;
    case 'gone':
      return `${nameOf(event.piece)} is ${event.why === 'left' ? 'out of the level' : event.why}`;
    case 'arrival':
      return `${event.cue} lets in ${event.kind}`;
    case 'wave':
      return `${event.cue}: wave ${event.number} ${event.what === 'starts' ? 'begins' : 'is cleared'}`;
    case 'score':
      return `${event.points > 0 ? '+' : ''}${event.points} points, ${event.total} in all`;
    case 'life lost':
      return `a life lost, ${event.left} left`;
    case 'near miss':
      return `${nameOf(event.piece)} misses you closely`;
    case 'filled':
      return `${nameOf(event.piece)} is filled`;
    case 'shot':
      return 'a shot';
    case 'ground':
      return `ground becomes ${event.becomes}`;
    case 'end':
      return event.outcome === 'won' ? 'cleared' : event.outcome;
  }
}
