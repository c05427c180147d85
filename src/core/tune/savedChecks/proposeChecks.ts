import { packInputs, type Happening, type SavedCheck } from '../../document/savedCheck';
import type { RunEvent } from '../../simulate/engine/runEvent';
import { PIECE_FIELDS, PLAYER_FIELDS } from '../../simulate/frameFields';
import type { RecordedRun } from '../../simulate/recordRun';
import { WayWatch } from './watchHappening';

/** Who plays from where: what all checks of one run have in common. */
export type CheckScene = Omit<SavedCheck, 'inputs' | 'happens' | 'holds' | 'seconds'>;

export interface ProposeOptions {
  /** What was pressed in the run is part of the scene; otherwise somebody plays it anew. */
  keepsKeys?: boolean;
  /** Ids of what is selected. */
  selected?: readonly string[];
  playerId?: string;
  /** Whether anybody in the level looks out for the player. */
  isWatched?: boolean;
}

/** What happened so long before a moment is taken to be meant, and what follows so soon, s. */
const BEFORE_SECONDS = 2;
const AFTER_SECONDS = 0.25;
/** Something that happens may be so much later, at least, before that is told: half seconds are enough. */
const SPARE_SECONDS = 0.25;
const STEP_SECONDS = 0.5;
/** More are not read. */
const MOST_PROPOSED = 14;
/** Of what is not selected, so many of each sort. */
const MOST_OF_A_SORT = 4;
/** Columns of a piece in a frame. */
const PRESENT = 6;

/**
 * Statements that are true of a run up to a moment, those first that are about what is selected: what has just happened, and
 * what has not happened so far. Each is kept as it is, or with another time.
 */
export function proposeChecks(
  run: RecordedRun,
  tick: number,
  scene: CheckScene,
  { keepsKeys = false, selected = [], playerId = 'player', isWatched = true }: ProposeOptions = {},
): SavedCheck[] {
  const moment = new Moment(run, tick);
  const all = [
    ...moment.places(selected, playerId),
    ...moment.happened(),
    ...moment.turned(selected),
    ...moment.neverSoFar(isWatched),
    ...moment.wholeRun(),
  ];
  const isSelected = ({ happens }: Statement) => 'piece' in happens && selected.includes(happens.piece ?? '');
  const told = new Set<string>();
  const ofEvent = new Map<string, number>();
  return [...all.filter(isSelected), ...all.filter((statement) => !isSelected(statement))]
    .map((statement) => ({ ...scene, ...(keepsKeys ? keysUntil(run, statement.seconds) : {}), ...statement }))
    .filter((check) => {
      const key = JSON.stringify(check);
      return !told.has(key) && told.add(key);
    })
    .filter((check) => {
      const count = ofEvent.get(check.happens.event) ?? 0;
      ofEvent.set(check.happens.event, count + 1);
      return isSelected(check) || count < MOST_OF_A_SORT;
    })
    .slice(0, MOST_PROPOSED);
}

/** What was pressed up to a time; left out where that is nothing. */
function keysUntil({ inputs, ticksPerSecond }: RecordedRun, seconds: number): Pick<SavedCheck, 'inputs'> {
  const pressed = inputs.slice(0, Math.ceil(seconds * ticksPerSecond));
  return pressed.some((input) => input !== 0) ? { inputs: packInputs(pressed) } : {};
}

type Statement = Pick<SavedCheck, 'happens' | 'holds' | 'seconds'>;

const rounded = (value: number) => Math.round(value * 10) / 10;
/** Whether something stands in the document: shots, and what cues bring in, have other ids in every run. */
const isWritten = (id: string) => /^[a-z][a-z0-9_-]*$/.test(id);

/** A moment of a run, with what has been so far; times are counted from where the run begins. */
class Moment {
  private readonly seconds: number;
  private readonly firstTick: number;
  private readonly frameCount: number;
  private readonly soFar: readonly RunEvent[];
  private readonly recent: readonly RunEvent[];

  constructor(
    private readonly run: RecordedRun,
    private readonly frame: number,
  ) {
    const { ticksPerSecond, frames, frameSize, events, record } = run;
    this.frameCount = frames.length / frameSize;
    this.seconds = frame / ticksPerSecond;
    // A run that begins later has its first frame at that tick.
    this.firstTick = record ? record.ticks - (this.frameCount - 1) : 0;
    this.soFar = events.filter((event) => this.secondsOf(event.tick) <= this.seconds + AFTER_SECONDS);
    this.recent = this.soFar.filter((event) => this.secondsOf(event.tick) >= this.seconds - BEFORE_SECONDS);
  }

  private secondsOf(tick: number): number {
    return (tick - this.firstTick) / this.run.ticksPerSecond;
  }

  /** It happens at some time, so that it is told with a little to spare. */
  private before(happens: Happening, seconds: number): Statement {
    const until = Math.ceil((seconds + SPARE_SECONDS) / STEP_SECONDS) * STEP_SECONDS;
    return { happens, holds: 'before', seconds: until };
  }

  /** Where those stand that are selected, and the player. */
  places(selected: readonly string[], playerId: string): Statement[] {
    const { frames, frameSize, pieces } = this.run;
    const at = Math.min(this.frame, this.frameCount - 1) * frameSize;
    const isAt = (piece: string, x: number, y: number) =>
      this.before({ event: 'is at', piece, at: [rounded(x), rounded(y)] }, this.seconds);
    const statements = pieces.flatMap((piece, index) => {
      const own = at + PLAYER_FIELDS + index * PIECE_FIELDS;
      return selected.includes(piece) && isWritten(piece) && frames[own + PRESENT] === 1
        ? [isAt(piece, frames[own], frames[own + 1])]
        : [];
    });
    return selected.includes(playerId) ? [isAt(playerId, frames[at], frames[at + 1]), ...statements] : statements;
  }

  /** What was logged of late; only what had not been before, since it is waited for from the start. */
  happened(): Statement[] {
    return this.recent.flatMap((event) => {
      const happens = this.happeningOf(event);
      return happens ? [this.before(happens, this.secondsOf(event.tick))] : [];
    });
  }

  private happeningOf(event: RunEvent): Happening | undefined {
    const isFirst = (is: (other: RunEvent) => boolean) => this.soFar.find(is) === event;
    switch (event.type) {
      case 'state':
        return isWritten(event.piece) &&
          isFirst((other) => other.type === 'state' && other.piece === event.piece && other.to === event.to)
          ? { event: 'is in state', piece: event.piece, state: event.to }
          : undefined;
      case 'sight':
        return isWritten(event.piece) && isFirst((other) => other.type === 'sight' && other.piece === event.piece)
          ? { event: 'sees the player', piece: event.piece }
          : undefined;
      case 'gone':
        return isWritten(event.piece) ? { event: 'is gone', piece: event.piece } : undefined;
      case 'wave':
        return event.what === 'cleared' ? { event: 'wave is over', cue: event.cue, wave: event.number } : undefined;
      case 'arrival': {
        const { cue } = event;
        const all = this.soFar.filter((other) => other.type === 'arrival' && other.cue === cue);
        return all.at(-1) === event ? { event: 'have come in', cue, count: all.length } : undefined;
      }
      case 'score':
        return { event: 'score is', points: event.total };
      case 'life lost':
        return isFirst((other) => other.type === 'life lost') ? { event: 'player is lost' } : undefined;
      default:
        return undefined;
    }
  }

  /** Who of the selected, or of all where nothing is, has just turned for the first time. */
  turned(selected: readonly string[]): Statement[] {
    const { run } = this;
    return run.pieces.flatMap((piece, index) => {
      if (!isWritten(piece) || (selected.length > 0 && !selected.includes(piece))) return [];
      const way = new WayWatch();
      const last = Math.min(this.frameCount - 1, this.frame + Math.round(AFTER_SECONDS * run.ticksPerSecond));
      for (let frame = 0; frame <= last; frame++) {
        const own = frame * run.frameSize + PLAYER_FIELDS + index * PIECE_FIELDS;
        if (run.frames[own + PRESENT] !== 1) continue;
        if (!way.turns(run.frames[own], run.frames[own + 1])) continue;
        const seconds = frame / run.ticksPerSecond;
        return seconds < this.seconds - BEFORE_SECONDS ? [] : [this.before({ event: 'turns', piece }, seconds)];
      }
      return [];
    });
  }

  /** What has not happened so far: nobody has seen the player, no life is lost, no more than so many of a kind were there. */
  neverSoFar(isWatched: boolean): Statement[] {
    const until = Math.floor(this.seconds / STEP_SECONDS) * STEP_SECONDS;
    if (until <= 0) return [];
    const not = (happens: Happening): Statement => ({ happens, holds: 'not before', seconds: until });
    const had = (type: RunEvent['type']) => this.soFar.some((event) => event.type === type);
    const isLost = this.soFar.some((event) => event.type === 'end' && event.outcome === 'lost');
    return [
      ...(had('sight') || !isWatched ? [] : [not({ event: 'sees the player' })]),
      ...(had('life lost') || isLost ? [] : [not({ event: 'player is lost' })]),
      ...this.mostOfKinds().map(([kind, than]) => not({ event: 'more are there', kind, than })),
    ];
  }

  /** The most that were there at once of each kind that comes in. */
  private mostOfKinds(): [kind: string, most: number][] {
    const { frames, frameSize, kinds } = this.run;
    const coming = new Set(this.soFar.flatMap((event) => (event.type === 'arrival' ? [event.kind] : [])));
    return [...coming].map((kind) => {
      let most = 0;
      for (let frame = 0; frame <= Math.min(this.frame, this.frameCount - 1); frame++) {
        let there = 0;
        for (let index = 0; index < kinds.length; index++)
          if (kinds[index] === kind && frames[frame * frameSize + PLAYER_FIELDS + index * PIECE_FIELDS + PRESENT] === 1)
            there++;
        most = Math.max(most, there);
      }
      return [kind, most];
    });
  }

  /** What the whole run came to. */
  wholeRun(): Statement[] {
    const { record } = this.run;
    return record?.outcome === 'won' ? [this.before({ event: 'level is won' }, this.secondsOf(record.ticks))] : [];
  }
}
